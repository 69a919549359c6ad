import fc from 'fast-check';
import { apply } from '../edits/index.js';
import type { Plan, Planned } from '../plan/index.js';
import { sectors } from '../quantity/index.js';
import { cutAfter } from '../runbook/index.js';
import { procedureFor, wayBack, type Copy, type Step } from '../sequence/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { planOn, surveysOf } from '../testing/builders.js';
import { rehearse, rehearseBack } from './index.js';

/** As much of a copy as was written when the power failed: no table is written for it. */
function begun(step: Step, copy: Copy, written: number): Step {
  const offset = copy.direction === 'forward' ? 0 : copy.sectors - written;
  return {
    ...step,
    kind: 'verify-disk',
    copy: {
      ...copy,
      from: sectors(copy.from + offset),
      to: sectors(copy.to + offset),
      sectors: sectors(written),
    },
  };
}

/** What power cuts in a copy leave, and the branch of the decision that holds then. */
function cutsIn(planned: Planned): { steps: readonly Step[]; at: number; written: number; whole: boolean }[] {
  const { ordered } = procedureFor(planned);
  const steps: readonly Step[] = ordered.ok ? ordered.steps : [];
  return steps.flatMap((step, at) => {
    const { copy, exposure } = step;
    if (!copy) return [];
    const whole = exposure?.when.from ?? copy.sectors;
    return [1, Math.ceil(whole / 2), whole, whole + 1, copy.sectors]
      .filter((written) => written >= 1 && written <= copy.sectors)
      .map((written) => ({ steps, at, written, whole: written <= whole }));
  });
}

test('after a cut in a copy the branch that holds, followed, ends as planned or as found, with nothing lost', () => {
  const seen = { whole: 0, lost: 0 };
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      let plan: Plan = planOn(survey);
      walk(survey, seed, 7, (now, edit) => {
        const result = apply(now, edit, surveysOf(survey));
        return (plan = result.ok ? result.plan : now);
      });
      const planned = { plan, survey };
      for (const { steps, at, written, whole } of cutsIn(planned)) {
        const step = steps[at]!;
        const before = [...steps.slice(0, at), begun(step, step.copy!, written)];
        const cut = cutAfter(planned, at)!;
        const again = rehearse(planned, [...before, ...steps.slice(at)]);
        if (!whole) {
          // Nobody is told to do it again then: the same piece would be copied over itself.
          seen.lost += 1;
          const no = cut.branches.find(({ when }) => when.code === 'cut.when-no');
          expect(no?.ways.map((way) => way.code)).toEqual(['cut.restore-moved']);
          continue;
        }
        seen.whole += 1;
        expect(cut.branches[0]!.ways[0]).toMatchObject({ code: 'cut.again' });
        expect([again.fault, again.lost]).toEqual([undefined, []]);
        if (!cut.branches[0]!.ways.some(({ code }) => code === 'cut.back')) continue;
        const back = wayBack(planned, steps, at);
        const there = rehearseBack(planned, before, back.steps);
        const straight = rehearseBack(planned, steps.slice(0, at), back.steps);
        const kept = survey.partitions.filter((p) => !back.losses.some((loss) => loss.found === p.id));
        for (const { id, start } of kept)
          expect([id, there.disk.holds(id, start, 1)]).toEqual([id, straight.disk.holds(id, start, 1)]);
      }
    }),
    { numRuns: 120 },
  );
  expect(seen.whole).toBeGreaterThan(20);
  expect(seen.lost).toBeGreaterThan(3);
});
