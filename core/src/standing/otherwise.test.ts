import fc from 'fast-check';
import { createInGap } from '../compose/index.js';
import { apply } from '../edits/index.js';
import { plannedGaps } from '../layout/index.js';
import { partitionOf, type Plan, type Planned } from '../plan/index.js';
import { GIB } from '../quantity/index.js';
import { procedureFor, type Step } from '../sequence/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { drawn, edited, gib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { sizedBy, wentOtherwise } from './index.js';

const AT = '2026-11-26T09:00:00.000Z';
const disk = drawn(500, ['1GiB efi', '400GiB ext4 "old"', '20GiB ext4 "kept"']);
const linux = newSystem('linux-desktop', 'Linux', 'system-1');
const stepsOf = (planned: Planned): readonly Step[] => {
  const { ordered } = procedureFor(planned);
  return ordered.ok ? ordered.steps : [];
};
const step = (plan: Plan, id: string) => stepsOf({ plan, survey: disk }).find((s) => s.id === id)!;

/** “old” gives 100 GiB to a root of 60 and a home of 40 behind it. */
function planned(): Plan {
  let plan = edited(
    planOn(disk),
    disk,
    { kind: 'resize', partition: 'found-2', length: gib(300), hold: 'start' },
    { kind: 'add-system', system: linux },
  );
  for (const [role, size] of [
    ['root', 60 * GIB],
    ['home', undefined],
  ] as const) {
    const gap = plannedGaps({ plan, survey: disk }).find((g) => g.start > gib(300))!;
    plan = edited(plan, disk, createInGap({ plan, survey: disk }, gap, { role, owners: [linux], size })!);
  }
  return plan;
}
const sizes = ({ partitions }: Plan) => partitions.map(({ id, length }) => [id, length / gib(1)]);

function otherwise(plan: Plan, id: string, size: number): Plan {
  const went = wentOtherwise({ plan, survey: disk }, step(plan, id), size, AT);
  if (!went.ok) throw new Error(went.refusal.code);
  return edited(plan, disk, went.edit);
}

describe('a step that was done with another size', () => {
  const plan = planned();

  test('smaller than planned: it is ticked off, and the space behind it is free', () => {
    const after = otherwise(plan, 'shrink:found-2', 280 * GIB);
    expect(after.ticked).toEqual(['shrink:found-2']);
    expect(after.records).toEqual({ 'shrink:found-2': { at: AT, remark: '' } });
    expect(sizes(after)).toEqual([...sizes(plan).map(([id, n]) => (id === 'found-2' ? [id, 280] : [id, n]))]);
  });

  test('larger than planned: what is not made yet gives the space, what is on the disk stays', () => {
    const after = otherwise(plan, 'shrink:found-2', 320 * GIB);
    expect(sizes(after)).toEqual([
      ['found-1', 1],
      ['found-2', 320],
      ['new-1', 40],
      ['new-2', 40],
      ['found-3', 20],
    ]);
    expect(partitionOf(after, 'found-3')).toEqual(partitionOf(plan, 'found-3'));
  });

  test('what is made by then gives nothing, and the step says why it cannot be', () => {
    const made = edited(plan, disk, { kind: 'tick', step: 'create:new-1', done: true });
    const went = wentOtherwise({ plan: made, survey: disk }, step(made, 'shrink:found-2'), 320 * GIB, AT);
    expect(went).toMatchObject({ ok: false, refusal: { code: 'no-room' } });
  });

  test('a step that makes no size has none', () => {
    const backup = step(plan, 'backup');
    expect(sizedBy({ plan, survey: disk }, backup)).toBeUndefined();
    expect(wentOtherwise({ plan, survey: disk }, backup, GIB, AT).ok).toBe(false);
  });

  test('on any disk: the step is ticked, what is on the disk stays where it is, and it can be undone', () => {
    let went = 0;
    fc.assert(
      fc.property(
        anyStyledDisk,
        fc.nat(),
        fc.double({ min: 0.3, max: 1.6, noNaN: true }),
        (survey, seed, share) => {
          let random: Plan = planOn(survey);
          walk(survey, seed, 7, (before, edit) => {
            const result = apply(before, edit, () => survey);
            return (random = result.ok ? result.plan : before);
          });
          const before = random;
          for (const each of stepsOf({ plan: before, survey })) {
            const sized = sizedBy({ plan: before, survey }, each);
            if (!sized) continue;
            const size = Math.round(sized.length * share) * survey.disk.sectorBytes;
            const outcome = wentOtherwise({ plan: before, survey }, each, size, AT);
            if (!outcome.ok) continue;
            const result = apply(before, outcome.edit, surveysOf(survey));
            if (!result.ok) throw new Error(result.refusal.code);
            went += 1;
            const { plan: after, inverse } = result;
            expect(after.ticked).toContain(each.id);
            expect(partitionOf(after, sized.id)!.start).toBe(sized.start);
            for (const p of before.partitions)
              if (p.from !== null && p.id !== sized.id)
                expect([partitionOf(after, p.id)!.start, partitionOf(after, p.id)!.length]).toEqual([
                  p.start,
                  p.length,
                ]);
            expect(apply(after, inverse, surveysOf(survey))).toMatchObject({ ok: true, plan: before });
          }
        },
      ),
      { numRuns: 60 },
    );
    expect(went).toBeGreaterThan(20);
  });
});
