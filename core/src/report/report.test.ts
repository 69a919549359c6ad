import fc from 'fast-check';
import { apply } from '../edits/index.js';
import { EMPTY_PLAN, encryptionOf, floorOf, usedOf, type Plan } from '../plan/index.js';
import { findAll } from '../finding/index.js';
import { GIB, MIB } from '../quantity/index.js';
import { surveyFromHand, type Survey } from '../survey/index.js';
import { inEnglish } from '../words/index.js';
import { readReport, takeReport, toldDisks, type MachineReport } from './index.js';

const IDENTITY = { id: 'told', takenAt: '2026-05-04T07:30:00.000Z' };
const EFI = 'c12a7328-f81f-11d2-ba4b-00a0c93ec93b';
const DATA = 'ebd0a0a2-b9e5-4433-87c0-68b6b72699c7';
const RESERVED = 'e3c9e316-0b5c-4db8-817d-f92df00215ae';
const RECOVERY = 'de94bba4-06d1-4d40-a16a-bfd50179d6ac';

/** As the Windows script prints it, with every field that the classes define. */
const laptop = () => ({
  format: 'rhizotome/report',
  version: 1,
  takenAt: '2026-05-04T07:29:12Z',
  by: { family: 'windows', name: 'Windows 11 Home', administrator: true },
  machine: { mode: 'uefi', secureBoot: true, memoryBytes: 16_867_000_320, tpm: '2.0' },
  sleep: { hibernation: true, fastStartup: true },
  clock: 'local',
  disks: [
    {
      name: 'Disk 0',
      model: 'Made-up drive',
      sizeBytes: 512_110_190_592,
      sectorBytes: 512,
      style: 'gpt',
      tableId: '{9D2A5B34-6D6F-4C51-8F8E-0F2E8F6B7A01}',
      medium: 'nvme',
      controller: 'plain',
      removable: false,
      partitions: [
        {
          startBytes: MIB,
          sizeBytes: 260 * MIB,
          type: EFI,
          uuid: '11111111-2222-4333-8444-555555555555',
          active: false,
          volume: {
            fileSystem: 'FAT32',
            label: '',
            sizeBytes: 256 * MIB,
            freeBytes: 220 * MIB,
            leastBytes: null,
            encryption: 'off',
          },
        },
        {
          startBytes: 261 * MIB,
          sizeBytes: 16 * MIB,
          type: RESERVED,
          uuid: null,
          active: false,
          volume: null,
        },
        {
          startBytes: 277 * MIB,
          sizeBytes: 400 * GIB,
          type: `{${DATA.toUpperCase()}}`,
          uuid: null,
          active: false,
          volume: {
            fileSystem: 'NTFS',
            label: 'Station',
            sizeBytes: 400 * GIB - 4096,
            freeBytes: 250 * GIB,
            leastBytes: 171 * GIB,
            encryption: 'on',
          },
        },
        {
          startBytes: 277 * MIB + 400 * GIB,
          sizeBytes: 800 * MIB,
          type: RECOVERY,
          uuid: null,
          active: false,
          volume: {
            fileSystem: 'NTFS',
            label: 'Recovery',
            sizeBytes: 800 * MIB,
            freeBytes: 90 * MIB,
            leastBytes: 700 * MIB,
            encryption: 'off',
          },
        },
      ],
    },
    {
      name: 'Disk 1',
      model: 'Made-up stick',
      sizeBytes: 31 * GIB,
      style: 'mbr',
      removable: true,
      partitions: [],
    },
  ],
});

function read(value: unknown): MachineReport {
  const outcome = readReport(typeof value === 'string' ? value : JSON.stringify(value));
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.fault));
  return outcome.value;
}

function taken(value: unknown, { plan = EMPTY_PLAN, survey = null as Survey | null } = {}) {
  const report = read(value);
  const told = toldDisks(report);
  if (!told.ok) throw new Error(told.refusal.says.code);
  const outcome = takeReport(plan, survey, report, { disks: told.disks, disk: told.disks[0] }, IDENTITY);
  if (!outcome.ok) throw new Error(JSON.stringify(outcome));
  const known = outcome.taken.survey ?? survey;
  const after = apply(plan, outcome.taken.edit, (id) => (known?.id === id ? known : undefined));
  if (!after.ok) throw new Error(after.refusal.code);
  return { ...outcome.taken, survey: known!, plan: after.plan, inverse: after.inverse };
}

describe('a report of Windows', () => {
  test('fills machine, disk, floors by its own tool, encryption and sleep', () => {
    const { plan, survey } = taken(laptop());
    expect(plan.machine).toMatchObject({
      modeInUse: 'uefi',
      secureBoot: 'on',
      ramBytes: 16 * GIB,
      tpm: 'yes',
      medium: 'nvme',
      controller: 'plain',
      otherDisks: [{ name: 'Made-up stick', sizeBytes: 31 * GIB }],
    });
    expect(plan.machine.told?.ramBytes).toEqual({ by: 'windows', at: '2026-05-04T07:29:12.000Z' });
    expect(survey.partitions.map((p) => [p.number, p.start, p.volume?.kind])).toEqual([
      [1, 2048, 'fat'],
      [2, 261 * 2048, undefined],
      [3, 277 * 2048, 'windows-encrypted'],
      [4, (277 + 400 * 1024) * 2048, 'ntfs'],
    ]);
    const system = plan.partitions.find((p) => p.role === 'system')!;
    expect(floorOf({ plan, survey }, system)).toEqual({ bytes: 171 * GIB, evidence: 'owner-limit' });
    expect(encryptionOf({ plan, survey }, system.id)).toBe('yes');
    expect(plan.systems).toMatchObject([
      { name: 'Windows 11 Home', hibernates: true, clock: 'local', needsUefi: true },
    ]);
    expect(plan.target).toMatchObject({ mode: 'uefi', style: 'gpt', table: 'keep' });
  });

  test('is one edit, and undone by one', () => {
    const { plan, inverse, survey } = taken(laptop());
    const back = apply(plan, inverse, (id) => (survey.id === id ? survey : undefined));
    expect(back.ok && back.plan).toEqual(EMPTY_PLAN);
  });

  test('says first what it would change', () => {
    const lines = taken(laptop()).changes.map((change) => inEnglish(change));
    expect(lines).toContain('Memory: 16 GiB');
    expect(lines).toContain('Secure Boot: on');
    expect(lines.find((l) => l.includes('Station'))).toContain('its own tool can shrink it to 171 GiB');
  });

  test('not as administrator, encryption is not known, and is asked for', () => {
    const report = laptop();
    for (const p of report.disks[0]!.partitions)
      if (p.volume) Object.assign(p.volume, { encryption: null, leastBytes: null });
    const { plan, survey } = taken(report);
    const system = plan.partitions.find((p) => p.role === 'system')!;
    expect(encryptionOf({ plan, survey }, system.id)).toBe('unknown');
    expect(floorOf({ plan, survey }, system)).toMatchObject({ evidence: 'reported' });
  });

  test('with encryption off nothing is asked', () => {
    const report = laptop();
    report.disks[0]!.partitions[2]!.volume!.encryption = 'off';
    const { plan, survey } = taken(report);
    expect(findAll({ plan, survey }).map((f) => f.id.split(':')[0])).not.toContain('encryption-unknown');
  });

  test('logicals of an MBR are numbered from 5 on, in their container', () => {
    const at = (startBytes: number, sizeBytes: number, type: number) => ({ startBytes, sizeBytes, type });
    const { survey } = taken({
      ...laptop(),
      disks: [
        {
          name: 'Disk 0',
          sizeBytes: 500_107_862_016,
          style: 'mbr',
          partitions: [
            { ...at(MIB, 350 * MIB, 7), active: true },
            at(200 * GIB, 100 * GIB, 15),
            at(200 * GIB + MIB, 40 * GIB, 7),
            at(400 * MIB, 150 * GIB, 7),
            at(250 * GIB, 30 * GIB, 0x83),
          ],
        },
      ],
    });
    expect(survey.partitions.map((p) => [p.number, p.logical ?? false, p.type, p.active ?? false])).toEqual([
      [1, false, '0x07', true],
      [2, false, '0x07', false],
      [5, true, '0x07', false],
      [6, true, '0x83', false],
    ]);
    expect(survey.containers).toMatchObject([{ number: 3, length: 100 * 1024 * 2048 }]);
  });
});

/** The report with what Windows PowerShell 5.1 prints for a value that is none: `{}`. */
function inOldPowerShell(value: unknown): unknown {
  if (value === null) return {};
  if (Array.isArray(value)) return value.map(inOldPowerShell);
  if (typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([key, v]) => [key, inOldPowerShell(v)]));
}

describe('what a system prints of what it does not know', () => {
  test('an object without fields is no value, and a wrapped list is a list', () => {
    const report = laptop();
    expect(read(inOldPowerShell(report))).toEqual(read(report));
    const { partitions } = report.disks[0]!;
    const wrapped = { ...report.disks[0]!, partitions: { value: partitions, Count: partitions.length } };
    expect(read({ ...report, disks: [wrapped, report.disks[1]] })).toEqual(read(report));
  });

  test('a partition of which nothing is told is refused, and not passed over', () => {
    const report = laptop();
    const partitions = [{}, ...report.disks[0]!.partitions];
    expect(readReport(JSON.stringify({ ...report, disks: [{ ...report.disks[0]!, partitions }] })).ok).toBe(
      false,
    );
  });

  test.each([
    ['locked', { fileSystem: '', label: '', sizeBytes: 0, freeBytes: 0, encryption: 'on' }],
    ['of an unknown kind', { fileSystem: '', label: '', sizeBytes: 0, freeBytes: 0 }],
    ['empty in all its fields', { fileSystem: null, sizeBytes: null, freeBytes: 0, leastBytes: 0 }],
  ])('of a volume that is %s nothing is known: it gives no space', (_, volume) => {
    const report = laptop();
    Object.assign(report.disks[0]!.partitions[2]!, { volume });
    const { plan, survey } = taken(report);
    const p = plan.partitions.find(({ from }) => from === 'found-3')!;
    expect(usedOf({ plan, survey }, 'found-3')).toBeUndefined();
    expect(floorOf({ plan, survey }, p)).toBeUndefined();
  });

  test.each([
    ['no list of partitions', { style: 'gpt' }, 'report.no-partitions'],
    ['an MBR, and no list of partitions', { style: 'mbr' }, 'report.no-partitions'],
    ['no list and no kind of table', {}, 'report.no-partitions'],
    ['an empty list and no kind of table', { partitions: [] }, 'report.no-style'],
  ])('a disk of which it tells %s is not taken for an empty one', (_, told, code) => {
    const disk = { name: 'Disk 0', sizeBytes: 500_107_862_016, ...told };
    expect(() => taken({ ...laptop(), disks: [disk] })).toThrow(code);
  });

  test('a disk without a table that it knows may hold anything: a volume of unknown content is told', () => {
    const disk = { name: 'Disk 0', sizeBytes: 500_107_862_016, style: 'none' };
    const planned = taken({ ...laptop(), disks: [disk] });
    expect(planned.survey.disk.bareVolume).toEqual({ kind: 'unknown' });
    expect(findAll(planned)).toContainEqual(
      expect.objectContaining({ rule: 'bare-volume', level: 'hazard' }),
    );
  });
});

test('whatever may be absent may be absent', () => {
  const whole = laptop();
  const without = (value: unknown, gone: (path: string) => boolean, path = ''): unknown => {
    if (Array.isArray(value)) return value.map((v, i) => without(v, gone, `${path}.${i}`));
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(
      Object.entries(value)
        .filter(([key]) => NEEDED.test(`${path}.${key}`) || !gone(`${path}.${key}`))
        .map(([key, v]) => [key, without(v, gone, `${path}.${key}`)]),
    );
  };
  const NEEDED = /^\.(?:format|version|by|by\.family)$|\.(?:name|sizeBytes|startBytes|partitions|style)$/;
  fc.assert(
    fc.property(fc.func(fc.boolean()), (gone) => {
      const report = read(without(whole, gone));
      const told = toldDisks(report);
      expect(told.ok).toBe(true);
      if (!told.ok) return;
      const outcome = takeReport(
        EMPTY_PLAN,
        null,
        report,
        { disks: told.disks, disk: told.disks[0] },
        IDENTITY,
      );
      expect(outcome).toMatchObject({ ok: true });
    }),
  );
});

test('a reader without its card is no disk, and a name may be of any length', () => {
  const report = laptop();
  report.disks[1]!.sizeBytes = 0;
  report.disks[0]!.model = 'x'.repeat(300);
  const { plan } = taken(report);
  expect(plan.machine.otherDisks).toEqual([]);
  const told = toldDisks(read(report));
  expect(told.ok && told.disks.map((d) => d.model?.length)).toEqual([80]);
});

describe('reading', () => {
  const text = JSON.stringify(laptop(), null, 4);
  test.each([
    ['with what a console prints around it', `PS C:\\> & { $x = @{ a = 1 } }\n${text}\nPS C:\\>`],
    ['copied from a narrow console', text.replace('Windows 11 Home', 'Windows 1\r\n1 Home')],
    ['of a later script that tells more', text.replace('"clock"', '"weather": "rain",\n"clock"')],
  ])('%s', (_, said) => {
    expect(read(said).by.name).toBe('Windows 11 Home');
  });
  test.each([
    ['no JSON', 'hello', { code: 'not-json' }],
    ['cut off', text.slice(0, 900), { code: 'not-json' }],
    ['of a newer version', text.replace('"version": 1', '"version": 2'), { code: 'newer', version: 2 }],
    ['another document', '{"format":"rhizotome/plan","version":1}', { code: 'shape', path: 'format' }],
    [
      'a size in words',
      text.replace('"sizeBytes": 512110190592', '"sizeBytes": "half"'),
      { code: 'shape', path: 'disks.0.sizeBytes' },
    ],
  ])('%s is refused with the place', (_, said, fault) => {
    const outcome = readReport(said);
    expect(outcome).toMatchObject({ ok: false, fault });
  });
});

describe('the same disk again', () => {
  const drawn = (used: string) => {
    const outcome = surveyFromHand(
      {
        diskBytes: 512_110_190_592,
        sectorBytes: 512,
        style: 'gpt',
        text: `260MiB fat "EFI"\n400GiB ntfs "Data"${used}`,
      },
      { id: 'drawn', takenAt: '2026-01-01T00:00:00.000Z' },
    );
    if (!outcome.ok) throw new Error(outcome.refusal.says.code);
    return outcome.survey;
  };
  const told = (changes: object) => ({
    ...laptop(),
    disks: [
      {
        ...laptop().disks[0]!,
        partitions: [
          { startBytes: MIB, sizeBytes: 260 * MIB, type: EFI, volume: { fileSystem: 'FAT32', label: 'EFI' } },
          {
            startBytes: 261 * MIB,
            sizeBytes: 400 * GIB,
            type: DATA,
            volume: {
              fileSystem: 'NTFS',
              label: 'Data',
              sizeBytes: 400 * GIB,
              freeBytes: 300 * GIB,
              leastBytes: 120 * GIB,
              encryption: 'off',
              ...changes,
            },
          },
        ],
      },
    ],
  });
  const begun = (survey: Survey) => taken(told({}), { survey, plan: begin(survey) });
  const begin = (survey: Survey): Plan => {
    const first = taken(told({ leastBytes: null, encryption: null }));
    const edit = {
      kind: 'begin' as const,
      surveyId: survey.id,
      target: first.plan.target,
      systems: first.plan.systems,
      found: first.plan.found,
      partitions: first.plan.partitions,
      device: '',
      ticked: [],
    };
    const outcome = apply(EMPTY_PLAN, edit, () => survey);
    if (!outcome.ok) throw new Error(outcome.refusal.code);
    const shrunk = apply(
      outcome.plan,
      { kind: 'resize', partition: 'found-2', length: ((200 * GIB) / 512) as never, hold: 'start' },
      () => survey,
    );
    if (!shrunk.ok) throw new Error(shrunk.refusal.code);
    return shrunk.plan;
  };

  test('what is planned stays, and more is known', () => {
    const { plan, survey } = begun(drawn(''));
    expect(plan.partitions[1]!.length * 512).toBe(200 * GIB);
    expect(floorOf({ plan, survey }, plan.partitions[1]!)).toEqual({
      bytes: 120 * GIB,
      evidence: 'owner-limit',
    });
  });

  test('what was read from the disk counts, and the difference is told', () => {
    const known = drawn('');
    const bytesRead: Survey = {
      ...known,
      source: { kind: 'image', files: ['a.raw'] },
      partitions: known.partitions.map((p, i) => ({
        ...p,
        volume: {
          ...p.volume!,
          ...(i === 1 ? { label: 'Field', usedBytes: 60 * GIB, usedEvidence: 'bitmap' as const } : {}),
        },
      })),
    };
    const { survey, differences } = begun(bytesRead);
    expect(survey.source.kind).toBe('image');
    expect(survey.partitions[1]!.volume).toMatchObject({
      label: 'Field',
      usedBytes: 60 * GIB,
      floor: { bytes: 120 * GIB, evidence: 'owner-limit' },
      encrypted: false,
    });
    expect(differences.map((d) => d.code)).toEqual(['report.differs-label', 'report.differs-used']);
  });
});

test('what a Linux mounts and opens belongs to the volume that it runs from', () => {
  const part = (number: number, more: object) => ({
    name: `sda${number}`,
    path: `/dev/sda${number}`,
    type: 'part',
    size: 20 * GIB,
    start: 2048 + (number - 1) * 20 * 2048 * 1024,
    partn: number,
    ...more,
  });
  const disk = {
    name: 'sda',
    path: '/dev/sda',
    type: 'disk',
    size: 500 * GIB,
    'log-sec': 512,
    pttype: 'gpt',
    children: [part(1, { fstype: 'ext4', mountpoints: ['/'] }), part(2, { fstype: 'crypto_LUKS' })],
  };
  const read = readReport(
    JSON.stringify({
      format: 'rhizotome/report',
      version: 1,
      by: { family: 'linux' },
      mountTable: '/dev/mapper/safe /home ext4 defaults 0 2',
      cryptTable: 'safe UUID=abc',
      printed: { lsblk: JSON.stringify({ blockdevices: [disk] }) },
    }),
  );
  const told = read.ok ? toldDisks(read.value) : undefined;
  const outcome = told?.ok ? told.disks[0]!.survey(IDENTITY) : undefined;
  const contents = outcome?.ok ? outcome.survey.partitions.map((p) => p.volume?.contents) : [];
  expect(contents).toEqual([
    { fstab: '/dev/mapper/safe /home ext4 defaults 0 2', crypttab: 'safe UUID=abc' },
    undefined,
  ]);
});
