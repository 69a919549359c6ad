import { drawn, edited, newSystem, planOn } from '../testing/builders.js';
import type { BootEntry } from '../firmware/index.js';
import type { Survey, SurveySource } from '../survey/index.js';
import type { Volume } from '../volume/index.js';
import { planFault, type Edit } from '../edits/index.js';
import { hasBootEntry, isFallback, namedBy, partitionOfEntry, systemOfEntry } from './boot-entries.js';
import { encryptionOf, isWindowsEncrypted } from './encryption.js';
import type { FoundNote, Plan } from './plan.js';

const GUID = '11111111-2222-3333-4444-555555555555';
const OTHER = '99999999-2222-3333-4444-555555555555';

describe('whether a volume is encrypted', () => {
  const drawnDisk = drawn(500, ['1GiB efi', '100GiB windows "Main"', '100GiB ext4 "root"']);
  const base = planOn(drawnDisk);
  const known = (
    id: string,
    {
      note = {},
      volume,
      source = 'image',
    }: { note?: Partial<FoundNote>; volume?: Partial<Volume>; source?: SurveySource['kind'] },
  ) => {
    const survey = {
      ...drawnDisk,
      source: { kind: source },
      partitions: drawnDisk.partitions.map((p) =>
        p.id === id ? { ...p, volume: { ...p.volume!, ...volume } } : p,
      ),
    } as Survey;
    const plan: Plan = { ...base, found: { ...base.found, [id]: { ...base.found[id]!, ...note } } };
    return [encryptionOf({ plan, survey }, id), isWindowsEncrypted({ plan, survey }, id)];
  };

  test.each<[string, string, Parameters<typeof known>[1], [string, boolean]]>([
    ['a Windows volume that was read in the clear is not', 'found-2', {}, ['no', false]],
    ['one drawn by hand is not known', 'found-2', { source: 'hand' }, ['unknown', false]],
    [
      'nor one that a system told of, which has it unlocked',
      'found-2',
      { source: 'report' },
      ['unknown', false],
    ],
    ['it is where that is said', 'found-2', { note: { encrypted: 'yes' } }, ['yes', true]],
    ['and not where that is said', 'found-2', { note: { encrypted: 'no' }, source: 'hand' }, ['no', false]],
    [
      'where it was read to be, what is said against it does not count',
      'found-2',
      { volume: { encrypted: true }, note: { encrypted: 'no' } },
      ['yes', true],
    ],
    [
      'where it was read not to be, it is not',
      'found-2',
      { volume: { encrypted: false }, source: 'report' },
      ['no', false],
    ],
    ['by its kind', 'found-2', { volume: { kind: 'windows-encrypted' } }, ['yes', true]],
    ['by the kind that it is said to be', 'found-3', { note: { kind: 'luks' } }, ['yes', false]],
    ['LUKS is, and not by Windows', 'found-3', { volume: { kind: 'luks' } }, ['yes', false]],
    ['a Linux volume drawn by hand is not', 'found-3', { source: 'hand' }, ['no', false]],
    [
      'a volume of a Windows of which nothing was read is not known',
      'found-2',
      { volume: { kind: 'unknown' } },
      ['unknown', false],
    ],
    ['nobody’s NTFS is not', 'found-2', { source: 'hand', note: { owners: [] } }, ['no', false]],
  ])('%s', (_, id, about, expected) => expect(known(id, about)).toEqual(expected));
});

describe('boot entries', () => {
  const survey: Survey = (() => {
    const drawnDisk = drawn(500, ['1GiB efi', '100GiB windows "Main"', '100GiB ext4 "root"']);
    return {
      ...drawnDisk,
      partitions: drawnDisk.partitions.map((p, i) => (i === 0 ? { ...p, uuid: GUID } : p)),
    };
  })();
  const esp = survey.partitions[0]!;
  const plan = planOn(survey);
  const entry = (description: string, more: Partial<BootEntry> = {}): BootEntry => ({
    number: 1,
    description,
    active: true,
    partition: { number: 1, start: esp.start, length: esp.length, uuid: GUID },
    path: '\\EFI\\one\\a.efi',
    ...more,
  });
  const told = (...entries: BootEntry[]): Plan =>
    edited(plan, survey, {
      kind: 'set-machine',
      changes: { bootEntries: { entries, order: [] } },
    });
  const windows = plan.systems.find((s) => s.family === 'windows')!;
  const linux = plan.systems.find((s) => s.family === 'linux')!;

  test.each([
    [undefined, true],
    ['\\EFI\\BOOT\\BOOTX64.EFI', true],
    ['\\efi\\boot\\bootaa64.efi', true],
    ['\\EFI\\one\\BOOTX64.EFI', false],
    ['\\EFI\\BOOT\\BOOTX64.EFI.old', false],
  ])('the path %s is the fallback: %s', (path, is) => {
    const { path: _, ...bare } = entry('x');
    expect(isFallback(path === undefined ? bare : { ...bare, path })).toBe(is);
    const { partition: __, ...nowhere } = bare;
    expect(isFallback(nowhere)).toBe(false);
  });

  test('a found system has one where it bears its name, and leads to a partition that is there', () => {
    expect(hasBootEntry(told(entry('Windows')), windows, survey)).toBe(true);
    expect(hasBootEntry(told(entry('Windows')), linux, survey)).toBe(false);
    expect(hasBootEntry(plan, windows, survey)).toBe(false);
    const elsewhere = entry('Windows', {
      partition: { number: 1, start: 5, length: 6, uuid: OTHER },
    });
    expect(hasBootEntry(told(elsewhere), windows, survey)).toBe(false);
    expect(hasBootEntry(told(elsewhere), windows, undefined)).toBe(true);
  });

  test('it is known by its GUID; by its place only where no reading tells GUIDs', () => {
    expect(partitionOfEntry(survey, entry('x'))?.id).toBe('found-1');
    const other = entry('x', { partition: { number: 1, start: esp.start, length: esp.length, uuid: OTHER } });
    expect(partitionOfEntry(survey, other)).toBeUndefined();
    const bare = { ...survey, partitions: survey.partitions.map(({ uuid: _, ...p }) => p) };
    expect(partitionOfEntry(bare, other)?.id).toBe('found-1');
    const shorter = { number: 1, start: esp.start, length: 5, uuid: OTHER } as never;
    expect(partitionOfEntry(bare, entry('x', { partition: shorter }))).toBeUndefined();
    const signed = { number: 1, start: esp.start, length: esp.length, diskSignature: 'ab' } as never;
    expect(partitionOfEntry(survey, entry('x', { partition: signed }))).toBeUndefined();
    const mbr = { ...bare, disk: { ...bare.disk, style: 'mbr' as const, tableId: 'ab' } };
    expect(partitionOfEntry(mbr, entry('x', { partition: signed }))?.id).toBe('found-1');
    const another = { ...mbr, disk: { ...mbr.disk, tableId: 'cd' } };
    expect(partitionOfEntry(another, entry('x', { partition: signed }))).toBeUndefined();
  });

  test('of two systems the one whose name it bears, of one family the only one, and nothing where that is not clear', () => {
    const two = ['Field Station', 'Lamp'].map((name, i) => newSystem('linux-desktop', name, `s${i}`));
    expect(namedBy(entry('Field Station'), two)?.id).toBe('s0');
    expect(namedBy(entry('lamp (on sda)'), two)?.id).toBe('s1');
    expect(namedBy(entry('a station'), two)?.id).toBe('s0');
    expect(namedBy(entry('x', { path: '\\EFI\\lamp\\a.efi' }), two)?.id).toBe('s1');
    expect(namedBy(entry('Linux'), two)).toBeUndefined();
    expect(namedBy(entry('Linux'), two.slice(1))?.id).toBe('s1');
    expect(namedBy(entry('Lamp and Station'), two)).toBeUndefined();
    const { partition: _, ...nowhere } = entry('Lamp');
    expect(namedBy(nowhere, two)).toBeUndefined();
  });

  test('only of systems that were found', () => {
    const add: Edit = { kind: 'add-system', system: newSystem('linux-desktop', 'Lamp', 'lamp') };
    expect(systemOfEntry(edited(plan, survey, add), entry('Lamp'))).toBeUndefined();
  });
});

describe('what does not hold together in what is decided on booting', () => {
  const survey = drawn(500, ['1GiB efi', '100GiB ext4 "one"']);
  const [one, two] = ['one', 'two'].map((id) => newSystem('linux-desktop', id, id));
  const base = planOn(survey, { kind: 'add-system', system: one! }, { kind: 'add-system', system: two! });
  const disk = { kind: 'disk' } as const;
  const start = (loaders: object, order: string[] = []): Plan => ({
    ...base,
    start: { loaders, order, waitSeconds: null } as never,
  });

  test.each<[string, Plan, string, string]>([
    [
      'a system that is not there',
      start({ none: { by: null, place: disk } }),
      'start.loaders.none',
      'no-such-system',
    ],
    [
      'a menu of one that is not there',
      start({ one: { by: 'none', place: disk } }),
      'start.loaders.one.by',
      'no-such-system',
    ],
    [
      'two that boot each other',
      start({ one: { by: 'two', place: disk }, two: { by: 'one', place: disk } }),
      'start.loaders.one.by',
      'starts-itself',
    ],
    [
      'a place that is not there',
      start({ one: { by: null, place: { kind: 'efi', partition: 'none' } } }),
      'start.loaders.one.place.partition',
      'no-such-partition',
    ],
    ['an order with a stranger', start({}, ['one', 'none']), 'start.order[1]', 'no-such-system'],
  ])('%s', (_, plan, path, code) =>
    expect(planFault(plan, survey)).toMatchObject({ path, refusal: { code } }),
  );

  test('what does', () => {
    const loaders = {
      one: { by: 'two', place: disk },
      two: { by: null, place: { kind: 'efi', partition: 'found-1' } },
    };
    expect(planFault(start(loaders, ['two', 'one']), survey)).toBeUndefined();
  });
});
