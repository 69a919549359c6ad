import fc from 'fast-check';
import { beginEdit } from '../compose/index.js';
import { apply, type Edit } from '../edits/index.js';
import { EMPTY_PLAN, type Plan } from '../plan/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { surveysOf } from '../testing/builders.js';
import type { Survey } from '../survey/index.js';
import { readMachineArchive, type ArchivedEntry, type MachineArchive } from './index.js';

const AT = '2026-05-04T07:30:00.000Z';

function archived(survey: Survey, seed: number, steps: number): MachineArchive {
  const history: ArchivedEntry[] = [];
  let plan = EMPTY_PLAN;
  const make = (before: Plan, edit: Edit) => {
    const made = apply(before, edit, surveysOf(survey));
    if (!made.ok) return before;
    const revision = history.length + 1;
    history.push({ revision, key: `key-${revision}`, intent: 'do', edit, inverse: made.inverse, at: AT });
    return (plan = made.plan);
  };
  make(plan, beginEdit({ plan, survey }));
  walk(survey, seed, steps, (_, edit) => make(plan, edit));
  const frame = { name: 'knot', story: '', createdAt: AT, surveys: [survey], beginning: EMPTY_PLAN };
  const kept = { name: 'as it was', keptAt: AT, revision: 1, plan, deletedAt: null };
  return {
    format: 'rhizotome/machine-archive',
    version: 2,
    ...frame,
    revision: history.length,
    plan,
    history,
    alternatives: [kept, { ...kept, name: 'let go', deletedAt: AT }],
  };
}

const anyArchive = fc
  .tuple(anyStyledDisk, fc.nat(), fc.integer({ min: 0, max: 9 }))
  .map((drawn) => archived(...drawn));
const [ONE] = fc.sample(anyArchive, { numRuns: 1, seed: 7 }) as unknown as [MachineArchive];
const sent = (archive: object): unknown => JSON.parse(JSON.stringify(archive));
const given = (archive: object) => {
  const read = readMachineArchive(sent(archive));
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return read.value;
};

test('what was given away reads back whole, whatever was done to it', () => {
  fc.assert(
    fc.property(anyArchive, (archive) => {
      const { archive: back, left } = given(archive);
      expect([sent(back), left]).toEqual([sent(archive), []]);
    }),
    { numRuns: 60 },
  );
});

test('one of version 1 reads as one whose edits have the date of the machine', () => {
  const { beginning, history, alternatives, ...rest } = ONE;
  expect(beginning).toEqual(EMPTY_PLAN);
  const past = {
    ...rest,
    version: 1,
    history: history.map(({ at: _, ...entry }) => entry),
    alternatives: alternatives.slice(0, 1).map(({ deletedAt: _, ...kept }) => kept),
  };
  const { archive, left } = given(past);
  expect([sent(archive), left]).toEqual([sent({ ...ONE, alternatives: alternatives.slice(0, 1) }), []]);
});

test('a history that does not lead to the plan is left out; the plan counts', () => {
  const { archive, left } = given({ ...ONE, history: ONE.history.slice(0, -1), revision: ONE.revision - 1 });
  expect(archive).toMatchObject({ history: [], revision: 0 });
  expect(sent(archive.beginning)).toEqual(sent(ONE.plan));
  expect(left).toEqual([{ code: 'archive.history-left', with: { count: ONE.history.length - 1 } }]);
});

test('an alternative that does not hold together is left out', () => {
  const stray = { ...ONE.alternatives[0]!, plan: { ...ONE.plan, surveyId: 'another' } };
  const { archive, left } = given({ ...ONE, alternatives: [stray, ...ONE.alternatives] });
  expect(archive.alternatives).toHaveLength(2);
  expect(left).toEqual([{ code: 'archive.alternative-left', with: { name: 'as it was' } }]);
});

test.each<[string, object, string]>([
  ['a plan on a reading that is not there', { surveys: [] }, 'plan.surveyId'],
  [
    'a plan that does not hold together',
    { plan: { ...ONE.plan, target: { ...ONE.plan.target, order: ['x'] } } },
    'plan',
  ],
  ['two readings of one id', { surveys: [ONE.surveys[0], ONE.surveys[0]] }, 'surveys.1.id'],
  ['two edits of one key', { history: ONE.history.map((e) => ({ ...e, key: 'one' })) }, 'history.1.key'],
  ['edits out of order', { history: [...ONE.history].reverse() }, 'history.0'],
  ['no name', { name: '  ' }, 'name'],
  [
    'an edit that is none',
    { history: [{ ...ONE.history[0], edit: { kind: 'wish' } }], revision: 1 },
    'history.0.edit',
  ],
])('%s is refused, with the place', (_, change, path) => {
  const read = readMachineArchive(sent({ ...ONE, ...change }));
  expect(read.ok ? '' : read.fault.code === 'shape' && read.fault.path).toMatch(new RegExp(`^${path}`));
});
