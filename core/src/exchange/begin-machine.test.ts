import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { apply } from '../edits/index.js';
import { EMPTY_PLAN } from '../plan/index.js';
import { printNotation } from '../notation/index.js';
import { findAll } from '../finding/index.js';
import { inEnglish } from '../words/index.js';
import {
  beginFromText,
  begunMachine,
  givenMachine,
  machineDocument,
  readDocument,
  readMachineArchive,
  type BeginOutcome,
} from './index.js';

const IDENTITY = { id: 'first', takenAt: '2026-05-04T07:30:00.000Z' };
const AT = '2026-05-04T07:31:00.000Z';
const printed = (name: string) => readFileSync(resolve(__dirname, '../survey/lsblk/printed', name), 'utf8');
const TERN = readFileSync(resolve(__dirname, '../../../demo/machines/petrel.rhizotome'), 'utf8');

function begins(outcome: BeginOutcome) {
  if (!outcome.ok || outcome.kind !== 'begins') throw new Error(JSON.stringify(outcome));
  return outcome;
}

const report = (changes: object = {}) =>
  JSON.stringify({
    format: 'rhizotome/report',
    version: 1,
    by: { family: 'windows', name: 'Windows 11 Pro' },
    disks: [
      { name: 'Disk 0', sizeBytes: 256_060_514_304, style: 'gpt', partitions: [] },
      { name: 'Disk 1', sizeBytes: 1_000_204_886_016, style: 'gpt', partitions: [] },
    ],
    ...changes,
  });

test.each([
  ['a report', report(), 'Windows 11 Pro, 256.1 GB'],
  ['a report without disks', report({ disks: [] }), 'Windows 11 Pro'],
  ['lsblk output', printed('tree.json'), expect.stringMatching(/GB$/)],
])('%s begins a machine, named after what it tells', (_, text, name) => {
  const { beginning } = begins(beginFromText(text, IDENTITY));
  expect(beginning.name).toEqual(name);
  const archive = begunMachine(beginning, { name: 'Mine', key: () => 'k', at: AT });
  expect(readMachineArchive(JSON.parse(JSON.stringify(archive)))).toMatchObject({ ok: true });
  const [first] = archive.history;
  const back = apply(archive.plan, first!.inverse, () => beginning.survey ?? undefined);
  expect(back.ok && back.plan).toEqual(EMPTY_PLAN);
});

test('a system that is to come beside it has the first proposal', () => {
  const MIB = 2 ** 20;
  const disks = [
    {
      name: 'Disk 0',
      sizeBytes: 512_110_190_592,
      style: 'gpt',
      partitions: [
        {
          startBytes: MIB,
          sizeBytes: 260 * MIB,
          type: 'c12a7328-f81f-11d2-ba4b-00a0c93ec93b',
          volume: { fileSystem: 'FAT32', sizeBytes: 256 * MIB, freeBytes: 220 * MIB },
        },
        {
          startBytes: 277 * MIB,
          sizeBytes: 400 * 1024 * MIB,
          type: 'ebd0a0a2-b9e5-4433-87c0-68b6b72699c7',
          volume: {
            fileSystem: 'NTFS',
            sizeBytes: 400 * 1024 * MIB,
            freeBytes: 300 * 1024 * MIB,
            leastBytes: 120 * 1024 * MIB,
            encryption: 'off',
          },
        },
      ],
    },
  ];
  const { beginning } = begins(beginFromText(report({ disks, machine: { mode: 'uefi' } }), IDENTITY));
  let n = 0;
  const add = { profile: 'linux-desktop', id: 'system-1', name: 'Linux' };
  const { plan, history, surveys } = begunMachine(beginning, {
    name: 'Mine',
    key: () => `k${n++}`,
    at: AT,
    add,
  });
  expect(history.map((h) => [h.revision, h.key])).toEqual([
    [1, 'k0'],
    [2, 'k1'],
    [3, 'k2'],
  ]);
  const ids = plan.partitions.filter((p) => p.owners.includes('system-1')).map((p) => p.role);
  expect(ids).toEqual(expect.arrayContaining(['efi', 'root']));
  const blocked = findAll({ plan, survey: surveys[0]! }).filter((f) => f.level === 'blocker');
  expect(blocked).toEqual([]);
});

test('of several disks the one that is named is read, and the others are told', () => {
  const { beginning, disks, disk } = begins(beginFromText(report(), IDENTITY, 'Disk 1'));
  expect(disk?.name).toBe('Disk 1');
  expect(disks.map((d) => d.name)).toEqual(['Disk 0', 'Disk 1']);
  expect(beginning.survey!.disk.sizeSectors * 512).toBe(1_000_204_886_016);
  const { plan } = begunMachine(beginning, { name: 'Mine', key: () => 'k', at: AT });
  expect(plan.machine.otherDisks).toMatchObject([{ name: 'Disk 0' }]);
});

test('a machine in notation or as a document comes with its plan', () => {
  const outcome = beginFromText(TERN, IDENTITY);
  if (!outcome.ok || outcome.kind !== 'machine') throw new Error(JSON.stringify(outcome));
  const archive = givenMachine(outcome.machine, AT);
  expect(archive).toMatchObject({ name: outcome.machine.name, revision: 0, history: [] });
  expect(printNotation({ ...outcome.machine, plan: archive.plan })).toBe(printNotation(outcome.machine));
  const document = JSON.stringify(machineDocument(outcome.machine));
  expect(beginFromText(document, IDENTITY)).toMatchObject({ ok: true, kind: 'machine' });
  expect(readDocument(document, IDENTITY).ok).toBe(true);
});

test('an archive is handed on as it is', () => {
  const archive = begunMachine(begins(beginFromText(report(), IDENTITY)).beginning, {
    name: 'A',
    key: () => 'k',
    at: AT,
  });
  expect(beginFromText(JSON.stringify(archive), IDENTITY)).toMatchObject({ ok: true, kind: 'archive' });
});

test.each([
  ['prose', 'hello there', 'neither a report'],
  ['another JSON', '{"a": 1}', 'neither a report'],
  ['notation with a fault', 'rhizotome 1\nsurvey "x"\n1 1GiBB', 'Line '],
  ['half a report', report().slice(0, 120), 'not complete'],
  ['lsblk without sizes', '{"blockdevices":[{"name":"sda","type":"disk"}]}', 'lsblk'],
])('%s is refused in words', (_, text, why) => {
  const outcome = beginFromText(text, IDENTITY);
  expect(outcome.ok ? '' : inEnglish(outcome.why)).toContain(why);
});
