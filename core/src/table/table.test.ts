import fc from 'fast-check';
import { crc32, decodeGuid, encodeGuid, SparseBytes } from '../bytes/index.js';
import { sectors } from '../quantity/index.js';
import { PETREL_BYTES, petrelFiles } from '../testing/builders.js';
import {
  encodeGpt,
  ENTRY,
  ENTRY_BYTES,
  HEADER,
  HEADER_BYTES,
  readTable,
  usableArea,
  type Gpt,
} from './index.js';
import { MBR, SLOT, SLOT_BYTES } from './mbr/layout.js';

const GUID = 'f3fa4078-123f-45ce-a9c4-83b34e576757';
const DISK = 1_000_215_216;

function gptOf(entries: Gpt['entries'], sectorBytes = 512, diskSectors = DISK): Gpt {
  const { first, end } = usableArea(diskSectors, sectorBytes);
  return { diskGuid: GUID, firstUsable: first, usableEnd: end, entryCount: 128, entryBytes: 128, entries };
}

function entry(number: number, start: number, length: number): Gpt['entries'][number] {
  return {
    number,
    typeGuid: '0fc63daf-8483-4772-8e79-3d69d8477de4',
    uniqueGuid: `00000000-0000-4000-8000-${String(number).padStart(12, '0')}`,
    start: sectors(start),
    length: sectors(length),
    attributes: '0000000000000000',
    name: `part ${number}`,
  };
}

/** A disk known at both ends only, as a capture gives it. */
function diskOf(head: Uint8Array, tail: Uint8Array, sectorBytes = 512, diskSectors = DISK): SparseBytes {
  const size = diskSectors * sectorBytes;
  return new SparseBytes(size, [
    { offset: 0, bytes: head },
    { offset: size - tail.length, bytes: tail },
  ]);
}

function written(gpt: Gpt, sectorBytes = 512, diskSectors = DISK) {
  return encodeGpt(gpt, diskSectors, sectorBytes);
}

describe('bytes', () => {
  test('CRC-32 of the check string of its definition', () => {
    expect(crc32(new TextEncoder().encode('123456789'))).toBe(0xcbf43926);
  });

  test('a GUID is mixed-endian: the EFI system type as UEFI 2.10 §5.3.3 and the disk spell it', () => {
    const onDisk = Uint8Array.from([
      0x28, 0x73, 0x2a, 0xc1, 0x1f, 0xf8, 0xd2, 0x11, 0xba, 0x4b, 0x00, 0xa0, 0xc9, 0x3e, 0xc9, 0x3b,
    ]);
    expect(decodeGuid(onDisk, 0)).toBe('c12a7328-f81f-11d2-ba4b-00a0c93ec93b');
  });

  test('a GUID is read as written', () => {
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 16, maxLength: 16 }), (raw) => {
        const copy = new Uint8Array(16);
        encodeGuid(decodeGuid(raw, 0), copy, 0);
        expect(copy).toEqual(raw);
      }),
    );
  });

  test.each([
    ['GPT header', HEADER, HEADER_BYTES],
    ['GPT entry', ENTRY, ENTRY_BYTES],
    ['MBR', MBR, 512],
    ['MBR slot', SLOT, SLOT_BYTES],
  ])('the fields of the %s neither overlap nor leave it', (_, layout, size) => {
    const fields = Object.values(layout as Record<string, { at: number; size: number }>).sort(
      (a, b) => a.at - b.at,
    );
    fields.forEach((f, i) => expect(f.at + f.size).toBeLessThanOrEqual(fields[i + 1]?.at ?? size));
  });
});

describe('reading a GPT', () => {
  test('petrel’s capture, to the figures of its fixture', () => {
    const { head, tail } = petrelFiles();
    const reading = readTable(diskOf(head, tail, 512, PETREL_BYTES / 512));
    expect(reading).toMatchObject({
      style: 'gpt',
      sectorBytes: 512,
      diskSectors: 1_000_215_216,
      tableId: GUID,
      firstUsable: 34,
      usableEnd: 1_000_215_183,
      damage: [],
    });
    expect(reading.partitions.map((p) => [p.number, p.start, p.length, p.name, p.attributes])).toEqual([
      [1, 2048, 204_800, 'Start files', '8000000000000000'],
      [2, 206_848, 32_768, 'Held back', '8000000000000000'],
      [3, 239_616, 998_541_312, 'Main volume', '0000000000000000'],
      [4, 998_780_928, 1_433_600, 'Rescue', '8000000000000001'],
    ]);
    expect(reading.partitions.map((p) => p.uuid)).toEqual([
      '557e3b3d-13d4-4fd1-ae8e-3671db3d6ba5',
      '25689776-44a9-4a0d-80fc-b0560e49dfc0',
      '84e6c841-d5aa-4fcd-a96a-0ee0a7e0d09a',
      '65e263ff-9b60-463b-97b9-79a5d79ac98a',
    ]);
  });

  test('writes petrel’s table byte for byte as the tool that made it did', () => {
    const { head, tail } = petrelFiles();
    const reading = readTable(diskOf(head, tail, 512, PETREL_BYTES / 512));
    const gpt: Gpt = {
      ...gptOf([]),
      entries: reading.partitions.map((p) => ({
        number: p.number,
        typeGuid: p.type,
        uniqueGuid: p.uuid!,
        start: p.start,
        length: p.length,
        attributes: p.attributes!,
        name: p.name!,
      })),
    };
    const made = written(gpt);
    expect(Buffer.compare(made.head.subarray(512), head.subarray(512, made.head.length))).toBe(0);
    expect(Buffer.compare(made.tail, tail.subarray(tail.length - made.tail.length))).toBe(0);
  });

  test('what is written is read back, whatever the sector size', () => {
    const table = fc.record({
      sectorBytes: fc.constantFrom(512, 4096),
      lengths: fc.array(fc.record({ gap: fc.nat(5000), length: fc.integer({ min: 1, max: 10 ** 6 }) }), {
        maxLength: 128,
      }),
      name: fc.string({ maxLength: 36 }).filter((s) => !s.includes('\0')),
    });
    fc.assert(
      fc.property(table, ({ sectorBytes, lengths, name }) => {
        const area = usableArea(DISK, sectorBytes);
        let at: number = area.first;
        const entries = lengths.map(({ gap, length }, i) => {
          const made = { ...entry(i + 1, at + gap, length), name };
          at = made.start + length;
          return made;
        });
        const { head, tail } = written(gptOf(entries, sectorBytes), sectorBytes);
        const reading = readTable(diskOf(head, tail, sectorBytes));
        expect(reading.damage).toEqual([]);
        expect(reading.sectorBytes).toBe(sectorBytes);
        expect(reading.partitions.map((p) => [p.number, p.start, p.length, p.name])).toEqual(
          entries.map((e) => [e.number, e.start, e.length, e.name]),
        );
      }),
      { numRuns: 60 },
    );
  });

  test('any one flipped bit of the primary is told, and never yields a partition silently wrong', () => {
    const { head, tail } = written(gptOf([entry(1, 2048, 4096), entry(2, 8192, 4096)]));
    const sound = readTable(diskOf(head, tail)).partitions;
    fc.assert(
      fc.property(fc.integer({ min: 512 * 8, max: 512 * 34 * 8 - 1 }), (bit) => {
        const broken = head.slice();
        broken[bit >> 3]! ^= 1 << (bit & 7);
        const reading = readTable(diskOf(broken, tail));
        expect(reading.partitions).toEqual(sound);
        const harmless = bit >= (512 + HEADER_BYTES) * 8 && bit < 1024 * 8;
        if (!harmless) expect(reading.damage).toMatchObject([{ id: 'primary-broken' }]);
      }),
      { numRuns: 500 },
    );
  });

  test('any bytes at all are read without throwing', () => {
    const head = written(gptOf([entry(1, 2048, 4096)])).head;
    fc.assert(
      fc.property(fc.uint8Array({ minLength: 1024, maxLength: 1024 }), fc.nat(16), (noise, at) => {
        const disk = head.slice();
        disk.set(noise, at * 512);
        expect(() => readTable(diskOf(disk, new Uint8Array(512 * 40)))).not.toThrow();
      }),
      { numRuns: 300 },
    );
  });
});

describe('damage told apart', () => {
  const { head, tail } = written(gptOf([entry(1, 2048, 4096)]));
  const without = (data: Uint8Array, from: number, length = 512) => data.slice().fill(0, from, from + length);
  const lastHeader = tail.length - 512;

  test.each([
    ['a broken primary header', without(head, 512), tail, ['primary-broken'], 1],
    ['broken primary entries', without(head, 1024), tail, ['primary-broken'], 1],
    ['a broken backup', head, without(tail, lastHeader), ['backup-broken'], 1],
    ['both broken', without(head, 512), without(tail, lastHeader), ['both-broken'], 0],
    ['no protective MBR', without(head, 0), tail, ['protective-missing'], 1],
  ])('%s', (_, h, t, damage, partitions) => {
    const reading = readTable(diskOf(h, t));
    expect(reading.damage.map((d) => d.id)).toEqual(damage);
    expect(reading.partitions).toHaveLength(partitions);
    expect(reading.style).toBe('gpt');
  });

  test('a backup that is not at the end, the disk having grown', () => {
    const reading = readTable(diskOf(head, new Uint8Array(1 << 20), 512, DISK + 100_000));
    expect(reading.damage.map((d) => d.id)).toEqual(['backup-not-at-end', 'protective-short']);
    expect(reading.damage[0]).toMatchObject({ atLba: DISK - 1, lastLba: DISK + 99_999 });
  });

  test('a hybrid MBR', () => {
    const hybrid = head.slice();
    hybrid.set(
      Uint8Array.from([0, 0, 0, 0, 0x07, 0, 0, 0, 0, 8, 0, 0, 0, 16, 0, 0]),
      MBR.entries.at + SLOT_BYTES,
    );
    expect(readTable(diskOf(hybrid, tail)).damage).toEqual([{ id: 'hybrid', slots: 1 }]);
  });

  // UEFI 2.10 §5.2.3: without an entry of type 0xEE the MBR is in force, whatever GPT lies about.
  test.each([
    ['whole', head, tail],
    ['of which the primary is broken', without(head, 512), tail],
    ['of which the backup is broken', head, without(tail, lastHeader)],
  ])('an MBR that lists partitions beats a GPT that is left over, %s', (_, h, t) => {
    const listed = without(h, 0);
    listed.set(Uint8Array.from([0, 0, 0, 0, 0x83, 0, 0, 0, 0, 16, 0, 0, 0, 32, 0, 0]), MBR.entries.at);
    listed.set([0x55, 0xaa], MBR.signature.at);
    const reading = readTable(diskOf(listed, t));
    expect(reading).toMatchObject({ style: 'mbr', damage: [{ id: 'gpt-left-over', entries: 1 }] });
    expect(reading.partitions).toMatchObject([{ number: 1, start: 4096, length: 8192, type: '0x83' }]);
  });

  test('overlapping entries, and one outside the usable area', () => {
    const bad = written(gptOf([entry(1, 2048, 4096), entry(2, 4096, 4096), entry(3, DISK - 20, 10)]));
    expect(readTable(diskOf(bad.head, bad.tail)).damage).toEqual([
      { id: 'out-of-range', number: 3 },
      { id: 'overlap', numbers: [1, 2] },
    ]);
  });
});

describe('other disks', () => {
  test('an MBR with an extended container, which a capture cannot see into', () => {
    const head = new Uint8Array(1 << 20);
    const slots = [
      [0x80, 0, 0, 0, 0x07, 0, 0, 0, 0, 8, 0, 0, 0, 0, 0x10, 0],
      [0, 0, 0, 0, 0x0f, 0, 0, 0, 0, 8, 0x10, 0, 0, 0, 0x20, 0],
    ];
    slots.forEach((slot, i) => head.set(slot, MBR.entries.at + i * SLOT_BYTES));
    head.set([0x58, 0x40, 0xdf, 0xfa], 440);
    head.set([0x55, 0xaa], 510);
    const reading = readTable(diskOf(head, new Uint8Array(1 << 20)));
    expect(reading).toMatchObject({
      style: 'mbr',
      tableId: 'fadf4058',
      partitions: [
        { number: 1, start: 2048, length: 1_048_576, type: '0x07', active: true, uuid: 'fadf4058-01' },
        { number: 2, start: 1_050_624, length: 2_097_152, type: '0x0f', active: false },
      ],
      damage: [{ id: 'logicals-not-read', number: 2 }],
    });
  });

  test('a disk without a table has no partitions and no damage', () => {
    const blank = new Uint8Array(1 << 20);
    expect(readTable(diskOf(blank, blank))).toMatchObject({ style: 'none', partitions: [], damage: [] });
  });
});
