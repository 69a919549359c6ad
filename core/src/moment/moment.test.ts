import fc from 'fast-check';
import { newPartition } from '../compose/index.js';
import { apply } from '../edits/index.js';
import { foundParts, isActive, isLogical, overlap, plannedParts } from '../layout/index.js';
import { endOf, type Plan } from '../plan/index.js';
import { typeOf } from '../recognition/index.js';
import { kindOf, procedureFor } from '../sequence/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import type { Survey } from '../survey/index.js';
import { GIB, sectors } from '../quantity/index.js';
import { drawn, edited, gib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { inEnglish } from '../words/index.js';
import { momentsOf, partitionNumbers, recognitionSheet, sheetOf, sheetsOf } from './index.js';

/** What can be seen of a partition in a table, and of what it holds. */
const seen = ({ planned }: ReturnType<typeof momentsOf>[number]) =>
  planned.plan.partitions.map((p) => ({
    id: p.id,
    start: p.start,
    length: p.length,
    fileSystem: p.fileSystem,
    label: p.label,
    name: p.name,
    type: typeOf(planned, p),
    logical: isLogical(planned, p),
    active: isActive(planned, p),
  }));

test('from random plans the first moment is the disk as found, the last the plan, and every one between is a disk', () => {
  let moments = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      const plan = walked(survey, seed);
      const planned = { plan, survey };
      const { ordered } = procedureFor(planned);
      const all = momentsOf(planned);
      expect(all[0]!.planned.plan.partitions.map((p) => [p.from, p.start, p.length])).toEqual(
        survey.partitions.map((p) => [p.id, p.start, p.length]),
      );
      expect(plannedParts(all[0]!.planned).map((p) => [p.kind, p.start, p.length])).toEqual(
        foundParts(survey).map((p) => [p.kind, p.start, p.length]),
      );
      if (!ordered.ok) return expect(all).toHaveLength(1);
      expect(all).toHaveLength(ordered.steps.length + 1);
      const last = all.at(-1)!;
      expect(seen(last)).toEqual(seen({ ...last, planned }));
      expect(last.numbers).toEqual(partitionNumbers(planned));
      for (const moment of all) {
        moments += 1;
        const { partitions } = moment.planned.plan;
        const numbers = partitions.map((p) => moment.numbers.get(p.id));
        expect(new Set(numbers).size).toBe(partitions.length);
        expect(numbers.every((n) => n !== undefined && n > 0)).toBe(true);
        for (const [i, p] of partitions.slice(1).entries())
          expect(endOf(partitions[i]!)).toBeLessThanOrEqual(p.start);
      }
      for (const [i, step] of ordered.steps.entries())
        if (!kindOf(step).write && !kindOf(step).holds) expect(seen(all[i + 1]!)).toEqual(seen(all[i]!));
      return undefined;
    }),
    { numRuns: 150 },
  );
  expect(moments).toBeGreaterThan(500);
});

function walked(survey: Survey, seed: number): Plan {
  let plan = planOn(survey);
  walk(survey, seed, 8, (before, edit) => {
    const result = apply(before, edit, surveysOf(survey));
    plan = result.ok ? result.plan : before;
    return plan;
  });
  return plan;
}

test('a placeholder that is made before a partition goes takes the lowest number that is free then', () => {
  const survey = drawn(500, ['1GiB efi', '200GiB windows', '20GiB ext4 "goes"', '50GiB ext4 "stays"']);
  const system = newSystem('linux-desktop', 'Linux', 'new');
  const base = edited(
    planOn(survey),
    survey,
    { kind: 'add-system', system },
    { kind: 'remove', partition: 'found-3' },
  );
  const last = survey.partitions.at(-1)!;
  const made = (placeholder: boolean) => {
    const partition = newPartition(base, {
      role: 'root',
      start: sectors(last.start + last.length),
      length: gib(40),
      owners: [system],
    });
    const plan = edited(base, survey, { kind: 'create', partition: { ...partition, id: 'x', placeholder } });
    return partitionNumbers({ plan, survey }).get('x');
  };
  expect([made(false), made(true)]).toEqual([3, 5]);
});

test('free space is called by all setups that are given it and of which it is not known what they make', () => {
  const survey = drawn(500, ['1GiB efi', '60GiB root']);
  const add = (id: string, room: number) =>
    ({
      kind: 'add-system',
      system: { ...newSystem('linux-desktop', id, id), ownSetup: true, room: room * GIB },
    }) as const;
  const plan = planOn(survey, add('One', 120), add('Two', 90));
  const free = recognitionSheet({ plan, survey }).filter((row) => row.kind === 'gap');
  expect(free.map((row) => inEnglish(row.title))).toEqual(['free space for the setups of One and Two']);
});

test('two setups are not given the same room, and who comes after sees what was taken', () => {
  const survey = drawn(500, ['1GiB efi', '100GiB gap', '60GiB root', '250GiB gap']);
  const add = (profile: string, id: string) =>
    ({ kind: 'add-system', system: newSystem(profile, id, id) }) as const;
  const plan = planOn(
    survey,
    add('windows-11', 'one'),
    add('windows-10', 'two'),
    add('linux-small', 'three'),
  );
  const sheets = sheetsOf({ plan, survey }).filter(({ environment }) => environment.kind === 'installer');
  const gaps = sheets.map(({ rows }) =>
    rows.filter((row) => row.kind === 'gap').map((row) => row.instruction),
  );
  expect(gaps).toEqual([['nothing', 'give-to-setup'], ['give-to-setup'], []]);
  const made = sheets.at(-1)!.rows.filter((row) => row.id.startsWith('setup/'));
  expect(made.map((row) => [row.id, row.device, row.binary])).toEqual([
    ['setup/two/reserved', 'nvme0n1p6', '16 MiB'],
    ['setup/two/system', 'nvme0n1p7', '≈ 98.98 GiB'],
    ['setup/two/recovery', 'nvme0n1p8', '512 MiB–1.00 GiB'],
    ['setup/one/reserved', 'nvme0n1p3', '16 MiB'],
    ['setup/one/system', 'nvme0n1p4', '≈ 337.98 GiB'],
    ['setup/one/recovery', 'nvme0n1p5', '512 MiB–1.00 GiB'],
  ]);
});

test('a setup that is told a size takes no more, and the next one is given the rest', () => {
  const survey = drawn(500, ['1GiB efi']);
  const setup = (id: string, profile: string, room?: number) =>
    ({ kind: 'add-system', system: { ...newSystem(profile, id, id), room } }) as const;
  const plan = planOn(survey, setup('one', 'windows-11', 200 * GIB), setup('two', 'windows-10'));
  const sheets = sheetsOf({ plan, survey }).filter(({ environment }) => environment.kind === 'installer');
  expect(sheets.map(({ rows }) => rows.map((row) => [row.instruction, row.binary]))).toEqual([
    [
      ['leave-alone', '1.00 GiB'],
      ['give-to-setup', '499.00 GiB'],
    ],
    [
      ['leave-alone', '1.00 GiB'],
      ['leave-alone', '16 MiB'],
      ['leave-alone', '≈ 198.98 GiB'],
      ['leave-alone', '512 MiB–1.00 GiB'],
      ['give-to-setup', '299.00 GiB'],
    ],
  ]);
});

describe('what setups make', () => {
  const arriving = fc.subarray(['windows-11', 'windows-10', 'linux-small'], { minLength: 1 });
  test('lies in their rooms, apart from all else, with a number of its own, and is a line of every later list', () => {
    let setups = 0;
    fc.assert(
      fc.property(anyStyledDisk, arriving, (survey, profiles) => {
        const plan = planOn(
          survey,
          ...profiles.map((id) => ({ kind: 'add-system', system: newSystem(id, id, id) }) as const),
        );
        const moments = momentsOf({ plan, survey });
        for (const moment of moments) {
          const { made, taken, numbers, planned } = moment;
          const all = [...planned.plan.partitions, ...made];
          for (const part of made) {
            setups += 1;
            expect(taken.some((r) => r.start <= part.start && endOf(part) <= endOf(r))).toBe(true);
            expect(all.filter((other) => overlap(other, part)).map((p) => p.id)).toEqual([part.id]);
          }
          expect(new Set(all.map((p) => numbers.get(p.id))).size).toBe(all.length);
          const { rows } = sheetOf({ plan, survey }, { environment: { kind: 'live' }, steps: [] }, moment);
          expect(made.every((part) => rows.some((row) => row.id === part.id))).toBe(true);
        }
      }),
      { numRuns: 60 },
    );
    expect(setups).toBeGreaterThan(30);
  });
});
