import { inEnglish, message } from '../words/index.js';
import fc from 'fast-check';
import { evaluateSize, GIB, MIB, sectors } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import {
  drawn,
  edited,
  gib,
  gibBytes,
  mib,
  newSystem,
  petrelSurvey,
  planOn,
  surveysOf,
} from '../testing/builders.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import {
  beginEdit,
  newPartition,
  newTableEdit,
  noteFoundEdit,
  removeSystemEdit,
  resizeTo,
  sizeContextFor,
  undeleteEdit,
} from '../compose/index.js';
import { foundParts, lengthFor, plannedGaps, plannedParts } from '../layout/index.js';
import { endOf, fatesOf, floorOf, partitionOf, PlanSchema, type Plan } from '../plan/index.js';
import { apply, EditSchema, type Edit } from './edit.js';
import { EMPTY_HISTORY, remember } from './history.js';
import { refusalSays } from './refusal.js';

const LAPTOP = drawn(500, [
  '100MiB efi',
  '16MiB reserved',
  '400GiB windows "Station"',
  '50GiB ext4 "old"',
  '700MiB recovery',
]);
const used = (plan: Plan) => edited(plan, LAPTOP, noteFoundEdit(plan, 'found-3', { usedBytes: 95 * GIB }));
const refusalOf = (plan: Plan, edit: Edit, survey = LAPTOP) => {
  const result = apply(plan, edit, surveysOf(survey));
  return result.ok ? undefined : result.refusal;
};

describe('a plan begun from a survey', () => {
  test('proposes meaning and owner from each type', () => {
    const plan = planOn(petrelSurvey());
    expect(plan.partitions.map((p) => [p.id, p.role, p.owners, p.fileSystem, p.treatment])).toEqual([
      ['found-1', 'efi', ['found-windows'], 'fat', 'keep'],
      ['found-2', 'reserved', ['found-windows'], 'none', 'keep'],
      ['found-3', 'system', ['found-windows'], 'ntfs', 'keep'],
      ['found-4', 'recovery', ['found-windows'], 'ntfs', 'keep'],
    ]);
    expect(plan.systems.map((s) => [s.name, s.origin])).toEqual([['Windows', 'found']]);
    expect(PlanSchema.safeParse(plan).success).toBe(true);
  });

  test('a volume that is not NTFS is never proposed as Windows', () => {
    const plan = planOn(drawn(500, ['400GiB exfat "images"', '50GiB ntfs']));
    expect(plan.partitions.map((p) => [p.role, p.owners])).toEqual([
      ['data', ['found-windows']],
      ['system', ['found-windows']],
    ]);
    expect(planOn(drawn(500, ['400GiB exfat'])).systems).toEqual([]);
  });

  test('keeps the machine’s facts and the systems that were to come', () => {
    const first = planOn(LAPTOP, { kind: 'add-system', system: newSystem('bsd') });
    const again = edited(first, LAPTOP, { kind: 'set-machine', changes: { ramBytes: 4 * GIB } });
    expect(again.systems.map((s) => s.id)).toEqual(['found-windows', 'found-linux', 'system-1']);
    expect(again.machine.ramBytes).toBe(4 * GIB);
  });

  test('a blank disk gets a new table', () => {
    expect(planOn(drawn(240, [], { style: 'none' })).target).toEqual({
      mode: 'uefi',
      style: 'gpt',
      table: 'new',
      controller: 'as-is',
      secureBoot: 'as-is',
    });
  });

  test('is refused on a table whose partitions overlap', () => {
    const [first, ...others] = LAPTOP.partitions;
    const broken: Survey = {
      ...LAPTOP,
      id: 'broken',
      partitions: [{ ...first!, length: gib(200) }, ...others],
    };
    expect(() => planOn(broken)).toThrow('not-plannable');
  });
});

describe('floors', () => {
  test('rest on the best evidence there is', () => {
    const plan = planOn(LAPTOP);
    const floor = (p: Plan) => floorOf({ plan: p, survey: LAPTOP }, partitionOf(p, 'found-3')!);
    expect(floor(plan)).toBeUndefined();
    expect(floor(used(plan))).toEqual({ bytes: 95 * GIB, evidence: 'typed' });
    const told = edited(used(plan), LAPTOP, noteFoundEdit(plan, 'found-3', { leastBytes: 120 * GIB + 1 }));
    expect(floor(told)).toEqual({ bytes: 120 * GIB + MIB, evidence: 'owner-limit' });
  });
});

describe('edits', () => {
  const plan = used(planOn(LAPTOP));
  const resize = (partition: string, gibibytes: number, hold: 'start' | 'end' = 'start'): Edit => ({
    kind: 'resize',
    partition,
    length: gib(gibibytes),
    hold,
  });

  test('shrinks to its floor and no further, and names the floor', () => {
    expect(refusalOf(plan, resize('found-3', 95))).toBeUndefined();
    const refusal = refusalOf(plan, {
      kind: 'resize',
      partition: 'found-3',
      length: sectors(gib(95) - 2048),
      hold: 'start',
    })!;
    expect(refusal).toEqual({ code: 'below-floor', nearest: gib(95), floorBytes: 95 * GIB });
    expect(inEnglish(refusalSays(refusal, 512))).toContain('95 GiB (102 GB)');
  });

  test.each<[string, Edit, string]>([
    ['growing over the neighbour', resize('found-3', 401), 'no-room'],
    ['growing left over the neighbour', resize('found-3', 401, 'end'), 'no-room'],
    [
      'a start off the MiB',
      { kind: 'move', partition: 'found-5', start: sectors(1_000_000_001) },
      'not-aligned',
    ],
    [
      'a place overlap another partition',
      { kind: 'move', partition: 'found-4', start: mib(1024) },
      'overlaps',
    ],
    ['a place beyond the end', { kind: 'move', partition: 'found-5', start: gib(500) }, 'outside'],
    [
      'a size of nothing',
      { kind: 'resize', partition: 'found-4', length: sectors(0), hold: 'start' },
      'too-small',
    ],
    ['a partition that is not there', { kind: 'remove', partition: 'found-9' }, 'no-such-partition'],
    [
      'an owner that is not there',
      { kind: 'describe', partition: 'found-3', changes: { owners: ['nobody'] } },
      'no-such-system',
    ],
    ['a system twice', { kind: 'add-system', system: newSystem('bsd', 'x', 'found-linux') }, 'already-there'],
    [
      'taking out a system that owns parts',
      { kind: 'remove-system', system: 'found-windows' },
      'system-owns',
    ],
    [
      'a new partition that claims to be kept',
      {
        kind: 'restore',
        partition: { ...plan.partitions[0]!, id: 'new-1', from: null, start: mib(480_000) },
      },
      'not-found-again',
    ],
    [
      'a partition from nowhere',
      {
        kind: 'restore',
        partition: { ...plan.partitions[0]!, id: 'x', from: 'found-9', start: mib(480_000) },
      },
      'not-found-again',
    ],
    [
      'a plan whose partitions overlap',
      {
        ...beginEdit({ plan, survey: LAPTOP }),
        partitions: [...plan.partitions, { ...plan.partitions[4]!, id: 'y' }],
      },
      'overlaps',
    ],
    [
      'a plan on a survey that is not there',
      { ...beginEdit({ plan, survey: LAPTOP }), surveyId: 'elsewhere' },
      'no-survey',
    ],
    [
      'a note of an owner that is not there',
      { kind: 'note-found', found: 'found-3', changes: { owners: ['nobody'] } },
      'no-such-system',
    ],
    [
      'a new table over kept partitions',
      { kind: 'set-target', changes: { table: 'new' } },
      'partitions-kept',
    ],
    [
      'another style without a new table',
      { kind: 'set-target', changes: { style: 'mbr' } },
      'style-needs-new-table',
    ],
  ])('refuses %s', (_, edit, code) => {
    const refusal = refusalOf(plan, edit)!;
    expect(refusal.code).toBe(code);
    expect(inEnglish(refusalSays(refusal, 512)).length).toBeGreaterThan(20);
  });

  test.each<[string, string, 'shrink' | 'grow' | 'move']>([
    ['XFS', 'xfs', 'shrink'],
    ['exFAT', 'exfat', 'shrink'],
    ['a RAID member', 'raid', 'shrink'],
    ['unknown content', 'unknown', 'shrink'],
  ])('%s cannot be resized', (_, word, change) => {
    const survey = drawn(500, [`100GiB ${word}`]);
    const refusal = refusalOf(planOn(survey), resize('found-1', 50), survey);
    expect(refusal).toMatchObject({ code: 'cannot-change', change, content: word });
  });

  test('an encrypted volume keeps its start', () => {
    const locked = edited(plan, LAPTOP, noteFoundEdit(plan, 'found-3', { encrypted: 'yes' }));
    expect(refusalOf(locked, resize('found-3', 200, 'end'))?.code).toBe('encrypted-start');
    expect(refusalOf(locked, resize('found-3', 200))).toBeUndefined();
  });

  test('a move onto another, or off the disk, is refused with the nearest place', () => {
    const disk = drawn(100, ['10GiB ext4', '10GiB gap', '10GiB ext4']);
    const moved = planOn(disk);
    const to = (start: number) =>
      refusalOf(moved, { kind: 'move', partition: 'found-1', start: sectors(start) }, disk);
    expect(to(mib(15 * 1024))).toEqual({
      code: 'overlaps',
      other: 'found-2',
      nearestStart: mib(1 + 10 * 1024),
    });
    expect(to(0)).toEqual({ code: 'outside', first: 34, end: disk.disk.usableEnd, nearestStart: mib(1) });
  });

  test('a shrunk volume leaves a gap, in which a new partition is created', () => {
    const shrunk = edited(plan, LAPTOP, resize('found-3', 200), {
      kind: 'add-system',
      system: newSystem('linux-desktop'),
    });
    const gap = plannedGaps({ plan: shrunk, survey: LAPTOP }).find((g) => g.usable.length === gib(200))!;
    expect(gap.usable.start).toBe(mib(1 + 100 + 16) + gib(200));
    const root = newPartition(shrunk, {
      role: 'root',
      start: gap.usable.start,
      length: gib(60),
      owners: [shrunk.systems.at(-1)!],
    });
    const made = edited(shrunk, LAPTOP, { kind: 'create', partition: root });
    expect(made.partitions.map((p) => p.id)).toEqual([
      'found-1',
      'found-2',
      'found-3',
      'new-1',
      'found-4',
      'found-5',
    ]);
    expect(partitionOf(made, 'new-1')).toMatchObject({ fileSystem: 'ext4', label: 'root', mountPoint: '/' });
    expect(fatesOf({ plan: made, survey: LAPTOP }).map((f) => f.kind)).toEqual([
      'untouched',
      'untouched',
      'shrunk',
      'untouched',
      'untouched',
    ]);
  });

  test('a deleted partition comes back as it was found', () => {
    const without = edited(plan, LAPTOP, { kind: 'remove', partition: 'found-4' });
    expect(fatesOf({ plan: without, survey: LAPTOP })[3]?.kind).toBe('erased');
    expect(edited(without, LAPTOP, undeleteEdit({ plan: without, survey: LAPTOP }, 'found-4')!)).toEqual(
      plan,
    );
  });

  test('a batch is made all or none', () => {
    const batch: Edit = {
      kind: 'batch',
      says: message('edit.several'),
      edits: [
        { kind: 'remove', partition: 'found-4' },
        { kind: 'remove', partition: 'x' },
      ],
    };
    expect(refusalOf(plan, batch)).toEqual({ code: 'no-such-partition', id: 'x' });
  });

  test('taking a system out deletes what it was to get and unowns the rest', () => {
    const withNew = edited(plan, LAPTOP, resize('found-3', 200), {
      kind: 'add-system',
      system: newSystem('linux-desktop'),
    });
    const start = plannedGaps({ plan: withNew, survey: LAPTOP }).find((g) => g.usable.length > gib(100))!
      .usable.start;
    const root = newPartition(withNew, {
      role: 'root',
      start,
      length: gib(30),
      owners: [withNew.systems.at(-1)!],
    });
    const made = edited(
      withNew,
      LAPTOP,
      { kind: 'create', partition: root },
      {
        kind: 'describe',
        partition: 'found-1',
        changes: { owners: ['found-windows', 'system-1'] },
      },
    );
    const out = edited(
      made,
      LAPTOP,
      removeSystemEdit(
        made,
        made.systems.find((s) => s.id === 'system-1')!,
      ),
    );
    expect(out.systems.map((s) => s.id)).toEqual(['found-windows', 'found-linux']);
    expect(out.partitions.map((p) => p.id)).not.toContain('new-1');
    expect(partitionOf(out, 'found-1')?.owners).toEqual(['found-windows']);
  });

  test('a new table takes every partition out, and undo brings all back', () => {
    const edit = newTableEdit(plan);
    const result = apply(plan, edit, surveysOf(LAPTOP));
    expect(result.ok && result.plan.partitions).toEqual([]);
    expect(result.ok && edited(result.plan, LAPTOP, result.inverse)).toEqual(plan);
  });

  test('an unknown field is refused, wherever it hides', () => {
    expect(EditSchema.safeParse({ kind: 'remove', partition: 'a', force: true }).success).toBe(false);
    expect(EditSchema.safeParse({ kind: 'set-machine', changes: { cpu: 'x' } }).success).toBe(false);
    expect(EditSchema.safeParse({ kind: 'explode' }).success).toBe(false);
  });
});

describe('the history', () => {
  const made = (n: number, intent: 'do' | 'undo' | 'redo' = 'do') => ({
    intent,
    edit: { kind: 'tick', step: `${n}`, done: true } as const,
    inverse: { kind: 'tick', step: `${n}`, done: false } as const,
  });
  const back = (m: ReturnType<typeof made>) => ({
    intent: 'undo' as const,
    edit: m.inverse,
    inverse: m.edit,
  });

  test('do, undo, redo gives the history after do', () => {
    const after = [made(1), made(2)].reduce(remember, EMPTY_HISTORY);
    const undone = remember(after, back(made(2)));
    expect(undone.undo).toEqual([made(1)]);
    expect(undone.redo.at(-1)!.edit).toEqual(made(2).edit);
    expect(remember(undone, made(2, 'redo'))).toEqual(after);
  });

  test('something new empties redo', () => {
    const undone = remember(remember(EMPTY_HISTORY, made(1)), back(made(1)));
    expect(remember(undone, made(3))).toEqual({ undo: [made(3)], redo: [] });
  });
});

describe('typed sizes of a part', () => {
  test('know what is used, what is free beside it, and its floor', () => {
    const plan = edited(used(planOn(LAPTOP)), LAPTOP, { kind: 'remove', partition: 'found-4' });
    const context = sizeContextFor({ plan, survey: LAPTOP }, partitionOf(plan, 'found-3')!);
    expect(context).toMatchObject({
      now: 400 * GIB,
      used: 95 * GIB,
      floor: 95 * GIB,
      rest: 450 * GIB,
      ram: 16 * GIB,
    });
    expect(evaluateSize('free 200GiB', context)).toEqual({ ok: true, value: 250 * GIB });
  });

  test('are rounded up to whole MiB, or to the end of the room', () => {
    expect(lengthFor(10 * MIB + 1, 2048, 10 ** 6, 512)).toBe(11 * 2048);
    expect(lengthFor(10 * MIB + 1, 2048, 10 * 2048 + 5, 512)).toBe(10 * 2048 + 5);
    expect(lengthFor(GIB, 256, 10 ** 9, 4096)).toBe(GIB / 4096);
  });

  test.each<[string, number, number]>([
    ['shrinks from its left end', 300 * GIB, 300 * 1024],
    ['to a whole MiB', 300 * GIB + 1, 300 * 1024 + 1],
    ['grows into the room before it', 405 * GIB, 405 * 1024],
  ])('its end held, a part %s', (_, size, mebibytes) => {
    const survey = drawn(500, ['20GiB gap', '400GiB ntfs']);
    const plan = planOn(survey);
    const before = partitionOf(plan, 'found-1')!;
    const after = partitionOf(
      edited(plan, survey, resizeTo({ plan, survey }, before, size, 'end')),
      'found-1',
    )!;
    expect(after.length).toBe(mib(mebibytes));
    expect(endOf(after)).toBe(endOf(before));
    expect(sizeContextFor({ plan, survey }, before, 'end').rest).toBe(
      (400 * 1024 + 20 * 1024 + 1) * MIB - 34 * 512,
    );
  });

  test('resizing a part to its present size changes nothing', () => {
    const plan = planOn(LAPTOP);
    expect(
      edited(plan, LAPTOP, resizeTo({ plan, survey: LAPTOP }, partitionOf(plan, 'found-3')!, 400 * GIB)),
    ).toEqual(plan);
  });
});

// ------------------------------------------------------------------------------------------------
// Laws, over random disks and random edits.

function tiles(parts: readonly { start: number; length: number }[], size: number): void {
  let at = 0;
  for (const part of parts) {
    expect(part.start).toBe(at);
    expect(part.length).toBeGreaterThan(0);
    at = endOf(part);
  }
  expect(at).toBe(size);
}

describe('laws', () => {
  test('every edit and its inverse give the same plan; a refused one changes nothing', () => {
    let made = 0;
    fc.assert(
      fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
        walk(survey, seed, 12, (before, edit) => {
          const result = apply(before, edit, surveysOf(survey));
          if (!result.ok) return before;
          made += 1;
          const back = apply(result.plan, result.inverse, surveysOf(survey));
          expect(back.ok && back.plan).toEqual(before);
          expect(EditSchema.safeParse(JSON.parse(JSON.stringify(result.inverse))).success).toBe(true);
          return result.plan;
        });
      }),
      { numRuns: 150 },
    );
    expect(made).toBeGreaterThan(300);
  });

  test('parts and gaps always tile the disk, as found and as planned', () => {
    fc.assert(
      fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
        tiles(foundParts(survey), survey.disk.sizeSectors);
        walk(survey, seed, 10, (before, edit) => {
          const result = apply(before, edit, surveysOf(survey));
          const after = result.ok ? result.plan : before;
          tiles(plannedParts({ plan: after, survey }), survey.disk.sizeSectors);
          return after;
        });
      }),
      { numRuns: 100 },
    );
  });

  test('a kept volume never gets below its floor by an edit of its size', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 400 }),
        fc.integer({ min: 1, max: 400 * 1024 }),
        (usedGib, wantedMib) => {
          const plan = edited(
            planOn(LAPTOP),
            LAPTOP,
            noteFoundEdit(planOn(LAPTOP), 'found-3', { usedBytes: gibBytes(usedGib) }),
          );
          const result = apply(
            plan,
            { kind: 'resize', partition: 'found-3', length: mib(wantedMib), hold: 'start' },
            surveysOf(LAPTOP),
          );
          expect(result.ok).toBe(wantedMib * MIB >= usedGib * GIB);
        },
      ),
    );
  });
});
