import { printNotation } from '../notation/index.js';
import type { Plan } from '../plan/index.js';
import { sectors } from '../quantity/index.js';
import { surveyDocument } from '../survey/index.js';
import { drawn, IDENTITY, planOn } from '../testing/builders.js';
import { machineDocument, readDocument } from './index.js';

const survey = drawn(500, ['100MiB efi', '200GiB windows "Station"', '20GiB ext4']);
const plan = planOn(survey);
const machine = { name: 'petrel', story: 'Laptop', survey, plan };

describe('a machine given away', () => {
  test('comes back the same as JSON and as notation', () => {
    const json = JSON.stringify(machineDocument(machine));
    expect(readDocument(json, IDENTITY)).toEqual({ ok: true, value: machine });
    expect(readDocument(printNotation(machine), IDENTITY)).toEqual({ ok: true, value: machine });
    expect(readDocument(JSON.stringify(surveyDocument(survey)), IDENTITY)).toEqual({
      ok: true,
      value: { name: '', story: '', survey, plan: null },
    });
  });

  const broken = (change: (plan: Plan) => Partial<Plan>) => ({
    ...machine,
    plan: { ...plan, ...change(plan) },
  });
  const moved = broken((p) => ({
    partitions: p.partitions.map((q, i) => (i === 2 ? { ...q, start: sectors(q.start - 4096) } : q)),
  }));

  test.each([
    ['an overlap', moved, 'plan.partitions (“found-3”): That would lie over another'],
    [
      'a part of nothing',
      broken((p) => ({ partitions: p.partitions.map((q) => ({ ...q, from: 'found-9' })) })),
      'cannot be kept',
    ],
    [
      'another survey',
      broken(() => ({ surveyId: 'elsewhere' })),
      'plan.surveyId: the plan rests on survey “elsewhere”',
    ],
    [
      'an owner that is none',
      broken((p) => ({ partitions: p.partitions.map((q) => ({ ...q, owners: ['x'] })) })),
      'no longer in the plan',
    ],
    ['a later version', { ...machine, plan: { ...plan, version: 2 as unknown as 1 } }, 'plan.version'],
  ])('%s is refused with its place', (_, document, message) => {
    const outcome = readDocument(JSON.stringify(machineDocument(document)), IDENTITY);
    expect(outcome).toMatchObject({ ok: false, problem: { message: expect.stringContaining(message) } });
  });

  test('the same overlap in notation is told at its line', () => {
    const text = printNotation(moved);
    const outcome = readDocument(text, IDENTITY);
    if (outcome.ok) throw new Error('was read');
    expect(text.split('\n')[outcome.problem.line! - 1]).toContain('part "found-3"');
  });

  test.each([
    ['', 'neither notation'],
    ['{', 'nor JSON'],
    ['{"format":"rhizotome/other"}', 'neither of the format'],
    ['{"format":"rhizotome/machine","version":1}', 'name'],
  ])('%j is told for what it is not', (text, message) => {
    expect(readDocument(text, IDENTITY)).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining(message) },
    });
  });
});
