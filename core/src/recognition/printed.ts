import { GB, GIB, KB, KIB, MB, MIB, TB, TIB } from '../quantity/index.js';

const DECIMAL = [
  ['TB', TB],
  ['GB', GB],
  ['MB', MB],
  ['kB', KB],
] as const;
const BINARY = [
  ['TiB', TIB],
  ['GiB', GIB],
  ['MiB', MIB],
  ['KiB', KIB],
] as const;

function largest(
  size: number,
  family: readonly (readonly [string, number])[],
  digits: (unit: string) => number,
): string {
  const [unit, scale] = family.find(([, s]) => size >= s) ?? ['B', 1];
  return `${(size / scale).toFixed(digits(unit))} ${unit}`;
}

/** As environments that count in thousands print it: one decimal. */
export function printedDecimal(size: number): string {
  return largest(size, DECIMAL, () => 1);
}

/** As environments that count in 1024s print it: two decimals from GiB up, whole below. Some write GB and MB for it. */
export function printedBinary(size: number): string {
  return largest(size, BINARY, (unit) => (unit === 'GiB' || unit === 'TiB' ? 2 : 0));
}

const LETTERS = ['B', 'K', 'M', 'G', 'T', 'P'] as const;

/** As lsblk(8) prints it: binary, a letter, one decimal where it is not whole. */
export function printedByLsblk(size: number): string {
  let at = 0;
  while (at < LETTERS.length - 1 && size >= 1024 ** (at + 1)) at += 1;
  const tenths = Math.round((size / 1024 ** at) * 10);
  return `${tenths % 10 === 0 ? tenths / 10 : (tenths / 10).toFixed(1)}${LETTERS[at]!}`;
}
