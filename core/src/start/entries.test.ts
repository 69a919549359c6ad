import { beginEdit } from '../compose/index.js';
import { apply, type Edit } from '../edits/index.js';
import { EMPTY_PLAN, partitionOfEntry, type Planned } from '../plan/index.js';
import { installedMode } from '../match/index.js';
import type { BootEntries, BootEntry } from '../firmware/index.js';
import { sectors } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import { drawn } from '../testing/builders.js';
import { entryStates } from './index.js';

const ID = '00000000-0000-4000-8000-000000000001';
const base = drawn(500, ['512MiB efi', '200GiB windows', '60GiB ext4 "root"']);
const DISK: Survey = {
  ...base,
  partitions: base.partitions.map((p, i) => ({ ...p, uuid: ID.replace(/1$/, String(i + 1)) })),
};
const esp = DISK.partitions[0]!;
const entry = (changes: Partial<BootEntry> = {}): BootEntry => ({
  number: 1,
  description: 'Windows',
  active: true,
  partition: { number: 1, start: esp.start, length: esp.length, uuid: ID },
  path: '\\EFI\\a\\b.efi',
  ...changes,
});
const with_ = (
  entries: readonly BootEntry[],
  more: readonly Edit[] = [],
  rest: Partial<BootEntries> = {},
): Planned => {
  const bootEntries = { entries, order: entries.map((e) => e.number), ...rest };
  const edits: Edit[] = [
    beginEdit({ plan: EMPTY_PLAN, survey: DISK }),
    { kind: 'set-machine', changes: { bootEntries } },
    ...more,
  ];
  const plan = edits.reduce((now, edit) => {
    const made = apply(now, edit, () => DISK);
    if (!made.ok) throw new Error(made.refusal.code);
    return made.plan;
  }, EMPTY_PLAN);
  return { plan, survey: DISK };
};
const fates = (planned: Planned) => entryStates(planned).map((s) => s.fate);

describe('what becomes of an entry', () => {
  test.each<[string, Partial<BootEntry>, readonly Edit[], string]>([
    ['it stays with its partition', {}, [], 'stays'],
    ['where that goes', {}, [{ kind: 'remove', partition: 'found-1' }], 'gone'],
    [
      'where that is formatted',
      {},
      [{ kind: 'treat', partition: 'found-1', treatment: 'format' }],
      'emptied',
    ],
    [
      'where there is none such',
      { partition: { ...entry().partition!, uuid: ID.replace(/1$/, '9') } },
      [],
      'nowhere',
    ],
    [
      'where there is none such, but another disk',
      { partition: { ...entry().partition!, uuid: ID.replace(/1$/, '9') } },
      [{ kind: 'set-machine', changes: { otherDisks: [{ name: 'b', sizeBytes: 10 }] } }],
      'elsewhere',
    ],
    ['of a network', { partition: undefined }, [], 'device'],
  ])('%s', (_, changes, edits, fate) => {
    expect(fates(with_([entry(changes)], edits))).toEqual([fate]);
  });

  test('where the reading tells no GUIDs, the place is what counts', () => {
    const { plan } = with_([
      entry(),
      entry({ number: 2, partition: { ...entry().partition!, start: 4096 } }),
    ]);
    expect(fates({ plan, survey: base })).toEqual(['stays', 'nowhere']);
  });

  test('on an MBR the signature of the disk counts as well', () => {
    const mbr: Survey = { ...base, disk: { ...base.disk, style: 'mbr', tableId: 'fadf4058' } };
    const on = (diskSignature: string) =>
      entry({ partition: { number: 1, start: sectors(2048), length: esp.length, diskSignature } });
    const { plan } = with_([on('fadf4058'), on('00000001')]);
    expect(fates({ plan, survey: mbr })).toEqual(['stays', 'nowhere']);
  });
});

test('the first active one of the order is the default', () => {
  const planned = with_([entry({ active: false }), entry({ number: 2 }), entry({ number: 3 })], [], {
    order: [9, 1, 2, 3],
    current: 3,
  });
  expect(entryStates(planned).map((s) => [s.isDefault, s.isCurrent])).toEqual([
    [false, false],
    [true, false],
    [false, true],
  ]);
});

describe('which system an entry starts', () => {
  test.each<[string, Partial<BootEntry>, string | undefined]>([
    ['its family, where there is one of it', { description: 'Windows on the disk' }, 'Windows'],
    ['its name', { description: 'linux' }, 'Linux'],
    ['nothing, by another name', { description: 'Sound' }, undefined],
    ['nothing, without a partition', { partition: undefined }, undefined],
  ])('by %s', (_, changes, name) => {
    expect(entryStates(with_([entry(changes)]))[0]!.system?.name).toBe(name);
  });

  test('one that has an entry is installed for UEFI, whatever mode is in use', () => {
    const { plan, survey } = with_([entry()], [{ kind: 'set-machine', changes: { modeInUse: 'bios' } }]);
    const [windows] = plan.systems;
    expect(installedMode(plan, windows!, survey)).toBe('uefi');
  });

  test('one whose entry leads to no partition of this disk is not: it is left of an earlier installation', () => {
    const elsewhere = { ...entry().partition!, uuid: ID.replace(/1$/, '9') };
    const stale = entry({ partition: elsewhere });
    const { plan, survey } = with_([stale], [{ kind: 'set-machine', changes: { modeInUse: 'bios' } }]);
    const [windows] = plan.systems;
    expect(partitionOfEntry(survey, stale)).toBeUndefined();
    expect(installedMode(plan, windows!, undefined)).toBe('uefi');
    expect(installedMode(plan, windows!, survey)).toBe(
      installedMode({ ...plan, machine: { ...plan.machine, bootEntries: undefined } }, windows!, survey),
    );
  });
});
