import { inEnglish } from '../words/index.js';
import fc from 'fast-check';
import {
  bytes,
  evaluateSize,
  formatBinary,
  formatBoth,
  formatDecimal,
  formatExact,
  GB,
  GIB,
  MIB,
  driveSoldAs,
  nominalSectors,
  soldAs,
  USUAL_DRIVES_GB,
  parseSize,
  sectors,
  suggestionsFor,
  TIB,
} from './index.js';

describe('sizes in words', () => {
  test.each([
    [260 * MIB, '260 MiB', '272.6 MB'],
    [80 * GIB, '80 GiB', '85.9 GB'],
    [512_110_190_592, '476.9 GiB', '512.1 GB'],
    [0, '0 B', '0 B'],
    [1023, '1023 B', '1 kB'],
    [TIB - 1, '1 TiB', '1.1 TB'],
    [999_999_999, '953.7 MiB', '1 GB'],
  ])('%d bytes is %s and %s', (size, binary, decimal) => {
    expect(formatBinary(size)).toBe(binary);
    expect(formatDecimal(size)).toBe(decimal);
  });

  test('what is the same in both families is said once', () => {
    expect([0, 512, 1000].map(formatBoth)).toEqual(['0 B', '512 B', '1000 B (1 kB)']);
  });

  test('a difference keeps its sign', () => expect(formatBoth(-5 * GIB)).toBe('−5 GiB (−5.4 GB)'));

  test('what is printed exactly is read back to the byte', () => {
    fc.assert(
      fc.property(fc.maxSafeNat(), (n) => {
        expect(parseSize(formatExact(n))).toEqual({ ok: true, value: n });
      }),
    );
  });

  test('a printed size is within half a tenth of the truth', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2 ** 50 }), (n) => {
        const read = parseSize(formatBinary(n));
        expect(read.ok && Math.abs(read.value - n) / n).toBeLessThanOrEqual(0.051);
      }),
    );
  });
});

describe('typed sizes', () => {
  const context = {
    disk: bytes(512 * GIB),
    now: bytes(100 * GIB),
    rest: bytes(180 * GIB),
    used: bytes(60 * GIB),
    floor: bytes(61 * GIB),
    ram: bytes(16 * GIB),
  };
  test.each([
    ['80GiB', 80 * GIB],
    ['80 g', 80 * GIB],
    ['85.9GB', 85.9 * GB],
    ['81920 MiB', 80 * GIB],
    ['81 920 MiB', 80 * GIB],
    ['1.5T', 1.5 * TIB],
    ['20%', 0.2 * 512 * GIB],
    ['half', 256 * GIB],
    ['rest', 180 * GIB],
    ['used + 20GiB', 80 * GIB],
    ['ram * 2', 32 * GIB],
    ['2 * ram', 32 * GIB],
    ['max(30GiB, 10%)', 51.2 * GIB],
    ['min(30GiB, 10%)', 30 * GIB],
    ['+5GiB', 105 * GIB],
    ['−5GiB', 95 * GIB],
    ['free 80GiB', 100 * GIB],
    ['(used + floor) / 2', 60.5 * GIB],
    ['RAM', 16 * GIB],
    ['100GiB - 20GiB - 5GiB', 75 * GIB],
    ['100GiB / 2 / 5', 10 * GIB],
  ])('%s', (text, expected) => {
    expect(evaluateSize(text, context)).toEqual({ ok: true, value: Math.round(expected) });
  });

  test.each([
    ['81920', 0, 'Did you mean 80 GiB (81920 MiB) or 80 TiB?'],
    ['50', 0, 'Did you mean 50 MiB or 50 GiB?'],
    ['80 GiX', 3, '“GiX” is not a unit'],
    ['', 0, 'Enter a size'],
    ['20GiB + ', 8, 'A size is missing at the end'],
    ['20GiB + 5', 8, 'a unit is missing'],
    ['max 5GiB', 4, 'needs its sizes in parentheses'],
    ['(5GiB', 0, 'not closed'],
    ['5GiB 6GiB', 5, 'does not belong here'],
    ['5GiB * 6GiB', 7, 'cannot be multiplied'],
    ['5GiB / 0', 7, 'divided by zero'],
    ['lots', 0, '“lots” is not known here'],
    ['5GiB & 6', 5, '“&” has no meaning'],
    ['-101GiB', 1, 'less than zero'],
    ['9999999999T', 0, 'larger than any disk'],
  ])('%s is refused at character %d', (text, at, message) => {
    const outcome = evaluateSize(text, context);
    expect(outcome).toMatchObject({ ok: false, error: { at } });
    expect(!outcome.ok && inEnglish(outcome.error.says)).toContain(message);
  });

  test('says what is not known instead of guessing', () => {
    const outcome = evaluateSize('used + 1GiB', { disk: bytes(GIB) });
    expect(outcome).toMatchObject({ ok: false, error: { at: 0, length: 4 } });
    expect(!outcome.ok && inEnglish(outcome.error.says)).toContain('Enter it under As found first');
  });

  test('any text gives a size or an error inside the text, and never throws', () => {
    const alphabet = fc.constantFrom(...'0123456789 .+-*/%(),gGiBMhalfrestfreemaxmin');
    fc.assert(
      fc.property(fc.string({ unit: alphabet, maxLength: 40 }), (text) => {
        const outcome = evaluateSize(text, context);
        if (outcome.ok) expect(Number.isSafeInteger(outcome.value)).toBe(true);
        else expect(outcome.error.at).toBeLessThanOrEqual(text.length);
      }),
      { numRuns: 2000 },
    );
  });

  test('a text beyond reason is refused', () => {
    expect(evaluateSize('('.repeat(10_000), context)).toMatchObject({ ok: false });
  });
});

describe('counts', () => {
  test.each([
    [500, 976_773_168],
    [1000, 1_953_525_168],
  ])('a drive sold as %d GB has %d sectors', (gb, count) => expect(nominalSectors(gb)).toBe(count));

  test.each<[string, number | undefined]>([
    ['500 GB', 976773168],
    ['1tb', 1953525168],
    [' 2 TB ', 3907029168],
    ['500.1 GB', undefined],
    ['40 GB', undefined],
    ['500 GiB', undefined],
  ])('%s on a drive: %p sectors', (text, count) => expect(driveSoldAs(text)?.sectors).toBe(count));

  test('every usual number is read as it is written', () => {
    for (const gigabytes of USUAL_DRIVES_GB)
      expect(driveSoldAs(soldAs(gigabytes))?.gigabytes).toBe(gigabytes);
  });

  test.each([-1, 1.5, Number.NaN, 2 ** 53])('%p is no number of sectors', (n) => {
    expect(() => sectors(n)).toThrow(RangeError);
  });
});

describe('suggestions for what cannot be understood', () => {
  test.each([
    ['80', ['80 GiB', '80 MiB']],
    ['81920', ['81920 MiB', '81920 GiB']],
    ['80 GiX', ['80 GiB', '80 GB']],
    ['usde + 20GiB', ['used + 20GiB']],
    ['mx(1GiB, 2GiB)', ['max(1GiB, 2GiB)']],
    ['1,5 TiB', ['1.5 TiB']],
    ['20GiB + 5', ['20GiB + 5 GiB', '20GiB + 5 MiB']],
    ['80 q', []],
    ['zebra', []],
  ])('%s', (text, expected) => {
    const outcome = evaluateSize(text, { disk: bytes(500 * GIB), used: bytes(GIB) });
    if (outcome.ok) throw new Error('understood');
    const suggested = suggestionsFor(text, outcome.error);
    expect(suggested).toEqual(expected);
    for (const other of suggested)
      expect(evaluateSize(other, { disk: bytes(500 * GIB), used: bytes(GIB) }).ok).toBe(true);
  });
});

test.each([
  ['16 GB', 16 * GIB],
  ['16GiB', 16 * GIB],
  ['512 MB + 1 GB', 1.5 * GIB],
  ['16000000000 B', 16e9],
])('of memory, %s is %d bytes', (text, value) =>
  expect(evaluateSize(text, { disk: bytes(0), ofMemory: true })).toEqual({ ok: true, value }),
);
