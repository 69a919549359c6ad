import { inEnglish } from '../words/index.js';
import fc from 'fast-check';
import { GIB, MIB, nominalSectors } from '../quantity/index.js';
import { IDENTITY } from '../testing/builders.js';
import { handRowsIn, handRowsOf, settleRows, splitRow, surveyFromHand, type HandRow } from './index.js';

const row = (size: string, word = 'ntfs'): HandRow => ({ size, word, label: '', used: '' });
const settled = (rows: readonly HandRow[], room: number) => {
  const outcome = settleRows(rows, room);
  if (!outcome.ok) throw new Error(`${outcome.row}: ${inEnglish(outcome.says)}`);
  return outcome;
};

describe('a pasted column', () => {
  test('is read as it was copied, from wherever', () => {
    const text = [
      'NAME   SIZE TYPE FSTYPE',
      '├─sda1 100M part vfat  "STARTUP"',
      '├─sda2  16M part',
      '  Partition 3    Primary    465.1 GB   101 MB  NTFS',
      '# a remark of 5 GB',
      'Unallocated 55,4 GiB',
      'rest   ext4 “terns”',
    ].join('\n');
    expect(handRowsIn(text)).toEqual([
      { size: '100M', word: 'efi', label: 'STARTUP', used: '' },
      { size: '16M', word: 'unknown', label: '', used: '' },
      { size: '465.1 GB', word: 'ntfs', label: '', used: '' },
      { size: '55,4 GiB', word: 'gap', label: '', used: '' },
      { size: 'rest', word: 'ext4', label: 'terns', used: '' },
    ]);
  });
});

test.each([
  ['465.1 GB NTFS 120.5 GB used', '465.1 GB', '120.5 GB'],
  ['used: 90GiB of 237GiB ntfs', '237GiB', '90GiB'],
  ['used bikes 20GiB ext4', '20GiB', ''],
])('“%s” tells size and use', (line, size, used) =>
  expect(handRowsIn(line)[0]).toMatchObject({ size, used }),
);

test.each([
  [['500MB vfat', '200GB ext4'], 'fat'],
  [['500MB vfat', '200GB ntfs'], 'efi'],
  [['32GB vfat', '200GB ntfs'], 'fat'],
  [['500MB vfat', '100MB efi', '200GB ntfs'], 'fat'],
])('the first of %j is %s', (lines, word) => expect(handRowsIn(lines.join('\n'))[0]!.word).toBe(word));

test('rest stands anywhere and takes what the others leave; use is read in the units of the column', () => {
  const { rows, leftBytes } = settled([row('100MiB'), row('rest'), row('20GiB')], 100 * GIB);
  expect([rows[1]!.bytes, leftBytes]).toEqual([80 * GIB - 100 * MIB, 0]);
  const decimal = settled([{ ...row('500.0 GB'), used: '100 GB' }, row('0.1 GB')], nominalSectors(500) * 512);
  expect([decimal.family, decimal.rows[0]!.usedBytes]).toEqual(['decimal', 100e9]);
});

test('the rows of a disk that was read draw it again', () => {
  const text =
    '100MiB efi\n16MiB reserved\n20GiB gap\n200GiB windows used 90GiB "Station"\nrest root\n8GiB swap';
  const drawing = { diskBytes: nominalSectors(500) * 512, sectorBytes: 512, style: 'gpt' } as const;
  const drawn = (lines: string) => {
    const outcome = surveyFromHand({ ...drawing, text: lines }, IDENTITY);
    if (!outcome.ok) throw new Error(outcome.refusal.says.code);
    return outcome.survey;
  };
  const survey = drawn(text);
  const again = handRowsOf(survey).map(
    (r) => `${r.size} ${r.word}${r.used ? ` used ${r.used}` : ''}${r.label ? ` "${r.label}"` : ''}`,
  );
  expect(again).toHaveLength(6);
  expect(drawn(again.join('\n')).partitions).toEqual(survey.partitions);
});

test.each([
  [100 * MIB, '50MiB', '50MiB'],
  [101 * MIB, '51MiB', '50MiB'],
  [undefined, '3GB', ''],
])('a row of %p bytes is split in %s and %s', (bytes, first, second) => {
  const [before, upper, lower, behind] = splitRow([row('1GB'), row('3GB'), row('2GB')], 1, bytes);
  expect([before!.size, upper!.size, lower!.size, behind!.size]).toEqual(['1GB', first, second, '2GB']);
  expect([upper!.word, lower!.word]).toEqual([row('3GB').word, 'unknown']);
});

describe('sizes as printed', () => {
  const disk = nominalSectors(500) * 512;

  test('465.1 GB that was meant in GiB is stretched to fill the disk, and says by how much', () => {
    const { rows, family, leftBytes } = settled([row('100 MB'), row('465.6 GB')], disk - 2 * MIB);
    expect(family).toBe('binary');
    expect(leftBytes).toBe(0);
    expect(rows.reduce((sum, r) => sum + r.bytes, 0)).toBe(Math.floor((disk - 2 * MIB) / MIB) * MIB);
    expect(rows[0]!.adjustedBytes).toBe(0);
    expect(Math.abs(rows[1]!.adjustedBytes)).toBeLessThanOrEqual(0.1 * GIB + MIB);
  });

  test('GB that only fit as decimal are read as decimal', () => {
    const { family, leftBytes } = settled([row('0.1 GB'), row('500.0 GB')], disk);
    expect(family).toBe('decimal');
    expect(leftBytes).toBe(0);
  });

  test('whole MiB and GiB are exact, and what is left is told', () => {
    const { rows, leftBytes, family } = settled([row('100MiB'), row('200GiB')], 465 * GIB);
    expect(rows.map((r) => [r.bytes, r.adjustedBytes])).toEqual([
      [100 * MIB, 0],
      [200 * GIB, 0],
    ]);
    expect([family, leftBytes]).toEqual([null, 265 * GIB - 100 * MIB]);
  });

  test('a size that was typed as an expression counts whole, not by its last figure', () => {
    const { rows } = settled([row('2 * 40GiB'), row('1 000 MiB'), row('max(5GiB, 6GiB)')], 465 * GIB);
    expect(rows.map((r) => r.bytes)).toEqual([80 * GIB, 1000 * MIB, 6 * GIB]);
  });

  test.each([
    [[row('0 GB')], 0, 'needs a size'],
    [[row('80')], 0, 'unit'],
    [[row('rest'), row('5GiB'), row('rest')], 2, 'one row only'],
    [[{ ...row('5GiB'), used: 'much' }], 0, ''],
    [[row('300GiB'), row('300GiB')], 1, 'room for'],
    [[row('0GiB x')], 0, ''],
  ])('%j is refused at row %i', (rows, at, message) => {
    const outcome = settleRows(rows, 500 * GIB);
    expect(outcome).toMatchObject({ ok: false, row: at });
    if (!outcome.ok) expect(inEnglish(outcome.says)).toContain(message);
  });

  test('whatever is printed of parts that tile a disk, with one decimal, settles to parts that tile it again', () => {
    const mib = fc.array(fc.integer({ min: 30, max: 400_000 }), { minLength: 1, maxLength: 7 });
    fc.assert(
      fc.property(mib, fc.boolean(), (sizes, decimal) => {
        const room = sizes.reduce((a, b) => a + b, 0) * MIB;
        const unit = decimal ? 1e9 : GIB;
        const rows = sizes.map((size) => row(`${((size * MIB) / unit).toFixed(1)} GB`));
        const outcome = settleRows(rows, room);
        if (rows.some((r) => r.size === '0.0 GB')) return;
        expect(outcome.ok).toBe(true);
        if (!outcome.ok) return;
        expect(outcome.rows.every((r) => r.bytes >= MIB && r.bytes % MIB === 0)).toBe(true);
        expect(outcome.rows.reduce((sum, r) => sum + r.bytes, 0) + outcome.leftBytes).toBe(room);
        if (outcome.family === (decimal ? 'decimal' : 'binary')) expect(outcome.leftBytes).toBe(0);
      }),
    );
  });
});
