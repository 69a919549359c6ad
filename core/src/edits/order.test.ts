import fc from 'fast-check';
import { GIB } from '../quantity/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { surveysOf } from '../testing/builders.js';
import { EMPTY_PLAN, type Plan } from '../plan/index.js';
import { apply, readingsNamed, type Edit } from './edit.js';
import { commute } from './order.js';

const none = () => undefined;
const ram = (gibibytes: number): Edit => ({ kind: 'set-machine', changes: { ramBytes: gibibytes * GIB } });
const device = (name: string): Edit => ({ kind: 'set-machine', changes: { device: name } });

function made(plan: Plan, ...edits: Edit[]) {
  const last = [];
  let now = plan;
  for (const edit of edits) {
    const result = apply(now, edit, none);
    if (!result.ok) throw new Error(result.refusal.code);
    last.push({ edit, inverse: result.inverse });
    now = result.plan;
  }
  return { plan: now, last };
}

test.each<[string, Edit[], Edit[], boolean]>([
  ['of two facts', [ram(8)], [device('sdb')], true],
  ['of one fact', [ram(8)], [ram(16)], false],
  ['of one fact, to the same', [ram(8)], [ram(8)], true],
  ['several of two facts', [ram(4), ram(8)], [device('sda'), device('sdb')], true],
  ['one that is refused', [ram(8)], [{ kind: 'remove', partition: 'none' }], false],
])('edits %s: the order makes no difference, %#', (_, first, then, same) => {
  const { plan, last } = made(EMPTY_PLAN, ...first);
  expect(commute(plan, last, then, none)).toBe(same);
});

test('readings are found wherever they are named', () => {
  const begin = (surveyId: string | null) => ({ ...({ kind: 'begin' } as object), surveyId }) as Edit;
  expect(readingsNamed(begin('one'))).toEqual(['one']);
  expect(readingsNamed(begin(null))).toEqual([]);
  expect(readingsNamed(ram(8))).toEqual([]);
  const batch = { kind: 'batch', says: { code: 'edit.tick', with: null }, edits: [ram(8), begin('two')] };
  expect(readingsNamed(batch as Edit)).toEqual(['two']);
});

test('where edits commute, either order gives the same plan', () => {
  let yes = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(1e6), (survey, seed) => {
      const surveys = surveysOf(survey);
      let before: Plan | undefined;
      let last: { edit: Edit; inverse: Edit } | undefined;
      walk(survey, seed, 8, (plan, edit) => {
        const result = apply(plan, edit, surveys);
        if (last && before && commute(plan, [last], [edit], surveys)) {
          yes += 1;
          const first = apply(before, edit, surveys);
          const both = first.ok ? apply(first.plan, last.edit, surveys) : undefined;
          expect(both?.ok && both.plan).toEqual(result.ok && result.plan);
        }
        if (!result.ok) return plan;
        [before, last] = [plan, { edit, inverse: result.inverse }];
        return result.plan;
      });
    }),
    { numRuns: 60 },
  );
  expect(yes).toBeGreaterThan(20);
});
