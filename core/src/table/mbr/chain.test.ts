import fc from 'fast-check';
import { writeUint } from '../../bytes/index.js';
import { zeroed } from '../../testing/zeroed.js';
import {
  damageSays,
  encodeMbr,
  readTable,
  type MbrTable,
  type SectorImage,
  type TableReading,
} from '../index.js';
import { inEnglish } from '../../words/index.js';

const DISK_SECTORS = 4_000_000;

/** A disk of zeros with these sectors on it. */
const diskOf = (sectorImages: readonly SectorImage[]) =>
  zeroed(
    DISK_SECTORS * 512,
    sectorImages.map(({ lba, bytes }) => ({ offset: lba * 512, bytes })),
  );

const primary = (slot: number, start: number, length: number, type = 0x07, active = false) => ({
  slot,
  start,
  length,
  type,
  active,
});
const TABLE: MbrTable = {
  diskSignature: 'fadf4058',
  primaries: [primary(1, 2048, 100_000, 0x07, true), primary(4, 200_000, 1_000_000, 0x0f)],
  container: { start: 200_000, length: 1_000_000 },
  logicals: [
    { type: 0x83, start: 202_048, length: 300_000, ebrAt: 200_000 },
    { type: 0x82, start: 600_063, length: 100_000, ebrAt: 600_000 },
  ],
};
const listed = (table: TableReading) =>
  table.partitions.map((p) => [p.number, p.start, p.length, p.type, p.ebrAt]);

/** The table with one 32-bit word of a sector replaced. */
function altered(lba: number, at: number, value: number, size = 4): SectorImage[] {
  return encodeMbr(TABLE).map((s) => {
    if (s.lba !== lba) return s;
    const bytes = Uint8Array.from(s.bytes);
    writeUint(bytes, { at, size }, value);
    return { lba, bytes };
  });
}

describe('an MBR with its chain', () => {
  test('is read in chain order, oddly aligned parts included', () => {
    const table = readTable(diskOf(encodeMbr(TABLE)));
    expect(listed(table)).toEqual([
      [1, 2048, 100_000, '0x07', undefined],
      [5, 202_048, 300_000, '0x83', 200_000],
      [6, 600_063, 100_000, '0x82', 600_000],
    ]);
    expect(table).toMatchObject({
      style: 'mbr',
      tableId: 'fadf4058',
      damage: [],
      containers: [{ number: 4, start: 200_000, length: 1_000_000, type: '0x0f' }],
    });
  });

  test('an empty container, and one whose first record is empty, hold what they hold', () => {
    const empty = readTable(diskOf(encodeMbr({ ...TABLE, logicals: [] })));
    expect([empty.partitions.length, empty.containers.length, empty.damage]).toEqual([1, 1, []]);
    const later = readTable(diskOf(encodeMbr({ ...TABLE, logicals: TABLE.logicals.slice(1) })));
    expect(listed(later).at(-1)).toEqual([5, 600_063, 100_000, '0x82', 600_000]);
    expect(later.damage).toEqual([]);
  });

  const LINK_START = 446 + 16 + 8;
  const LINK_TYPE = 446 + 16 + 4;
  test.each([
    ['a loop to its beginning', altered(600_000, LINK_TYPE, 5, 1), { code: 'loop', atLba: 200_000 }],
    [
      'a link out of the container',
      altered(200_000, LINK_START, 3_000_000),
      { code: 'outside', atLba: 3_200_000 },
    ],
    ['a link to nothing', altered(200_000, LINK_START, 450_000), { code: 'no-signature', atLba: 650_000 }],
  ])('%s ends the reading, and is told', (_, sectors, fault) => {
    const looped = sectors.map((s) => {
      if (fault.code !== 'loop' || s.lba !== 600_000) return s;
      const bytes = Uint8Array.from(s.bytes);
      writeUint(bytes, { at: LINK_START + 4, size: 4 }, 1);
      return { ...s, bytes };
    });
    const table = readTable(diskOf(looped));
    expect(table.damage).toEqual([{ id: 'chain-broken', number: 4, fault }]);
    expect(listed(table)[1]).toEqual([5, 202_048, 300_000, '0x83', 200_000]);
    expect(inEnglish(damageSays(table.damage[0]!))).toContain(String(fault.atLba));
  });

  test('a stray third entry, a logical that leaves the container, and a second container are told', () => {
    const stray = encodeMbr(TABLE).map((s) => {
      if (s.lba !== 200_000) return s;
      const bytes = Uint8Array.from(s.bytes);
      bytes.set(bytes.subarray(446, 462), 446 + 32);
      return { ...s, bytes };
    });
    expect(readTable(diskOf(stray)).damage).toEqual([
      { id: 'chain-broken', number: 4, fault: { code: 'stray', atLba: 200_000 } },
    ]);
    const beyond = altered(600_000, 446 + 12, 700_000);
    expect(readTable(diskOf(beyond)).damage.map((d) => d.id)).toContain('logical-outside');
    const two = { ...TABLE, primaries: [...TABLE.primaries, primary(2, 1_300_000, 500_000, 0x05)] };
    expect(readTable(diskOf(encodeMbr(two))).damage.map((d) => d.id)).toContain('two-containers');
  });

  test('a primary within the container overlaps it', () => {
    const inside = { ...TABLE, primaries: [...TABLE.primaries, primary(3, 1_100_000, 1000)] };
    expect(readTable(diskOf(encodeMbr(inside))).damage).toEqual([{ id: 'overlap', numbers: [4, 3] }]);
  });

  test('a slot that covers the table itself is that of a file system without one', () => {
    const bare = encodeMbr({ diskSignature: '0', primaries: [primary(1, 0, 100_000, 0x0c)], logicals: [] });
    expect(readTable(diskOf(bare)).style).toBe('none');
  });

  const layout = fc
    .array(
      fc.record({ gap: fc.integer({ min: 2, max: 5000 }), length: fc.integer({ min: 1, max: 100_000 }) }),
      { maxLength: 12 },
    )
    .map((parts) => {
      let at = 200_000;
      return parts.map(({ gap, length }, i) => {
        const ebrAt = i === 0 ? 200_000 : at;
        const start = ebrAt + gap;
        at = start + length;
        return { type: 0x83, start, length, ebrAt };
      });
    });

  test('whatever is written is read back', () => {
    fc.assert(
      fc.property(layout, (logicals) => {
        const table = { ...TABLE, container: { start: 200_000, length: 2_000_000 }, logicals };
        table.primaries = [primary(1, 2048, 1000), primary(2, 200_000, 2_000_000, 0x05)];
        const read = readTable(diskOf(encodeMbr(table)));
        expect(read.damage).toEqual([]);
        expect(listed(read).slice(1)).toEqual(
          logicals.map((l, i) => [5 + i, l.start, l.length, '0x83', l.ebrAt]),
        );
      }),
    );
  });

  test('any one flipped bit of the MBR or a record never throws, and what is read stays within what it says', () => {
    const sound = encodeMbr(TABLE);
    fc.assert(
      fc.property(fc.nat(sound.length - 1), fc.nat(512 * 8 - 1), (which, bit) => {
        const flipped = sound.map((s, i) => {
          if (i !== which) return s;
          const bytes = Uint8Array.from(s.bytes);
          bytes[bit >> 3]! ^= 1 << (bit & 7);
          return { ...s, bytes };
        });
        const table = readTable(diskOf(flipped));
        expect(table.partitions.length).toBeLessThanOrEqual(5);
        for (const d of table.damage) expect(inEnglish(damageSays(d)).length).toBeGreaterThan(20);
        // Nothing that the bits do not say, and nothing of what they say left out without a word.
        const reaches = table.partitions.every((p) => p.start + p.length <= DISK_SECTORS);
        if (!reaches) expect(table.damage.map((d) => d.id)).toEqual(expect.arrayContaining(['out-of-range']));
      }),
      { numRuns: 2000 },
    );
  });
});
