import { Block, SparseBytes, writeUint, type Stretch } from '../bytes/index.js';
import { MIB } from '../quantity/index.js';
import { zeroed } from '../testing/zeroed.js';
import { formatFat32, formatSwap, identifyVolume, type Volume } from './index.js';
import { faultSaid } from '../testing/fault-said.js';

/** Volumes of which no utility is at hand, built field by field as their formats' descriptions say. */
const SIZE = 64 * MIB;

class Builder {
  private readonly stretches: Stretch[] = [];

  constructor(readonly sizeBytes = SIZE) {}

  /** A stretch of zeros with fields written into it by their offset. */
  at(offset: number, length: number, fill: (put: Put) => void): this {
    const bytes = new Uint8Array(length);
    const view = new DataView(bytes.buffer);
    fill({
      text: (at, text) =>
        bytes.set(
          [...text].map((c) => c.charCodeAt(0)),
          at,
        ),
      bytes: (at, list) => bytes.set(list, at),
      u16: (at, n, big = false) => view.setUint16(at, n, !big),
      u32: (at, n, big = false) => view.setUint32(at, n, !big),
      u64: (at, n, big = false) => view.setBigUint64(at, BigInt(n), !big),
      utf16: (at, text) => [...text].forEach((c, i) => view.setUint16(at + 2 * i, c.charCodeAt(0))),
    });
    this.stretches.push({ offset, bytes });
    return this;
  }

  read(): Volume {
    return identifyVolume(zeroed(this.sizeBytes, this.stretches))!;
  }
}

interface Put {
  text(at: number, text: string): void;
  bytes(at: number, list: readonly number[]): void;
  u16(at: number, n: number, big?: boolean): void;
  u32(at: number, n: number, big?: boolean): void;
  u64(at: number, n: number, big?: boolean): void;
  utf16(at: number, text: string): void;
}

const volume = (sizeBytes?: number) => new Builder(sizeBytes);
const ID = Array.from({ length: 16 }, (_, i) => 0x10 + i);
const ID_TEXT = '10111213-1415-1617-1819-1a1b1c1d1e1f';

describe('members and containers', () => {
  test('an LVM member tells its id and size', () => {
    const built = volume().at(512, 512, (p) => {
      p.text(0, 'LABELONE');
      p.u64(8, 1);
      p.u32(20, 32);
      p.text(24, 'LVM2 001');
      p.text(32, 'abcdefGHIJklmnOPQRstuvWXYZ012345');
      p.u64(64, SIZE);
    });
    expect(built.read()).toEqual({
      kind: 'lvm',
      uuid: 'abcdef-GHIJ-klmn-OPQR-stuv-WXYZ-012345',
      sizeBytes: SIZE,
    });
  });

  test.each([
    ['version 1.2', 4096],
    ['version 1.1', 0],
    ['version 1.0', Math.floor((SIZE / 512 - 16) / 8) * 8 * 512],
  ])('a RAID member with a superblock of %s, before whatever stands in it', (variant, at) => {
    const built = volume()
      .at(at, 256, (p) => {
        p.u32(0, 0xa92b4efc);
        p.u32(4, 1);
        p.bytes(16, ID);
        p.text(32, 'shore:0');
      })
      .at(65536 + 64, 8, (p) => p.text(0, '_BHRfS_M'));
    expect(built.read()).toMatchObject({ kind: 'raid', variant, label: 'shore:0', uuid: ID_TEXT });
  });

  test('an old RAID member, whose words are kept in the order of its machine', () => {
    const built = volume().at(SIZE - 65536, 4096, (p) => {
      p.u32(0, 0xa92b4efc);
      p.u32(4, 0);
      [0x14, 0x34, 0x38, 0x3c].forEach((at, i) => p.u32(at, 0x01020304 + i));
    });
    expect(built.read()).toEqual({
      kind: 'raid',
      variant: 'version 0.90',
      uuid: '01020304-0102-0305-0102-030601020307',
    });
  });

  const insides: readonly (readonly [string, number, string])[] = [
    ['a LUKS container', 0, 'LUKS\xba\xbe'],
    ['an NTFS', 3, 'NTFS    '],
    ['an XFS', 0, 'XFSB'],
    ['an APFS', 32, 'NXSB'],
  ];
  test.each(insides)('a mirror begins like %s, and is told as a mirror', (_, at, mark) => {
    const built = volume()
      .at(0, 512, (p) => {
        p.bytes(
          at,
          [...mark].map((char) => char.charCodeAt(0)),
        );
        if (mark.startsWith('LUKS')) p.bytes(6, [0, 2]);
        if (mark.startsWith('NTFS')) {
          p.u16(11, 512);
          p.bytes(13, [8]);
          p.bytes(64, [0xf6]);
          p.bytes(68, [1]);
        }
        if (mark === 'XFSB') p.u32(4, 4096, true);
        if (mark === 'NXSB') p.u32(36, 4096);
      })
      .at(Math.floor((SIZE / 512 - 16) / 8) * 8 * 512, 256, (p) => {
        p.u32(0, 0xa92b4efc);
        p.u32(4, 1);
        p.bytes(16, ID);
      });
    expect(built.read()).toMatchObject({ kind: 'raid', unread: [expect.stringContaining('read.marks')] });
  });

  test.each([
    ['windows-encrypted', 3, '-FVE-FS-'],
    ['ldm', 0, 'PRIVHEAD'],
  ])('%s by its mark', (kind, at, mark) => {
    expect(
      volume()
        .at(0, 512, (p) => p.text(at, mark))
        .read(),
    ).toMatchObject({ kind });
  });

  test('a ZFS member in either byte order, and ReFS', () => {
    const zfs = (big: boolean) => volume().at(131072 + 4096, 8, (p) => p.u64(0, 0x00bab10c, big));
    expect([zfs(true).read(), zfs(false).read()]).toEqual([{ kind: 'zfs' }, { kind: 'zfs' }]);
    const refs = volume().at(0, 512, (p) => {
      p.text(3, 'ReFS');
      p.text(16, 'FSRS');
    });
    expect(refs.read()).toEqual({ kind: 'refs' });
  });
});

describe('file systems of other families', () => {
  test('APFS tells its container; its use is for macOS to tell', () => {
    const built = volume().at(0, 512, (p) => {
      p.text(32, 'NXSB');
      p.u32(36, 4096);
      p.u64(40, 16_000);
      p.bytes(72, ID);
    });
    expect(built.read()).toMatchObject({
      kind: 'apfs',
      uuid: ID_TEXT,
      blockBytes: 4096,
      sizeBytes: 16_000 * 4096,
    });
    expect(built.read().usedBytes).toBeUndefined();
  });

  const hfs = (attributes: number) =>
    volume()
      .at(1024, 512, (p) => {
        p.text(0, 'H+');
        p.u32(4, attributes, true);
        p.u32(40, 4096, true);
        p.u32(44, 16_000, true);
        p.u32(48, 15_000, true);
        p.bytes(104, [1, 2, 3, 4, 5, 6, 7, 8]);
        p.u32(112 + 16, 2, true);
        p.u32(112 + 20, 1, true);
        p.u32(272 + 16, 4, true);
      })
      .at(2 * 4096, 2000, (p) => p.bytes(0, [0xff, 0xff, 0xc0]))
      .at(4 * 4096, 512, (p) => {
        p.u32(14 + 10, 1, true);
        p.u16(14 + 18, 8192, true);
      })
      .at(4 * 4096 + 8192, 8192, (p) => {
        p.u16(14, 16, true);
        p.u32(16, 1, true);
        p.u16(20, 5, true);
        p.utf16(22, 'Terns');
        p.u16(8190, 14, true);
      });

  test('HFS+ tells its name from the catalog and its use from its map', () => {
    expect(hfs(1 << 8).read()).toEqual({
      kind: 'hfsplus',
      label: 'Terns',
      uuid: expect.stringMatching(/^[0-9a-f]{8}-[0-9a-f]{4}-3[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/),
      blockBytes: 4096,
      sizeBytes: 16_000 * 4096,
      usedBytes: 18 * 4096,
      usedEvidence: 'bitmap',
      floor: { bytes: 18 * 4096, evidence: 'bitmap' },
      lastUsedByte: 18 * 4096 - 1,
    });
    expect(hfs(0).read().dirty).toBe(true);
  });

  test.each([
    ['UFS2', 65536, 0x19540119],
    ['UFS1', 8192, 0x00011954],
  ])('%s', (variant, at, magic) => {
    const built = volume().at(at, 1400, (p) => {
      p.u32(48, 32768);
      p.u32(52, 4096);
      p.u32(56, 8);
      p.u32(144, 0x5f3c1a2b);
      p.u32(148, 0x00c0ffee);
      p.text(680, 'counts');
      p.u32(1372, magic);
      if (variant === 'UFS2') {
        p.u64(1016, 100);
        p.u64(1032, 5);
        p.u64(1080, 16_000);
        p.u64(1088, 15_000);
      } else {
        p.u32(36, 16_000);
        p.u32(40, 15_000);
        p.u32(196, 100);
        p.u32(204, 5);
      }
    });
    expect(built.read()).toMatchObject({
      kind: 'ufs',
      variant,
      label: 'counts',
      uuid: '5f3c1a2b00c0ffee',
      sizeBytes: 16_000 * 4096,
      usedBytes: (15_000 - 805) * 4096,
    });
  });
});

describe('what is written here', () => {
  const asSource = (sizeBytes: number, stretches: readonly Stretch[]) => {
    const built = volume(sizeBytes);
    for (const s of stretches) built.at(s.offset, s.bytes.length, (p) => p.bytes(0, [...s.bytes]));
    return built.read();
  };

  test.each([
    [34 * MIB, 512],
    [100 * MIB, 512],
    [512 * MIB, 512],
    [300 * MIB, 4096],
  ])('FAT32 of %i bytes with sectors of %i reads back', (sizeBytes, sectorBytes) => {
    const made = formatFat32({
      sizeBytes,
      sectorBytes,
      label: 'Start',
      serial: 0x0aaf6b49,
      hiddenSectors: 2048,
    })!;
    expect(asSource(sizeBytes, made)).toMatchObject({
      kind: 'fat',
      variant: 'FAT32',
      label: 'START',
      uuid: '0AAF-6B49',
      usedBytes: expect.any(Number),
    });
  });

  test('what is too small for FAT32 is not made', () => {
    const small = (sizeBytes: number, sectorBytes: number) =>
      formatFat32({ sizeBytes, sectorBytes, label: '', serial: 1, hiddenSectors: 0 });
    expect([small(32 * MIB, 512), small(250 * MIB, 4096)]).toEqual([undefined, undefined]);
    expect(small(33 * MIB, 512)).toBeDefined();
    expect(small(257 * MIB, 4096)).toBeDefined();
  });

  test('swap reads back; with a sleeping system it says so', () => {
    const made = formatSwap(SIZE, 'nap', ID_TEXT)!;
    expect(asSource(SIZE, made)).toEqual({
      kind: 'swap',
      label: 'nap',
      uuid: ID_TEXT,
      blockBytes: 4096,
      sizeBytes: SIZE,
    });
    const slept = Uint8Array.from(made[0]!.bytes);
    slept.set(
      [...'S1SUSPEND\0'].map((c) => c.charCodeAt(0)),
      4086,
    );
    expect(asSource(SIZE, [{ offset: 0, bytes: slept }])).toMatchObject({
      kind: 'swap',
      hibernated: true,
      label: 'nap',
    });
  });

  test('a FAT volume that was not closed says so', () => {
    const made = formatFat32({
      sizeBytes: 64 * MIB,
      sectorBytes: 512,
      label: '',
      serial: 1,
      hiddenSectors: 0,
    })!;
    const open = made.map((s) => {
      const bytes = Uint8Array.from(s.bytes);
      if (bytes.length === 12) writeUint(bytes, { at: 4, size: 4 }, 0x07ffffff);
      return { ...s, bytes };
    });
    expect(asSource(64 * MIB, open).dirty).toBe(true);
    expect(asSource(64 * MIB, made).dirty).toBeUndefined();
  });
});

describe('what is not told', () => {
  test('an empty partition has no file system, noise is unknown, what was not read is not claimed', () => {
    expect(volume().read()).toEqual({ kind: 'none' });
  });

  test.each([
    ['a cache member, whose superblock stands in its ninth sector (kernel, bcache.h)', 4096 + 24],
    ['something at 100 KiB', 100 * 1024],
    ['something in its last sectors', SIZE - 512],
  ])('%s is unknown content, not an empty partition', (_, at) => {
    expect(
      volume()
        .at(at, 16, (p) => p.bytes(0, ID))
        .read(),
    ).toEqual({ kind: 'unknown' });
    expect(
      volume()
        .at(0, 512, (p) => p.text(100, 'noise'))
        .read(),
    ).toEqual({ kind: 'unknown' });
    expect(identifyVolume(new SparseBytes(SIZE, []))).toBeUndefined();
  });

  test('a broken inner structure leaves what the header told, and says what is missing', () => {
    const built = volume().at(0, 512, (p) => {
      p.text(3, 'NTFS    ');
      p.u16(11, 512);
      p.bytes(13, [8]);
      p.u64(40, SIZE / 512);
      p.u64(48, 4);
      p.bytes(64, [0xf6]);
      p.bytes(68, [1]);
      p.u64(72, 0x1122334455667788n as unknown as number);
    });
    expect(built.read()).toMatchObject({
      kind: 'ntfs',
      uuid: '1122334455667788',
      unread: [expect.stringContaining('FILE')],
    });
  });

  test('figures that cannot be right are left out, and that is said', () => {
    const absurd = volume().at(0, 512, (p) => {
      p.text(32, 'NXSB');
      p.u32(36, 4096);
      p.u64(40, 2 ** 52);
    });
    expect(absurd.read().sizeBytes).toBeUndefined();
    expect(absurd.read().unread).toContain('read.figures');
    const overfull = volume().at(65536, 4096, (p) => {
      p.text(64, '_BHRfS_M');
      p.u64(120, SIZE * 2);
      p.u64(136, 1);
      p.u32(144, 4096);
      p.u64(209, SIZE);
    });
    expect(overfull.read()).toMatchObject({ kind: 'btrfs', sizeBytes: SIZE });
    expect(overfull.read().usedBytes).toBeUndefined();
  });

  test('marks of a second file system are told, not passed over', () => {
    const both = volume()
      .at(0, 512, (p) => {
        p.text(0, 'XFSB');
        p.u32(4, 4096, true);
        p.u64(8, 10_000, true);
      })
      .at(65536, 4096, (p) => p.text(64, '_BHRfS_M'));
    expect(both.read()).toMatchObject({ kind: 'xfs', unread: [expect.stringContaining('btrfs')] });
  });

  test('a structure cannot be read beyond its end', () => {
    expect(faultSaid(() => new Block(new Uint8Array(4)).u32(1))).toContain('points to its byte 5');
    expect(faultSaid(() => new Block(Uint8Array.from({ length: 8 }, () => 0xff)).u64(0))).toContain(
      'cannot be right',
    );
  });
});
