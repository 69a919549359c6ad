import { spawnSync } from 'node:child_process';
import fc from 'fast-check';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { newPartition, newTableEdit } from '../compose/index.js';
import { apply } from '../edits/index.js';
import { isActive, isLogical, plannedContainer, plannedGaps } from '../layout/index.js';
import { GIB } from '../quantity/index.js';
import { momentsOf, partitionNumbers } from '../moment/index.js';
import { typeOf } from '../recognition/index.js';
import { typeName } from '../table/index.js';
import type { Survey } from '../survey/index.js';
import { anyDisk, anyStyledDisk, walk, walked } from '../testing/arbitraries.js';
import { drawn, edited, gib, newSystem, planOn } from '../testing/builders.js';
import { surveyFromImage, surveyFromPractice } from '../testing/images.js';
import { practiceDiskAt, practiceDiskFound, practiceDiskPlanned } from './index.js';
import { inEnglish } from '../words/index.js';

const tableOf = ({ disk, partitions, containers }: Survey) => ({
  disk: { ...disk, device: undefined },
  partitions: partitions.map(({ volume: _, ...p }) => p),
  containers,
});

describe.each(['petrel', 'dunlin', 'knot'])('%s, as found', (name) => {
  const survey = surveyFromImage(resolve(__dirname, `../../../demo/images/${name}.qcow2`));
  const again = surveyFromPractice(practiceDiskFound(survey));

  test('has exactly the table that was read', () => {
    expect(tableOf(again)).toEqual(tableOf(survey));
    expect(again.damage).toEqual([]);
  });

  test('has its start volume and its swap under their own names', () => {
    const named = (s: Survey) =>
      s.partitions
        .filter((p) => p.volume?.kind === 'swap' || p.type === 'c12a7328-f81f-11d2-ba4b-00a0c93ec93b')
        .map((p) => [p.number, p.volume?.kind, p.volume?.label, p.volume?.uuid]);
    expect(named(again)).toEqual(named(survey));
  });
});

describe('a plan', () => {
  const blank = drawn(240, [], { style: 'none' });
  const start = edited(planOn(blank), blank, { kind: 'add-system', system: newSystem('linux-desktop') });
  const make = (plan: typeof start, role: 'efi' | 'root' | 'swap', gibibytes: number) => {
    const gap = plannedGaps({ plan, survey: blank }).find((g) => g.usable.length >= gib(gibibytes));
    const partition = newPartition(plan, {
      role,
      start: gap!.usable.start,
      length: gib(gibibytes),
      owners: plan.systems,
    });
    return edited(plan, blank, { kind: 'create', partition });
  };
  const plan = make(make(make(start, 'efi', 1), 'root', 40), 'swap', 8);
  const disk = practiceDiskPlanned({ plan, survey: blank });
  const again = surveyFromPractice(disk);

  test('becomes a disk with exactly its partitions', () => {
    expect(again.partitions.map((p) => [p.number, p.start, p.length, p.name])).toEqual(
      plan.partitions.map((p, i) => [i + 1, p.start, p.length, p.name]),
    );
    expect(again.partitions.map((p) => p.volume?.kind)).toEqual(['fat', 'none', 'swap']);
    expect(disk.unformatted.map(({ says }) => inEnglish(says))).toEqual(['partition 2 “root”: ext4']);
    expect(again.disk.sizeSectors).toBe(blank.disk.sizeSectors);
  });

  test('gives the same disk every time', () =>
    expect(practiceDiskPlanned({ plan, survey: blank })).toEqual(disk));

  test('of a disk that stays blank has no table', () => {
    expect(surveyFromPractice(practiceDiskPlanned({ plan: planOn(blank), survey: blank })).disk.style).toBe(
      'none',
    );
  });

  const fsck = spawnSync('sh', ['-c', 'PATH=$PATH:/usr/sbin command -v fsck.fat'], {
    encoding: 'utf8',
  }).stdout.trim();
  (fsck ? test : test.skip)(
    `has a start volume without fault${fsck ? '' : ' (skipped: fsck.fat is not on this machine)'}`,
    () => {
      const folder = mkdtempSync(join(tmpdir(), 'rhizotome-practice-'));
      const efi = plan.partitions[0]!;
      const volume = new Uint8Array(GIB);
      for (const s of disk.stretches) {
        const at = s.offset - efi.start * 512;
        if (at >= 0 && at + s.bytes.length <= volume.length) volume.set(s.bytes, at);
      }
      writeFileSync(join(folder, 'efi'), volume);
      const { status, stdout } = spawnSync(fsck, ['-n', join(folder, 'efi')], { encoding: 'utf8' });
      rmSync(folder, { recursive: true });
      expect([status, stdout]).toEqual([0, expect.stringContaining('1 files')]);
    },
  );
});

test('whatever was drawn comes back as it was drawn', () => {
  fc.assert(
    fc.property(anyDisk, (survey) => {
      const again = surveyFromPractice(practiceDiskFound(survey));
      const spans = (s: Survey) => s.partitions.map((p) => [p.number, p.start, p.length, p.type]);
      expect(spans(again)).toEqual(spans(survey));
      const plan = edited(planOn(survey), survey, newTableEdit(planOn(survey)));
      expect(surveyFromPractice(practiceDiskPlanned({ plan, survey })).partitions).toEqual([]);
    }),
    { numRuns: 25 },
  );
});

test('a changed disk, written and read again, has its table, chain, numbers and marks as planned', () => {
  let logicals = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      walk(survey, seed, 12, (before, edit) => {
        const result = apply(before, edit, () => survey);
        if (!result.ok) return before;
        const { plan } = result;
        const again = surveyFromPractice(practiceDiskPlanned({ plan, survey }));
        const numbers = partitionNumbers({ plan, survey });
        expect(again.damage).toEqual([]);
        expect(
          again.partitions.map((p) => [p.number, p.start, p.length, p.logical ?? false, p.active ?? false]),
        ).toEqual(
          plan.partitions.map((p) => [
            numbers.get(p.id),
            p.start,
            p.length,
            isLogical({ plan, survey }, p),
            isActive({ plan, survey }, p),
          ]),
        );
        const [container] = again.containers ?? [];
        const span = container ? { start: container.start, length: container.length } : null;
        expect(span).toEqual(plannedContainer({ plan, survey }));
        logicals += again.partitions.filter((p) => p.logical).length;
        return plan;
      });
    }),
    { numRuns: 60 },
  );
  expect(logicals).toBeGreaterThan(5);
});

test('a converted table lists the same partitions under the types of its own style', () => {
  const survey = surveyFromImage(resolve(__dirname, '../../../demo/images/dunlin.qcow2'));
  const plan = edited(planOn(survey), survey, {
    kind: 'set-target',
    changes: { style: 'gpt', table: 'convert', mode: 'uefi' },
  });
  const again = surveyFromPractice(practiceDiskPlanned({ plan, survey }));
  expect(again.disk.style).toBe('gpt');
  expect(again.damage).toEqual([]);
  const shown = (s: Survey) => s.partitions.map((p) => [p.start, p.length, typeName(p.type!)]);
  expect(shown(again)).toEqual(shown(survey));
});

test('at every moment of random plans the disk read back lists what the moment says, under its numbers', () => {
  let looked = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      const plan = walked(survey, seed, 6);
      for (const moment of momentsOf({ plan, survey })) {
        const { planned, numbers } = moment;
        const again = surveyFromPractice(practiceDiskAt(moment));
        const listed = again.partitions.map((p) => [p.number, p.start, p.length, typeName(p.type ?? '')]);
        const said = planned.plan.partitions.map((p) => [
          numbers.get(p.id),
          p.start,
          p.length,
          typeName(typeOf(planned, p)),
        ]);
        if (moment.after > 0) expect(listed).toEqual(said);
        expect(again.damage).toEqual([]);
        looked += 1;
      }
    }),
    { numRuns: 25 },
  );
  expect(looked).toBeGreaterThan(100);
}, 60_000);

test('attributes of what is kept are in the table as planned', () => {
  const drawnDisk = drawn(500, ['1GiB efi', '200GiB windows', '700MiB recovery']);
  const attributes = '8000000000000001';
  const survey = {
    ...drawnDisk,
    partitions: drawnDisk.partitions.map((p) => (p.number === 3 ? { ...p, attributes } : p)),
  };
  const kept = surveyFromPractice(practiceDiskPlanned({ plan: planOn(survey), survey }));
  expect(kept.partitions.map((p) => p.attributes)).toEqual([
    '0000000000000000',
    '0000000000000000',
    attributes,
  ]);
});
