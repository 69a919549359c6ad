import { message } from '../words/index.js';
import fc from 'fast-check';
import { GIB } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { drawn, edited, gib, mib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { createInGap, noteFoundEdit, takeUpEdit } from '../compose/index.js';
import { apply } from '../edits/index.js';
import { largestGap, plannedGaps } from '../layout/index.js';
import { partitionOf, type Plan } from '../plan/index.js';
import type { Grip } from './grip.js';
import { bodiesOf, drawGrip, gripsOf } from './grips.js';
import { snapPlaces } from './snaps.js';
import { verbsOf } from './verbs.js';
import { inEnglish, type Message } from '../words/index.js';

const DISK = drawn(500, ['1GiB efi', '100GiB ext4 "one"', '50GiB ext4 "two"']);
const noted = ['found-2', 'found-3'].reduce(
  (plan, id) => edited(plan, DISK, noteFoundEdit(plan, id, { usedBytes: 10 * GIB })),
  planOn(DISK),
);
const shrunk = edited(noted, DISK, {
  kind: 'resize',
  partition: 'found-2',
  length: gib(60),
  hold: 'start',
});
const body = (plan: Plan, id: string): Grip =>
  bodiesOf({ plan, survey: DISK }).find((g) => g.kind === 'body' && g.partition === id)!;
const end = (plan: Plan, id: string): Grip =>
  gripsOf({ plan, survey: DISK }).find((g) => g.kind === 'end' && g.partition === id)!;

describe('sliding a whole part', () => {
  test('only what has room beside it can slide', () => {
    expect(bodiesOf({ plan: noted, survey: DISK }).map((g) => g.kind === 'body' && g.partition)).toEqual([
      'found-3',
    ]);
    expect(bodiesOf({ plan: shrunk, survey: DISK }).map((g) => g.kind === 'body' && g.partition)).toEqual([
      'found-2',
      'found-3',
    ]);
  });

  test('it keeps its length, and comes to lie on round places', () => {
    const was = partitionOf(shrunk, 'found-3')!;
    const { after, resisted } = drawGrip(
      { plan: shrunk, survey: DISK },
      body(shrunk, 'found-3'),
      was.start + gib(7) + 12345,
      gib(1),
    );
    const is = partitionOf(after, 'found-3')!;
    expect([is.length, is.start % gib(1), resisted]).toEqual([was.length, 0, null]);
    expect(Math.abs(is.start - was.start - gib(7))).toBeLessThan(gib(1));
  });

  test('it stops at its neighbour, and says why', () => {
    const { after, resisted } = drawGrip(
      { plan: shrunk, survey: DISK },
      body(shrunk, 'found-3'),
      gib(2),
      gib(1),
    );
    const one = partitionOf(after, 'found-2')!;
    expect(partitionOf(after, 'found-3')!.start).toBe(one.start + one.length);
    expect(resisted).toMatchObject({ code: 'overlaps', other: 'found-2' });
  });

  test('drawn anywhere on any disk, nothing else moves and nothing overlaps', () => {
    fc.assert(
      fc.property(anyStyledDisk, fc.nat(), fc.double({ min: 0, max: 1, noNaN: true }), (survey, n, share) => {
        walk(survey, n, 4, (plan, step) => {
          const bodies = bodiesOf({ plan, survey });
          const grip = bodies[n % Math.max(1, bodies.length)];
          if (grip?.kind === 'body') slide(plan, grip, Math.floor(share * survey.disk.sizeSectors), survey);
          const made = apply(plan, step, surveysOf(survey));
          return made.ok ? made.plan : plan;
        });
      }),
      { numRuns: 60 },
    );
  });
});

function slide(
  plan: Plan,
  grip: Extract<Grip, { kind: 'start' | 'end' | 'body' }>,
  to: number,
  survey: Survey,
) {
  const { edit, after } = drawGrip({ plan, survey }, grip, to, mib(1), mib(64));
  if (!edit) return expect(after).toBe(plan);
  const others = (p: Plan) => p.partitions.filter((q) => q.id !== grip.partition);
  expect(others(after)).toEqual(others(plan));
  expect(partitionOf(after, grip.partition)!.length).toBe(partitionOf(plan, grip.partition)!.length);
  const made = apply(plan, edit, surveysOf(survey));
  expect(made.ok && made.plan).toEqual(after);
}

describe('telling places', () => {
  test.each([
    ['where it was found', gib(100)],
    ['half of the space', gib(50)],
    ['a quarter of the space', gib(25)],
    ['all the space', gib(100)],
  ])('%s is within reach', (what, length) => {
    const grip = end(shrunk, 'found-2');
    const place = snapPlaces({ plan: shrunk, survey: DISK }, grip).find((p) => inEnglish(p.what) === what)!;
    const { after, snapped } = drawGrip(
      { plan: shrunk, survey: DISK },
      grip,
      place.at + 900_000,
      gib(1),
      1_000_000,
    );
    expect(snapped?.at).toBe(place.at);
    expect(partitionOf(after, 'found-2')!.length).toBe(length);
  });

  test('beyond reach, whole steps are taken', () => {
    const grip = end(shrunk, 'found-2');
    const drawnTo = drawGrip({ plan: shrunk, survey: DISK }, grip, grip.at + gib(3) + 999, gib(1), 1000);
    expect(drawnTo.snapped).toBeUndefined();
    expect(partitionOf(drawnTo.after, 'found-2')!.length).toBe(gib(63));
  });

  test('held at a floor, it has not come to lie where it was drawn', () => {
    const grip = end(shrunk, 'found-2');
    const { snapped, resisted } = drawGrip({ plan: shrunk, survey: DISK }, grip, gib(2), gib(1), gib(4));
    expect([snapped, resisted?.code]).toEqual([undefined, 'below-floor']);
  });
});

describe('what can be done with a part at a press', () => {
  const ids = (plan: Plan, id: string) => verbsOf({ plan, survey: DISK }, id).map((v) => v.id);

  test('depends on where it lies and what it holds', () => {
    expect(ids(noted, 'found-2')).toEqual(['format', 'delete', 'halve', 'trade-previous', 'trade-next']);
    expect(ids(shrunk, 'found-2')).toEqual([
      'format',
      'delete',
      'fill',
      'halve',
      'trade-previous',
      'trade-next',
      'as-found',
    ]);
    const gone = edited(noted, DISK, { kind: 'remove', partition: 'found-2' });
    expect(ids(gone, 'found-2')).toEqual(['undelete']);
    expect(ids(noted, 'gap-1')).toEqual([]);
  });

  test('free space is given, shared or closed up; everything else keeps its size, and what it costs is said', () => {
    let [gaps, moving] = [0, 0];
    fc.assert(
      fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
        let plan = planOn(survey);
        walk(survey, seed, 6, (before, edit) => {
          const result = apply(before, edit, surveysOf(survey));
          plan = result.ok ? result.plan : before;
          return plan;
        });
        const planned = { plan, survey };
        const free = (of: Plan) =>
          plannedGaps({ plan: of, survey }).reduce((sum, g) => sum + g.usable.length, 0);
        for (const gap of plannedGaps(planned))
          for (const { id, edit, title } of verbsOf(planned, gap.id)) {
            gaps += 1;
            const after = edited(plan, survey, edit);
            const moved = (title as Message<'verb.give'>).with.moved;
            if (moved > 0) moving += 1;
            const grown = after.partitions.filter((p) => p.length !== partitionOf(plan, p.id)!.length);
            for (const p of grown) expect(p.length).toBeGreaterThan(partitionOf(plan, p.id)!.length);
            if (id === 'close')
              expect([grown, after.partitions.length]).toEqual([[], plan.partitions.length]);
            else expect(free(after)).toBeLessThan(free(plan));
            if (id.startsWith('give:')) expect(grown.map((p) => `give:${p.id}`)).toEqual([id]);
            const kept = after.partitions.filter((p) => p.from !== null && p.treatment === 'keep');
            const travels = kept.some((p) => p.start !== partitionOf(plan, p.id)!.start);
            if (!travels) expect(moved).toBe(0);
          }
      }),
      { numRuns: 300 },
    );
    expect([gaps > 300, moving > 30]).toEqual([true, true]);
  });

  test('a new root with room makes a home of its end', () => {
    const system = newSystem('linux-desktop');
    const large = edited(
      shrunk,
      DISK,
      { kind: 'add-system', system },
      createInGap({ plan: shrunk, survey: DISK }, largestGap({ plan: shrunk, survey: DISK })!, {
        role: 'root',
        owners: [system],
      })!,
    );
    const root = large.partitions.find((p) => p.from === null)!;
    const verb = verbsOf({ plan: large, survey: DISK }, root.id).find((v) => v.id === 'split-home')!;
    const after = edited(large, DISK, verb.edit);
    const [left, home] = after.partitions.filter((p) => p.from === null);
    expect(left!.length).toBe(Math.min(system.comfortableBytes / 512, root.length / 2));
    expect([home!.start, left!.length + home!.length]).toEqual([left!.start + left!.length, root.length]);
  });

  test('as it was found leads back', () => {
    const back = verbsOf({ plan: shrunk, survey: DISK }, 'found-2').find((v) => v.id === 'as-found')!;
    expect(edited(shrunk, DISK, back.edit)).toEqual(noted);
  });
});

describe('taking up another plan', () => {
  test('makes it the plan as one edit, and leads back; facts stay', () => {
    const present = edited(
      noted,
      DISK,
      { kind: 'set-machine', changes: { ramBytes: 32 * GIB } },
      { kind: 'tick', step: 'backup', done: true },
    );
    const edit = takeUpEdit(present, shrunk, message('edit.use-plan', { name: 'tight' }));
    const result = apply(present, edit, surveysOf(DISK));
    if (!result.ok) throw new Error(result.refusal.code);
    expect(result.plan).toEqual({ ...shrunk, machine: present.machine, ticked: ['backup'] });
    expect(edited(result.plan, DISK, result.inverse)).toEqual(present);
  });
});
