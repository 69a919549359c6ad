import fc from 'fast-check';
import { momentsOf } from '../moment/index.js';
import type { Plan, Planned } from '../plan/index.js';
import { practiceDiskAt } from '../practice/index.js';
import { sectors } from '../quantity/index.js';
import { kindOf, procedureFor } from '../sequence/index.js';
import type { Survey, SurveyPartition } from '../survey/index.js';
import { anyStyledDisk, walked } from '../testing/arbitraries.js';
import { surveyFromPractice } from '../testing/images.js';
import { standingOf } from './index.js';

const MIB_SECTORS = 2048;

/** Ways in which a step goes wrong at a partition of the disk as it should be then: each leaves another disk. */
const WRONGS: Readonly<Record<string, (p: SurveyPartition) => readonly SurveyPartition[]>> = {
  'the neighbour was deleted': () => [],
  'it ends too early': (p) =>
    p.length > 2 * MIB_SECTORS ? [{ ...p, length: sectors(p.length - MIB_SECTORS) }] : [],
  'it begins too late': (p) =>
    p.length > 2 * MIB_SECTORS
      ? [{ ...p, start: sectors(p.start + MIB_SECTORS), length: sectors(p.length - MIB_SECTORS) }]
      : [],
};

/** Whether some moment of the procedure lists a partition just there. */
const isListedThere = (planned: Planned, { start, length }: SurveyPartition): boolean =>
  momentsOf(planned).some(({ planned: then }) =>
    then.plan.partitions.some((p) => p.start === start && p.length === length),
  );

const randomPlan = (survey: Survey, seed: number): Plan => {
  const plan = walked(survey, seed, 7);
  return plan;
};

test('a disk on which a step was not done is not taken for one on which it was', () => {
  let steps = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      const planned = { plan: randomPlan(survey, seed), survey };
      const { ordered } = procedureFor(planned);
      const moments = momentsOf(planned);
      for (const [i, step] of (ordered.ok ? ordered.steps : []).entries()) {
        if (kindOf(step).table === null) continue;
        const before = surveyFromPractice(practiceDiskAt(moments[i]!));
        expect(standingOf(planned, before).moments).toContain(i);
        steps += 1;
      }
    }),
    { numRuns: 15 },
  );
  expect(steps).toBeGreaterThan(12);
}, 60_000);

test.each(Object.entries(WRONGS))(
  'at no moment is a disk taken for right where %s',
  (_, wrong) => {
    let tried = 0;
    fc.assert(
      fc.property(anyStyledDisk, fc.nat(), fc.nat(), (survey, seed, pick) => {
        const planned = { plan: randomPlan(survey, seed), survey };
        const staying = planned.plan.partitions.filter((p) => p.treatment === 'keep').map((p) => p.from);
        for (const moment of momentsOf(planned)) {
          const right = surveyFromPractice(practiceDiskAt(moment));
          const kept = right.partitions.filter((p) =>
            moment.planned.plan.partitions.some((q) => q.start === p.start && staying.includes(q.from)),
          );
          const hit = kept[pick % Math.max(1, kept.length)];
          const left = hit && wrong(hit);
          if (!left || left.some((p) => isListedThere(planned, p))) continue;
          const partitions = right.partitions.flatMap((p) => (p === hit ? left : [p]));
          expect(standingOf(planned, { ...right, partitions }).differences).not.toEqual([]);
          tried += 1;
        }
      }),
      { numRuns: 10 },
    );
    expect(tried).toBeGreaterThan(8);
  },
  60_000,
);
