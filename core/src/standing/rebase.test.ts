import fc from 'fast-check';
import { momentsOf } from '../moment/index.js';
import { apply } from '../edits/index.js';
import type { Plan, Planned } from '../plan/index.js';
import { practiceDiskAt } from '../practice/index.js';
import { kindOf, objectsOf, procedureFor, type Step } from '../sequence/index.js';
import type { Survey } from '../survey/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { drawn, edited, gib, newSystem, planOn } from '../testing/builders.js';
import { surveyFromPractice } from '../testing/images.js';
import { rebaseEdit } from './rebase.js';

/** Carried on from a reading, or what hinders it. */
function rebased(planned: Planned, reading: Survey, done: number): Planned | string {
  const result = apply(planned.plan, rebaseEdit(planned, reading, done), (id) =>
    id === reading.id ? reading : planned.survey,
  );
  return result.ok ? { plan: result.plan, survey: reading } : JSON.stringify(result.refusal);
}

/** Where everything lies at the end, and what it holds. */
const endOfPlan = ({ plan }: Planned) =>
  plan.partitions.map(({ start, length, role, owners }) => ({ start, length, role, owners }));

/** The changes of the table and of contents, by what they are about. */
const changes = (steps: readonly Step[]) =>
  steps
    .filter((s) => kindOf(s).write !== null || s.kind === 'format')
    .map((s) => `${s.kind} ${objectsOf(s).partition ?? objectsOf(s).found ?? ''}`);

test('at any moment of random plans the plan goes on from the disk as it is, to the same end, with no step twice', () => {
  let moments = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      let plan: Plan = planOn(survey);
      walk(survey, seed, 7, (before, edit) => {
        const result = apply(before, edit, () => survey);
        return (plan = result.ok ? result.plan : before);
      });
      const planned = { plan, survey };
      const { ordered } = procedureFor(planned);
      if (!ordered.ok) return;
      for (const moment of momentsOf(planned)) {
        const reading = { ...surveyFromPractice(practiceDiskAt(moment)), id: 'survey-2' };
        const now = rebased(planned, reading, moment.after);
        if (typeof now === 'string') throw new Error(`after ${moment.after}: ${now}`);
        expect(endOfPlan(now)).toEqual(endOfPlan(planned));
        const left = procedureFor(now).ordered;
        if (!left.ok) continue;
        moments += 1;
        expect(changes(left.steps).length).toBeLessThanOrEqual(
          changes(ordered.steps.slice(moment.after)).length,
        );
      }
    }),
    { numRuns: 40 },
  );
  expect(moments).toBeGreaterThan(80);
}, 60_000);

describe('a Linux beside a Windows', () => {
  const survey = drawn(500, ['100MiB efi', '400GiB windows "main"']);
  const system = newSystem('linux-desktop', 'Linux');
  const plan = edited(
    planOn(survey),
    survey,
    { kind: 'note-found', found: 'found-2', changes: { usedBytes: 2 ** 30 } },
    { kind: 'add-system', system },
    { kind: 'resize', partition: 'found-2', length: gib(200), hold: 'start' },
  );
  const planned = { plan, survey };

  test('of which the shrinking took another size than planned, has the rest of it as its next step', () => {
    const partitions = survey.partitions.map((p) => (p.id === 'found-2' ? { ...p, length: gib(250) } : p));
    const now = rebased(planned, { ...survey, id: 'survey-2', partitions }, 1) as Planned;
    const { ordered } = procedureFor(now);
    const shrink = ordered.ok ? ordered.steps.find((s) => s.kind === 'shrink') : undefined;
    expect(shrink).toMatchObject({ before: { length: gib(250) }, after: { length: gib(200) } });
    expect(now.plan.found['found-2']).toMatchObject({ usedBytes: 2 ** 30 });
  });

  test('keeps what it does not know', () => {
    const extra = { ...survey.partitions[1]!, id: 'found-9', number: 9, start: gib(450), length: gib(10) };
    const reading = { ...survey, id: 'survey-2', partitions: [...survey.partitions, extra] };
    const now = rebased(planned, reading, 0) as Planned;
    expect(now.plan.partitions.at(-1)).toMatchObject({ from: 'found-9', treatment: 'keep', start: gib(450) });
  });
});
