import fc from 'fast-check';
import { GIB } from '../quantity/index.js';
import { partitionNumbers, CONTAINER_NUMBER } from '../moment/index.js';
import { anyMbrDisk, walk } from '../testing/arbitraries.js';
import { drawn, drawnMbr, edited, gib, mib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import {
  createInGap,
  makeLogicalEdit,
  makePrimaryEdit,
  markActiveEdit,
  newTableEdit,
} from '../compose/index.js';
import { apply, type Edit } from '../edits/index.js';
import { endOf, partitionOf, type Planned, type Plan } from '../plan/index.js';
import { plannedArea } from './area.js';
import { plannedGaps, roomAround } from './parts.js';
import { isActive, MBR_SLOTS, plannedContainer, recordPlaces, slotsOf } from './slots.js';

const BENCH = drawnMbr([[1, 'ntfs'], [200, 'ntfs'], [10, 'ntfs'], null], [[60, 'ext4'], [4, 'swap'], null]);
const plan = planOn(BENCH);

function refusalOf(planned: Planned, edit: Edit) {
  const { plan: before, survey } = planned;
  const result = apply(before, edit, surveysOf(survey));
  return result.ok ? undefined : result.refusal;
}

describe('an MBR with three primaries and a container', () => {
  test('is full, and its gaps know whether they lie inside', () => {
    expect(slotsOf({ plan, survey: BENCH })).toMatchObject({
      free: 0,
      container: { length: mib(3) + gib(74) },
    });
    expect(
      plannedGaps({ plan, survey: BENCH })
        .filter((g) => g.usable.length > 0)
        .map((g) => [g.inside, g.usable.length]),
    ).toEqual([
      [false, gib(10)],
      [true, gib(10)],
      [false, gib(500) - mib(1) - gib(295) - mib(3)],
    ]);
  });

  test('a fifth slot is refused in words that name the way out', () => {
    const gap = plannedGaps({ plan, survey: BENCH })[1]!;
    const edit = createInGap({ plan, survey: BENCH }, gap, {
      role: 'data',
      owners: [],
      size: GIB,
      slot: 'primary',
    })!;
    expect(refusalOf({ plan, survey: BENCH }, edit)).toEqual({
      code: 'slots-full',
      primaries: 4,
      container: true,
    });
  });

  test('a logical is made in the container with 1 MiB before it for its record', () => {
    const gap = plannedGaps({ plan, survey: BENCH }).find((g) => g.inside && g.usable.length > 0)!;
    const made = edited(
      plan,
      BENCH,
      createInGap({ plan, survey: BENCH }, gap, { role: 'root', owners: [], size: 8 * GIB })!,
    );
    const swap = partitionOf(made, 'found-6')!;
    const root = partitionOf(made, 'new-1')!;
    expect(root).toMatchObject({ logical: true, start: endOf(swap) + mib(1), length: gib(8) });
    expect(recordPlaces({ plan: made, survey: BENCH }).get('new-1')).toBe(endOf(swap));
  });

  test('room behind the container is taken in by growing it', () => {
    const gap = plannedGaps({ plan, survey: BENCH }).at(-1)!;
    const edit = createInGap({ plan, survey: BENCH }, gap, { role: 'data', owners: [], size: 100 * GIB })!;
    const made = edited(plan, BENCH, edit);
    expect(endOf(plannedContainer({ plan: made, survey: BENCH })!)).toBe(BENCH.disk.sizeSectors);
    expect(partitionOf(made, 'new-1')).toMatchObject({ logical: true, length: gib(100) });
    const undone = apply(plan, edit, surveysOf(BENCH));
    expect(undone.ok && edited(made, BENCH, undone.inverse)).toEqual(plan);
  });

  test('at the end of a gap it ends where the gap does', () => {
    const gap = plannedGaps({ plan, survey: BENCH }).find((g) => g.inside && g.usable.length > 0)!;
    const wish = { role: 'data', owners: [], size: 2 * GIB, at: 'end' } as const;
    const made = edited(plan, BENCH, createInGap({ plan, survey: BENCH }, gap, wish)!);
    expect(endOf(partitionOf(made, 'new-1')!)).toBe(endOf(gap.usable));
  });

  test('logicals and primaries have their room on their side of the border, records counted', () => {
    expect(roomAround({ plan, survey: BENCH }, 'found-5')).toEqual({ before: mib(1) - 1, after: 0 });
    expect(roomAround({ plan, survey: BENCH }, 'found-6')).toEqual({
      before: mib(1) - 1,
      after: mib(1) + gib(10),
    });
    expect(roomAround({ plan, survey: BENCH }, 'found-3').after).toBe(gib(10));
  });

  test('a container cannot leave its logicals, nor run over a primary', () => {
    const { start, length } = plannedContainer({ plan, survey: BENCH })!;
    const set = (container: { start: number; length: number } | null) =>
      refusalOf({ plan, survey: BENCH }, { kind: 'set-container', container } as Edit)?.code;
    expect(set({ start, length: gib(30) })).toBe('outside-container');
    expect(set({ start: mib(1), length: start + length - mib(1) })).toBe('in-container');
    expect(set({ start: start + 2048, length: length - 2048 })).toBe('no-lead-in');
    expect(set({ start: start - 5, length: length + 5 })).toBe('container-not-aligned');
    expect(set(null)).toBe('no-container');
    expect(set({ start, length: gib(900) })).toBe('outside');
    expect(set({ start, length: length + gib(20) })).toBeUndefined();
  });

  test('a primary becomes a logical where a sector is free before it, and the container grows over it', () => {
    const free = edited(plan, BENCH, {
      kind: 'resize',
      partition: 'found-2',
      length: gib(190),
      hold: 'start',
    });
    const moved = edited(
      free,
      BENCH,
      makeLogicalEdit({ plan: free, survey: BENCH }, partitionOf(free, 'found-3')!),
    );
    const slots = slotsOf({ plan: moved, survey: BENCH })!;
    expect([slots.free, slots.logicals.map((p) => p.id)]).toEqual([1, ['found-3', 'found-5', 'found-6']]);
    expect(plannedContainer({ plan: moved, survey: BENCH })!.start).toBe(
      partitionOf(moved, 'found-3')!.start - mib(1),
    );
    expect(
      refusalOf(
        { plan, survey: BENCH },
        makeLogicalEdit({ plan, survey: BENCH }, partitionOf(plan, 'found-3')!),
      )?.code,
    ).toBe('no-lead-in');
  });

  test('a logical at an end of the container becomes a primary once a slot is free', () => {
    const less = edited(plan, BENCH, { kind: 'remove', partition: 'found-3' });
    const out = edited(
      less,
      BENCH,
      makePrimaryEdit({ plan: less, survey: BENCH }, partitionOf(less, 'found-5')!),
    );
    expect(slotsOf({ plan: out, survey: BENCH })!.logicals.map((p) => p.id)).toEqual(['found-6']);
    expect(plannedContainer({ plan: out, survey: BENCH })!.start).toBe(
      partitionOf(out, 'found-6')!.start - mib(1),
    );
    expect([...partitionNumbers({ plan: out, survey: BENCH })]).toEqual([
      ['found-1', 1],
      ['found-2', 2],
      [CONTAINER_NUMBER, 4],
      ['found-5', 3],
      ['found-6', 5],
    ]);
  });

  test('the active mark moves from one primary to another, and back', () => {
    const edit = markActiveEdit({ plan, survey: BENCH }, 'found-2');
    const marked = edited(plan, BENCH, edit);
    const active = (p: Plan) =>
      p.partitions.filter((q) => isActive({ plan: p, survey: BENCH }, q)).map((q) => q.id);
    expect([active(plan), active(marked)]).toEqual([['found-1'], ['found-2']]);
    const result = apply(plan, edit, surveysOf(BENCH));
    expect(result.ok && edited(marked, BENCH, result.inverse)).toEqual(plan);
    expect(refusalOf({ plan, survey: BENCH }, markActiveEdit({ plan, survey: BENCH }, 'found-5'))?.code).toBe(
      'not-primary',
    );
  });

  test('logicals are numbered anew when one before them goes', () => {
    const less = edited(plan, BENCH, { kind: 'remove', partition: 'found-5' });
    expect(partitionNumbers({ plan: less, survey: BENCH }).get('found-6')).toBe(5);
  });
});

describe('converting in place', () => {
  test('MBR to GPT keeps every partition where it is, logicals too', () => {
    const edit: Edit = { kind: 'set-target', changes: { style: 'gpt', table: 'convert', mode: 'uefi' } };
    const tight = drawnMbr([[499, 'ntfs']], []);
    const converted = edited(plan, BENCH, edit);
    expect(converted.partitions).toEqual(plan.partitions);
    expect(slotsOf({ plan: converted, survey: BENCH })).toBeUndefined();
    expect(plannedArea({ plan: converted, survey: BENCH })).toEqual({
      first: 34,
      end: BENCH.disk.sizeSectors - 33,
    });
    const full = edited(planOn(tight), tight, {
      kind: 'resize',
      partition: 'found-1',
      length: (gib(500) - mib(1)) as never,
      hold: 'start',
    });
    expect(refusalOf({ plan: full, survey: tight }, edit)).toMatchObject({ code: 'outside', first: 34 });
  });

  test('GPT to MBR where four slots are enough', () => {
    const four = drawn(500, ['1GiB ext4', '2GiB ext4', '3GiB ext4', '4GiB ext4']);
    const five = drawn(500, ['1GiB ext4', '2GiB ext4', '3GiB ext4', '4GiB ext4', '5GiB ext4']);
    const edit: Edit = { kind: 'set-target', changes: { style: 'mbr', table: 'convert', mode: 'bios' } };
    expect(refusalOf({ plan: planOn(four), survey: four }, edit)).toBeUndefined();
    expect(refusalOf({ plan: planOn(five), survey: five }, edit)).toEqual({
      code: 'slots-full',
      primaries: 5,
      container: false,
    });
    const large = drawn(4000, ['1GiB ext4', '3000GiB ext4']);
    expect(refusalOf({ plan: planOn(large), survey: large }, edit)?.code).toBe('outside');
  });

  test('there must be a table of the other style', () => {
    expect(
      refusalOf({ plan, survey: BENCH }, { kind: 'set-target', changes: { table: 'convert' } })?.code,
    ).toBe('nothing-to-convert');
  });
});

test('on a new MBR the last slot becomes a container, so that more can follow', () => {
  const survey = drawn(500, []);
  let made = edited(planOn(survey), survey, newTableEdit(planOn(survey), 'mbr'), {
    kind: 'add-system',
    system: newSystem('linux-desktop'),
  });
  for (let i = 0; i < 6; i++) {
    const gap = plannedGaps({ plan: made, survey }).find((g) => g.usable.length > gib(20))!;
    made = edited(
      made,
      survey,
      createInGap({ plan: made, survey }, gap, { role: 'data', owners: [], size: 20 * GIB })!,
    );
  }
  const slots = slotsOf({ plan: made, survey })!;
  expect([slots.primaries.length, slots.logicals.length, slots.free]).toEqual([3, 3, 0]);
  expect([...partitionNumbers({ plan: made, survey }).values()]).toEqual([1, 2, 3, 4, 5, 6, 7]);
});

/** What every MBR must be, worked out plainly. */
function expectSound(planned: Planned): void {
  const { survey } = planned;
  const slots = slotsOf(planned);
  if (!slots) return;
  const { container, primaries, logicals } = slots;
  expect(primaries.length + (container ? 1 : 0)).toBeLessThanOrEqual(MBR_SLOTS);
  const places = recordPlaces(planned);
  const taken = [
    ...primaries.map((p) => [p.start, endOf(p)] as const),
    ...logicals.map((p) => [p.start, endOf(p)] as const),
    ...[...places.values()].map((at) => [at, at + 1] as const),
  ].sort((a, b) => a[0] - b[0]);
  taken.forEach(([, end], i) =>
    expect(end).toBeLessThanOrEqual(taken[i + 1]?.[0] ?? survey.disk.sizeSectors),
  );
  if (container)
    for (const [start, end] of taken) {
      const inside = start >= container.start && end <= endOf(container);
      const outside = end <= container.start || start >= endOf(container);
      expect(inside !== outside).toBe(true);
    }
  for (const p of logicals) expect(places.get(p.id)!).toBeGreaterThanOrEqual(container!.start);
  const numbers = [...partitionNumbers(planned).values()];
  expect(new Set(numbers).size).toBe(numbers.length);
}

test('whatever is edited, the table can be written, and every edit leads back', () => {
  let made = 0;
  fc.assert(
    fc.property(anyMbrDisk, fc.nat(), (survey, seed) => {
      walk(survey, seed, 14, (before, edit) => {
        const result = apply(before, edit, surveysOf(survey));
        if (!result.ok) return before;
        made += 1;
        expectSound({ plan: result.plan, survey });
        const back = apply(result.plan, result.inverse, surveysOf(survey));
        expect(back.ok && back.plan).toEqual(before);
        return result.plan;
      });
    }),
    { numRuns: 150 },
  );
  expect(made).toBeGreaterThan(400);
});
