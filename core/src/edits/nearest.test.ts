import fc from 'fast-check';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { surveysOf } from '../testing/builders.js';
import { apply, nearerEdit } from './edit.js';

test('what a refusal names as nearest is taken', () => {
  const seen = { refused: 0, named: 0 };
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      walk(survey, seed, 20, (plan, edit) => {
        const result = apply(plan, edit, surveysOf(survey));
        if (result.ok) return result.plan;
        seen.refused += 1;
        const { refusal } = result;
        const named = 'nearest' in refusal || 'nearestStart' in refusal;
        if (!named) return plan;
        seen.named += 1;
        const nearer = nearerEdit(edit, refusal);
        expect(nearer && apply(plan, nearer, surveysOf(survey)).ok).toBe(true);
        return plan;
      });
    }),
    { numRuns: 400 },
  );
  expect(seen.refused).toBeGreaterThan(200);
  expect(seen.named).toBeGreaterThan(30);
});
