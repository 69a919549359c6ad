import { printNotation } from '../notation/index.js';
import type { Plan } from '../plan/index.js';
import { sectors } from '../quantity/index.js';
import { surveyDocument } from '../survey/index.js';
import { drawn, drawnMbr, IDENTITY, planOn } from '../testing/builders.js';
import { machineDocument, readDocument } from './index.js';
import { inEnglish } from '../words/index.js';

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
    ['an overlap', moved, 'plan.partitions[2].start: '],
    [
      'a part of nothing',
      broken((p) => ({ partitions: p.partitions.map((q) => ({ ...q, from: 'found-9' })) })),
      'plan.partitions[0].from: ',
    ],
    [
      'a note on nothing',
      broken((p) => ({ found: { ...p.found, 'found-9': p.found['found-1']! } })),
      'plan.found.found-9: ',
    ],
    [
      'a partition twice',
      broken((p) => ({
        partitions: [...p.partitions.slice(0, 2), { ...p.partitions[2]!, from: 'found-2' }],
      })),
      'plan.partitions[2].from: ',
    ],
    [
      'a host that is none',
      broken((p) => ({ systems: p.systems.map((s) => ({ ...s, host: { partition: 'x', bytes: 1 } })) })),
      'plan.systems[0].host.partition: ',
    ],
    [
      'systems that start each other in a circle',
      broken((p) => {
        const [one, two] = p.systems.map((s) => s.id) as [string, string];
        const by = (id: string) => ({ by: id, place: { kind: 'disk' as const } });
        return { start: { loaders: { [one]: by(two), [two]: by(one) }, order: [], waitSeconds: null } };
      }),
      'plan.start.loaders.found-windows.by',
    ],
    [
      'an order of nobody',
      broken(() => ({ start: { loaders: {}, order: ['x'], waitSeconds: null } })),
      'plan.start.order[0]: ',
    ],
    [
      'a loader on nothing',
      broken((p) => ({
        start: {
          loaders: { [p.systems[0]!.id]: { by: null, place: { kind: 'efi' as const, partition: 'x' } } },
          order: [],
          waitSeconds: null,
        },
      })),
      'plan.start.loaders.found-windows.place.partition',
    ],
    [
      'a partition beyond the disk',
      broken((p) => ({
        partitions: p.partitions.map((q, i) => (i === 2 ? { ...q, length: sectors(2 ** 40) } : q)),
      })),
      'plan.partitions[2].start: ',
    ],
    [
      'more primaries than an MBR has',
      (() => {
        const disk = drawnMbr(
          [
            [1, 'ext4'],
            [1, 'ext4'],
            [1, 'ext4'],
          ],
          [
            [1, 'ext4'],
            [1, 'ext4'],
          ],
        );
        const p = planOn(disk);
        const all = { ...p, partitions: p.partitions.map((q) => ({ ...q, logical: false })) };
        return { ...machine, survey: disk, plan: all };
      })(),
      'plan.partitions: ',
    ],
    [
      'another survey',
      broken(() => ({ surveyId: 'elsewhere' })),
      'plan.surveyId: the plan rests on survey “elsewhere”',
    ],
    [
      'an owner that is none',
      broken((p) => ({ partitions: p.partitions.map((q) => ({ ...q, owners: ['x'] })) })),
      'plan.partitions[0].owners: ',
    ],
    [
      'a later version',
      { ...machine, plan: { ...plan, version: 9 as unknown as Plan['version'] } },
      'newer version',
    ],
  ])('%s is refused with its place', (_, document, message) => {
    const outcome = readDocument(JSON.stringify(machineDocument(document)), IDENTITY);
    expect(!outcome.ok && inEnglish(outcome.problem.says)).toContain(message);
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
    const outcome = readDocument(text, IDENTITY);
    expect(!outcome.ok && inEnglish(outcome.problem.says)).toContain(message);
  });
});
