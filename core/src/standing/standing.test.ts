import fc from 'fast-check';
import { momentsOf } from '../moment/index.js';
import type { Planned } from '../plan/index.js';
import { practiceDiskAt } from '../practice/index.js';
import { sectors } from '../quantity/index.js';
import { procedureFor } from '../sequence/index.js';
import type { Survey } from '../survey/index.js';
import { anyStyledDisk, walked } from '../testing/arbitraries.js';
import { surveyFromPractice } from '../testing/images.js';
import { drawn, edited, gib, planOn } from '../testing/builders.js';
import { standingReport } from '../runbook/index.js';
import { standingOf } from './index.js';

test('a disk at any moment of random plans is recognised as that moment, or as one that cannot be told from it', () => {
  let told = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      const plan = walked(survey, seed, 7);
      const { ordered } = procedureFor({ plan, survey });
      const steps = ordered.ok ? ordered.steps : [];
      for (const moment of momentsOf({ plan, survey })) {
        const { moments, begun, doubt } = standingOf(
          { plan, survey },
          surveyFromPractice(practiceDiskAt(moment)),
        );
        expect(moments).toContain(moment.after);
        const next = steps.slice(moments.at(-1)).find((s) => s.writes.length > 0);
        if (next?.copy?.direction === 'backward' && next.exposure) expect(doubt ?? begun).toBe(next);
        if (moments.length < 4) told += 1;
      }
    }),
    { numRuns: 30 },
  );
  expect(told).toBeGreaterThan(25);
}, 60_000);

/** A reading of the disk after so many steps: places and sizes as they are then. */
function surveyAt(planned: Planned, after: number): Survey {
  const { partitions } = momentsOf(planned)[after]!.planned.plan;
  return {
    ...planned.survey,
    partitions: planned.survey.partitions.map((p) => {
      const then = partitions.find((q) => q.from === p.id)!;
      return { ...p, start: then.start, length: then.length };
    }),
  };
}

describe('a plan that shrinks one and moves another', () => {
  const survey = drawn(500, ['1GiB efi', '200GiB ext4 "one"', '100GiB ext4 "two"']);
  const plan = edited(
    planOn(survey),
    survey,
    { kind: 'note-found', found: 'found-2', changes: { usedBytes: 2 ** 30 } },
    { kind: 'resize', partition: 'found-2', length: gib(100), hold: 'start' },
    { kind: 'move', partition: 'found-3', start: gib(120) },
  );
  const planned = { plan, survey };
  const { ordered } = procedureFor(planned);
  const steps = ordered.ok ? ordered.steps : [];
  const number = (kind: string) => steps.findIndex((s) => s.kind === kind) + 1;
  const at = (after: number): Survey => surveyAt(planned, after);

  test('before anything was changed it stands before the shrinking, whatever was prepared', () => {
    const { moments, differences, begun } = standingOf(planned, survey);
    expect([moments[0], moments.at(-1), differences, begun]).toEqual([0, number('shrink') - 1, [], null]);
  });

  test('after it was shrunk and before it was moved it stands there', () => {
    const { moments } = standingOf(planned, at(number('shrink')));
    expect([moments[0], moments.at(-1)]).toEqual([number('shrink'), number('move') - 1]);
  });

  test('a file system that is smaller than its partition was being shrunk', () => {
    const partitions = survey.partitions.map((p) =>
      p.id === 'found-2' ? { ...p, volume: { ...p.volume!, sizeBytes: 100 * 2 ** 30 } } : p,
    );
    expect(standingOf(planned, { ...survey, partitions }).begun).toMatchObject({ kind: 'shrink' });
  });

  test('a volume that is not recognised any more where it was to be moved from was being moved', () => {
    const before = at(number('move') - 1);
    const partitions = before.partitions.map((p) =>
      p.id === 'found-3' ? { ...p, volume: { kind: 'unknown' as const } } : p,
    );
    const standing = standingOf(planned, { ...before, partitions });
    expect(standing.begun).toMatchObject({ kind: 'move' });
    expect(standing.differences).toMatchObject([{ code: 'content', is: 'unknown' }]);
  });

  test('before a copy towards higher sectors over its own place nobody can tell whether it was begun, and it says so', () => {
    const near = edited(plan, survey, { kind: 'move', partition: 'found-3', start: gib(260) });
    const { ordered: nearly } = procedureFor({ plan: near, survey });
    const move = (nearly.ok ? nearly.steps : []).findIndex((s) => s.kind === 'move');
    const reading = surveyAt({ plan: near, survey }, move);
    expect(standingOf({ plan: near, survey }, reading)).toMatchObject({
      begun: null,
      doubt: { kind: 'move' },
    });
    expect(standingOf(planned, at(number('move') - 1)).doubt).toBeNull();
    expect(standingReport({ plan: near, survey }, reading)).toMatchObject({
      doubt: { step: move + 1 },
      next: { code: 'standing.go-on', with: { doubt: move + 1 } },
    });
  });

  const sized = (reading: Survey, id: string, sizeBytes: number, length?: number): Survey => ({
    ...reading,
    partitions: reading.partitions.map((p) =>
      p.id === id ? { ...p, length: sectors(length ?? p.length), volume: { ...p.volume!, sizeBytes } } : p,
    ),
  });

  test('a partition that ends before its file system is named, and nothing goes on from there', () => {
    const known = { plan, survey: sized(survey, 'found-2', 200 * 2 ** 30) };
    const cut = sized(at(number('shrink')), 'found-2', 200 * 2 ** 30);
    expect(standingOf(known, cut).differences.map((d) => d.code)).toEqual(['cut-off']);
    expect(standingReport(known, cut)).toMatchObject({ sound: false, safe: false });
  });

  test('a partition that has grown without its file system is not sound', () => {
    const full = sized(survey, 'found-3', 100 * 2 ** 30 - 4096);
    const bigger = edited(planOn(full), full, {
      kind: 'resize',
      partition: 'found-3',
      length: gib(150),
      hold: 'start',
    });
    const grown = sized(full, 'found-3', 100 * 2 ** 30 - 4096, gib(150));
    const { differences } = standingOf({ plan: bigger, survey: full }, grown);
    expect(differences.map((d) => d.code)).toEqual(['unfilled']);
    const done = sized(full, 'found-3', 150 * 2 ** 30 - 4096, gib(150));
    expect(standingOf({ plan: bigger, survey: full }, done).differences).toEqual([]);
  });

  test('mistakes are named: missing, shifted, of another size, formatted, extra, another disk', () => {
    const end = at(steps.length);
    const [efi, one, two] = end.partitions as [never, never, never] & typeof end.partitions;
    const differ = (partitions: readonly unknown[]) =>
      standingOf(planned, { ...end, partitions: partitions as typeof end.partitions }).differences.map(
        (d) => d.code,
      );
    const with_ = (p: object, changes: object) => ({ ...p, ...changes });
    expect(differ([efi, one, two])).toEqual([]);
    expect(differ([efi, one])).toEqual(['missing']);
    expect(differ([efi, one, with_(two, { length: sectors(gib(90)) })])).toEqual(['size']);
    expect(differ([efi, one, with_(two, { start: sectors(gib(121)) })])).toEqual(['place']);
    expect(differ([efi, with_(one, { volume: { kind: 'ntfs' } }), two])).toEqual(['content']);
    expect(differ([efi, one, two, with_(two, { id: 'x', number: 9, start: sectors(gib(300)) })])).toEqual([
      'extra',
    ]);
    const uuid = (p: { volume?: object | undefined }, is: string) => ({
      ...p,
      volume: { ...p.volume, kind: 'ext4', uuid: is },
    });
    const told = {
      ...planned,
      survey: {
        ...planned.survey,
        source: { kind: 'image' },
        partitions: planned.survey.partitions.map((p) =>
          p.id === 'found-2' ? { ...uuid(p, 'aa'), uuid: 'entry-of-one' } : p,
        ),
      },
    };
    const codes = (partitions: readonly unknown[], also: object = {}) =>
      standingOf(told as typeof planned, {
        ...end,
        source: { kind: 'image' },
        ...also,
        partitions: partitions as typeof end.partitions,
      }).differences.map((d) => d.code);
    expect(codes([efi, uuid(one, 'aa'), two])).toEqual([]);
    expect(codes([efi, uuid(one, 'bb'), two])).toEqual(['uuid']);
    expect(codes([efi, with_(uuid(one, 'aa'), { number: 9 }), two])).toEqual(['number']);
    expect(codes([efi, uuid(one, 'aa'), two], { damage: [{ code: 'gpt-backup-missing' }] })).toEqual([
      'damage',
    ]);
    const elsewhere = with_(uuid(one, 'aa'), {
      uuid: 'ENTRY-OF-ONE',
      start: sectors(gib(250)),
      length: sectors(gib(40)),
    });
    expect(codes([efi, elsewhere, two])).toEqual(['place', 'size']);
    const another = { ...end, disk: { ...end.disk, sizeSectors: sectors(gib(400)) } };
    expect(standingOf(planned, another).differences.map((d) => d.code)).toEqual(['disk-size']);
  });
});
