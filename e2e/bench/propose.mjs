// Proposals and recipes: searched as the worker does, in this process.
import { demoMachine, DEMO_NAMES } from '@rhizotome/demo';
import {
  apply,
  applyRecipe,
  beginEdit,
  EMPTY_PLAN,
  GIB,
  noteFoundEdit,
  proposalsFor,
  readRecipe,
  surveyFromHand,
  systemFrom,
  USUAL_WISH,
} from '@rhizotome/core';

const IDENTITY = { id: 'bench', takenAt: '2026-01-01T00:00:00.000Z' };
const MILLISECONDS = { demo: 300, large: 2000 };
const LINUX = systemFrom('linux-desktop', { id: 'newcomer', name: 'Newcomer', origin: 'new' });

const timeOf = (work) => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

const planned = (plan, survey, edits) =>
  edits.reduce((now, edit) => {
    const result = apply(now, edit, () => survey);
    if (!result.ok) throw new Error(result.refusal.code);
    return result.plan;
  }, plan);

/** A demo machine with one more Linux to come; a plan of its own each time, so that nothing is known of it. */
function withNewcomer(name) {
  const { plan, survey } = demoMachine(name, IDENTITY);
  if (!survey) throw new Error(`${name} has no reading`);
  const own = { ...plan, surveyId: survey.id };
  return { plan: planned(own, survey, [{ kind: 'add-system', system: LINUX }]), survey };
}

function large() {
  const lines = Array.from({ length: 120 }, (_, i) => `8GiB ext4 "part ${i}"`);
  const read = surveyFromHand(
    { diskBytes: 1000 * GIB, sectorBytes: 512, style: 'gpt', text: lines.join('\n') },
    IDENTITY,
  );
  if (!read.ok) throw new Error(read.refusal.says.code);
  const { survey } = read;
  const begun = planned(EMPTY_PLAN, survey, [beginEdit({ plan: EMPTY_PLAN, survey })]);
  const used = survey.partitions.map((p) => noteFoundEdit(begun, p.id, { usedBytes: GIB }));
  // Every one of them can give, and none alone enough.
  const wish = { ...USUAL_WISH, keep: { factor: 1, freeBytes: GIB } };
  const edits = [...used, { kind: 'wish-for', wish }, { kind: 'add-system', system: LINUX }];
  return { plan: planned(begun, survey, edits), survey };
}

const RECIPE = 'rhizotome recipe 1\nadd "Field", like linux-small, wished comfortable';

/** How the time of a recipe grows with the machines: 1 where each costs the same. */
function exponentOf(few, many) {
  const read = readRecipe(RECIPE);
  if (!read.ok) throw new Error(read.error.message);
  const names = DEMO_NAMES.filter((name) => name !== 'sanderling');
  const run = (count) =>
    timeOf(() => {
      for (let i = 0; i < count; i++) {
        const { plan, survey } = demoMachine(names[i % names.length], IDENTITY);
        applyRecipe(read.recipe, { plan: { ...plan, surveyId: survey.id }, survey });
      }
    });
  run(few);
  const [short, long] = [run(few), run(many)];
  return { exponent: Math.log(long / short) / Math.log(many / few), each: long / many };
}

export function benchProposals(report) {
  DEMO_NAMES.forEach((name) => proposalsFor(withNewcomer(name)));
  const times = DEMO_NAMES.map((name) => {
    const machine = withNewcomer(name);
    return { name, time: timeOf(() => proposalsFor(machine)) };
  });
  const slowest = times.reduce((a, b) => (b.time > a.time ? b : a));
  report(
    'propose-demo',
    slowest.time / MILLISECONDS.demo,
    1,
    `slowest of seven, ${slowest.name}: ${slowest.time.toFixed(0)} ms of ${MILLISECONDS.demo}`,
  );
  const machine = large();
  const time = timeOf(() => proposalsFor(machine));
  report(
    'propose-120',
    time / MILLISECONDS.large,
    1,
    `120 partitions: ${time.toFixed(0)} ms of ${MILLISECONDS.large}`,
  );
  const { exponent, each } = exponentOf(140, 1000);
  report('recipe-1000', exponent, 1.05, `exponent from 140 to 1 000 machines, ${each.toFixed(1)} ms each`);
}
