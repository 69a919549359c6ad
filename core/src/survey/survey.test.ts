import fc from 'fast-check';
import { crc32, writeUint } from '../bytes/index.js';
import { GIB, MIB, TIB } from '../quantity/index.js';
import { drawn, IDENTITY, PETREL_BYTES, petrelFiles, petrelSurvey } from '../testing/builders.js';
import {
  disksInLsblk,
  looksLikeEnd,
  typedDiskBytes,
  whatFileIs,
  proposeDiskBytes,
  surveyFromCapture,
  surveyFromHand,
  surveyFromLsblk,
  SurveySchema,
  type Survey,
  type SurveyOutcome,
} from './index.js';
import { beginEdit } from '../compose/index.js';
import { EMPTY_PLAN } from '../plan/index.js';
import { inEnglish } from '../words/index.js';

describe('a survey from a capture', () => {
  const { head, tail } = petrelFiles();
  const capture = (changes: { head?: Uint8Array; tail?: Uint8Array; diskBytes?: number }) =>
    surveyFromCapture(
      {
        head: { name: 'head.bin', bytes: changes.head ?? head },
        tail: { name: 'tail.bin', bytes: changes.tail ?? tail },
        diskBytes: changes.diskBytes ?? PETREL_BYTES,
      },
      IDENTITY,
    );
  const otherDisk = () => {
    const other = Uint8Array.from(tail);
    other[other.length - 512 + 56]! ^= 0xff;
    return other;
  };

  test('reads petrel’s four partitions and invents nothing about their content', () => {
    const survey = petrelSurvey();
    expect(survey.partitions.map((p) => [p.id, p.length, p.volume])).toEqual([
      ['found-1', 204_800, undefined],
      ['found-2', 32_768, undefined],
      ['found-3', 998_541_312, undefined],
      ['found-4', 1_433_600, undefined],
    ]);
    expect(SurveySchema.safeParse(survey).success).toBe(true);
  });

  test.each([
    ['a head cut short', { head: head.subarray(0, 500_000) }, 'capture.cut-short', '500000 bytes'],
    ['a tail cut short', { tail: tail.subarray(0, 33 * 512) }, 'capture.cut-short', '16896 bytes'],
    ['a size that is no disk’s', { diskBytes: 512_110_190_593 }, 'capture.size-impossible', '512110190593'],
    ['a wrong size', { diskBytes: PETREL_BYTES + 512 * 2048 }, 'capture.not-at-end', '512110190592 bytes'],
    ['head and tail exchanged', { head: tail, tail: head }, 'capture.swapped', 'exchanged'],
  ])('refuses %s', (_, changes, code, says) => {
    const outcome = capture(changes);
    expect(outcome).toMatchObject({ ok: false, refusal: { says: { code } } });
    expect(!outcome.ok && inEnglish(outcome.refusal.says)).toContain(says);
  });

  test('refuses the tail of another disk of the same size', () => {
    const other = resealed(otherDisk());
    const outcome = capture({ tail: other });
    expect(outcome).toMatchObject({ ok: false, refusal: { says: { code: 'capture.other-disk' } } });
    expect(!outcome.ok && inEnglish(outcome.refusal.says)).toContain('f3fa4078-123f-45ce-a9c4-83b34e576757');
  });

  test('tells a damaged tail as damage, not as a refusal', () => {
    const outcome = capture({ tail: otherDisk() });
    expect(outcome.ok && outcome.survey.damage).toMatchObject([
      { id: 'backup-broken', fault: { code: 'header-crc' } },
    ]);
  });

  test('the size of the disk is told by either end', () => {
    expect(proposeDiskBytes(head, tail)).toEqual({ bytes: PETREL_BYTES, from: 'tail' });
    expect(proposeDiskBytes(head, new Uint8Array(tail.length))).toEqual({
      bytes: PETREL_BYTES,
      from: 'head',
    });
    expect(proposeDiskBytes(undefined, otherDisk())).toBeUndefined();
  });

  test('head and tail are told apart by what they hold', () => {
    expect([head, tail, new Uint8Array(1024)].map(looksLikeEnd)).toEqual(['head', 'tail', undefined]);
  });

  test('a file is what it holds; one that does not say is what its name says, or what it was chosen for', () => {
    const given = (bytes: Uint8Array | null, name = 'file.bin', sizeBytes = bytes?.length ?? 2 ** 40) => ({
      name,
      sizeBytes,
      bytes,
    });
    const nothing = new Uint8Array(1 << 20);
    const qcow2 = Uint8Array.of(0x51, 0x46, 0x49, 0xfb, 0, 0, 0, 3, ...new Array<number>(504).fill(0));
    expect(whatFileIs(given(null))).toBe('image');
    expect(whatFileIs(given(head, 'tail.bin'))).toBe('head');
    expect(whatFileIs(given(tail, 'head.bin'))).toBe('tail');
    expect(whatFileIs(given(nothing, 'the-last-mib.bin'))).toBe('tail');
    expect(whatFileIs(given(nothing))).toBe('head');
    expect(whatFileIs(given(head), 'tail')).toBe('tail');
    expect(whatFileIs(given(qcow2))).toBe('image');
    expect(whatFileIs(given(head, 'disk.img', 3 * 2 ** 20))).toBe('image');
  });

  test.each([
    ['512110190592', 512110190592],
    ['512 110 190 592', 512110190592],
    ['512,110,190,592', 512110190592],
    ['500GB', 500e9],
    ['many', undefined],
  ])('“%s” is a disk of %p bytes', (typed, expected) => {
    expect(typedDiskBytes(typed)).toBe(expected);
  });

  test('leaves the bytes it was given as they were', () => {
    const before = Buffer.from(head).toString('hex', 512, 1024);
    capture({});
    expect(Buffer.from(head).toString('hex', 512, 1024)).toBe(before);
  });
});

/** The tail with its header's CRC made right again. */
function resealed(tail: Uint8Array): Uint8Array {
  const header = tail.subarray(tail.length - 512, tail.length - 512 + 92);
  writeUint(header, { at: 16, size: 4 }, 0);
  writeUint(header, { at: 16, size: 4 }, crc32(header));
  return tail;
}

const device = (changes: object = {}) => ({
  path: '/dev/sdb',
  type: 'disk',
  size: 500_107_862_016,
  'log-sec': 512,
  pttype: 'gpt',
  ptuuid: 'aa5f2d3c-0000-4000-8000-000000000001',
  children: [
    {
      path: '/dev/sdb1',
      type: 'part',
      size: 536_870_912,
      start: 2048,
      partn: 1,
      parttype: 'C12A7328-F81F-11D2-BA4B-00A0C93EC93B',
      partuuid: 'aa5f2d3c-0000-4000-8000-00000000000a',
      partlabel: 'esp',
      fstype: 'vfat',
      label: 'EFI',
      uuid: 'F541-92EE',
      fsused: '20480',
      fssize: '536868864',
      mountpoint: '/boot/efi',
    },
    { path: '/dev/sdb2', type: 'part', size: 64_424_509_440, start: 1_050_624, partn: 2, fstype: 'ext4' },
  ],
  ...changes,
});
const printed = (...devices: object[]) => JSON.stringify({ blockdevices: devices });

const accepted = (outcome: SurveyOutcome): Survey => {
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
};

describe('a survey from lsblk', () => {
  test('takes what is told, and leaves absent what is not', () => {
    const outcome = surveyFromLsblk(printed(device()), IDENTITY);
    expect(outcome).toMatchObject({
      ok: true,
      survey: {
        disk: { sizeSectors: 976_773_168, style: 'gpt', device: '/dev/sdb', firstUsable: 34 },
        partitions: [
          {
            number: 1,
            start: 2048,
            length: 1_048_576,
            type: 'c12a7328-f81f-11d2-ba4b-00a0c93ec93b',
            name: 'esp',
            volume: { kind: 'fat', label: 'EFI', usedBytes: 20_480, mountPoint: '/boot/efi' },
          },
          { number: 2, start: 1_050_624, length: 125_829_120, volume: { kind: 'ext4' } },
        ],
      },
    });
    const second = outcome.ok ? outcome.survey.partitions[1]! : undefined;
    expect(second && 'type' in second).toBe(false);
    expect(second?.volume && 'usedBytes' in second.volume).toBe(false);
  });

  test('counts START in sectors of 512 bytes on a disk with sectors of 4096', () => {
    const outcome = surveyFromLsblk(printed(device({ 'log-sec': 4096, size: 500_107_862_016 })), IDENTITY);
    expect(outcome.ok && outcome.survey.partitions.map((p) => [p.start, p.length])).toEqual([
      [256, 131_072],
      [131_328, 15_728_640],
    ]);
  });

  test('what stands in an encrypted container or a volume group is told inside it, other disks beside', () => {
    const root = {
      name: 'vg-root',
      type: 'lvm',
      size: 20e9,
      fstype: 'xfs',
      label: 'root',
      fsused: 7e9,
      mountpoint: '/',
    };
    const text = printed(
      device({
        pttype: 'gpt',
        children: [
          {
            path: '/dev/sdb1',
            type: 'part',
            partn: 1,
            start: 2048,
            size: 100 * GIB,
            fstype: 'crypto_LUKS',
            uuid: 'aaaa',
            children: [
              {
                name: 'luks',
                type: 'crypt',
                size: 99e9,
                fstype: 'LVM2_member',
                children: [root, { name: 'vg-swap', type: 'lvm', size: 4e9, fstype: 'swap' }],
              },
            ],
          },
        ],
      }),
      { path: '/dev/sdc', type: 'disk', size: 250_059_350_016 },
    );
    const survey = accepted(surveyFromLsblk(text, IDENTITY, '/dev/sdb'));
    expect(survey.otherDisks).toEqual([{ name: '/dev/sdc', sizeBytes: 250_059_350_016 }]);
    expect(survey.partitions[0]!.volume).toEqual({
      kind: 'luks',
      uuid: 'aaaa',
      inside: [
        {
          kind: 'lvm',
          name: 'luks',
          sizeBytes: 99e9,
          inside: [
            { kind: 'xfs', name: 'root', label: 'root', sizeBytes: 20e9, usedBytes: 7e9, mountPoint: '/' },
            { kind: 'swap', name: 'swap', sizeBytes: 4e9 },
          ],
        },
      ],
    });
    expect(beginEdit({ plan: EMPTY_PLAN, survey }).partitions[0]).toMatchObject({
      inside: [
        { name: 'root', fileSystem: 'xfs', mountPoint: '/' },
        { name: 'swap', fileSystem: 'swap' },
      ],
    });
  });

  test('a file system on the disk itself is told as such', () => {
    const survey = accepted(
      surveyFromLsblk(
        printed({ path: '/dev/sdc', type: 'disk', size: 8e9, fstype: 'vfat', label: 'TERNS' }),
        IDENTITY,
      ),
    );
    expect(survey.disk).toMatchObject({ style: 'none', bareVolume: { kind: 'fat', label: 'TERNS' } });
  });

  test('an MBR with logicals: the container goes, the logicals stay', () => {
    const part = (n: number, start: number, size: number, parttype: string, more = {}) => ({
      path: `/dev/sdb${n}`,
      type: 'part',
      partn: n,
      start,
      size,
      parttype,
      ...more,
    });
    const outcome = surveyFromLsblk(
      printed(
        device({
          pttype: 'dos',
          children: [
            part(1, 2048, 367_001_600, '0x7', { partflags: '0x80', fstype: 'ntfs' }),
            part(4, 650_835_968, 1024, '0xf'),
            part(5, 650_838_016, 64_424_509_440, '0x83', { fstype: 'ext4' }),
          ],
        }),
      ),
      IDENTITY,
    );
    expect(outcome.ok && outcome.survey.partitions).toMatchObject([
      { number: 1, type: '0x07', active: true },
      { number: 5, type: '0x83', logical: true, length: 125_829_120 },
    ]);
  });

  test('a disk without a table is empty', () => {
    const outcome = surveyFromLsblk(
      printed({ path: '/dev/sda', type: 'disk', size: 240_057_409_536 }),
      IDENTITY,
    );
    expect(outcome).toMatchObject({ ok: true, survey: { disk: { style: 'none' }, partitions: [] } });
  });

  test('lists the disks to choose from', () => {
    expect(disksInLsblk(printed(device(), device({ path: '/dev/sdc', children: [] })))).toMatchObject({
      ok: true,
      disks: [
        { path: '/dev/sdb', partitions: 2 },
        { path: '/dev/sdc', partitions: 0 },
      ],
    });
  });

  test.each([
    ['no JSON', 'NAME SIZE\nsda 500G', 'lsblk.not-json', 'This is not JSON'],
    ['other JSON', '{"disks": []}', 'lsblk.no-list', 'not lsblk’s'],
    ['a list', '[1,2]', 'lsblk.no-list', 'blockdevices'],
    ['null', 'null', 'lsblk.no-list', 'blockdevices'],
    ['sizes for people', printed(device({ size: '465.8G' })), 'lsblk.not-bytes', 'Was --bytes left out?'],
    [
      '(START)',
      printed(device({ children: [{ path: '/dev/sdb1', size: 1024, pttype: 'gpt' }] })),
      'lsblk.no-figure',
      '(START)',
    ],
    [
      'overlapping parts',
      printed(
        device({ children: [0, 1].map((i) => ({ path: `/dev/sdb${i + 1}`, size: MIB, start: 2048 })) }),
      ),
      'listed.overlaps',
      'overlaps',
    ],
    ['another table', printed(device({ pttype: 'sun' })), 'lsblk.table-unknown', 'PTTYPE is “sun”'],
    ['no disk', printed({ path: '/dev/sdb1', type: 'part', size: 5 }), 'lsblk.no-disk', 'lists no disk'],
  ])('refuses %s, and says what to do', (_, text, code, says) => {
    const outcome = surveyFromLsblk(text, IDENTITY);
    expect(outcome).toMatchObject({ ok: false, refusal: { says: { code } } });
    expect(!outcome.ok && inEnglish(outcome.refusal.says)).toContain(says);
  });

  test('any JSON at all is read or refused, never thrown', () => {
    fc.assert(
      fc.property(fc.json(), fc.jsonValue(), (json, value) => {
        expect(() => surveyFromLsblk(json, IDENTITY)).not.toThrow();
        const nested = printed({ ...device(), children: [value] });
        expect(() => surveyFromLsblk(nested, IDENTITY)).not.toThrow();
      }),
      { numRuns: 500 },
    );
  });
});

describe('a survey by hand', () => {
  test('lays sizes and kinds out in disk order, from 1 MiB', () => {
    const survey = drawn(500, [
      '100MiB efi',
      '# a remark',
      '',
      '237 GiB ntfs "Station"',
      '20GiB gap',
      'rest ext4',
    ]);
    expect(
      survey.partitions.map((p) => [p.number, p.start, p.length / 2048, p.volume?.kind, p.volume?.label]),
    ).toEqual([
      [1, 2048, 100, 'fat', undefined],
      [2, 206_848, 237 * 1024, 'ntfs', 'Station'],
      [3, 539_174_912, 500 * 1024 - 1 - 100 - 257 * 1024 - 1, 'ext4', undefined],
    ]);
  });

  test('a blank disk has no partitions', () => {
    expect(drawn(240, [], { style: 'none' })).toMatchObject({ disk: { style: 'none' }, partitions: [] });
  });

  test.each([
    [['100MiB'], 1, 'Line 1: Enter a size and what it is'],
    [['100MiB efi', '5 ntfs'], 2, 'a unit is missing'],
    [['100MiB banana'], 1, '“banana” is not known'],
    [['rest ntfs', '5GiB ext4', 'rest ext4'], 3, '“rest” can stand in one line only'],
    [['5GiB ext4 used 6GiB'], 1, 'More is said to be used'],
    [['499GiB ntfs', '5GiB ext4'], 2, 'of the disk is left for this part'],
    [['0MiB efi'], 1, 'A partition needs a size'],
  ])('refuses %j at line %d', (lines, line, says) => {
    const outcome = surveyFromHand(
      { diskBytes: 500 * GIB, sectorBytes: 512, style: 'gpt', text: lines.join('\n') },
      IDENTITY,
    );
    expect(outcome).toMatchObject({ ok: false, refusal: { line } });
    expect(!outcome.ok && inEnglish(outcome.refusal.says)).toContain(says);
  });

  test('an MBR reaches 2 TiB of a larger disk', () => {
    expect(drawn(4 * 1024, [], { style: 'mbr' }).disk.usableEnd * 512).toBe(2 * TIB);
  });
});
