/** A whole, non-negative number of bytes, at most 2^53 - 1. */
export type Bytes = number & { readonly __unit: 'bytes' };
/** A whole, non-negative number of logical sectors: a length, or the address of one (LBA). */
export type Sectors = number & { readonly __unit: 'sectors' };

/** Binary multiples, IEC 80000-13 (KiB = 1024 B). */
export const KIB = 1024;
export const MIB = 1024 * KIB;
export const GIB = 1024 * MIB;
export const TIB = 1024 * GIB;

/** Decimal multiples, SI (kB = 1000 B). */
export const KB = 1000;
export const MB = 1000 * KB;
export const GB = 1000 * MB;
export const TB = 1000 * GB;

/** New partitions start on, and span, whole multiples of this. */
export const ALIGNMENT_BYTES = MIB as Bytes;

/** @throws RangeError unless `n` is a whole number, 0 <= n < 2^53. */
export function bytes(n: number): Bytes {
  return checkedCount(n, 'bytes') as Bytes;
}

/** @throws RangeError unless `n` is a whole number, 0 <= n < 2^53. */
export function sectors(n: number): Sectors {
  return checkedCount(n, 'sectors') as Sectors;
}

function checkedCount(n: number, unit: string): number {
  if (!Number.isSafeInteger(n) || n < 0) throw new RangeError(`Not a whole number of ${unit}: ${n}`);
  return n;
}

/** Whole sectors needed to hold `size`. */
export function sectorsToHold(size: number, sectorBytes: number): Sectors {
  return sectors(Math.ceil(size / sectorBytes));
}

/** The greatest multiple of `step` that is not above `n`. */
export function alignDown(n: number, step: number): number {
  return Math.floor(n / step) * step;
}

/** The least multiple of `step` that is not below `n`. */
export function alignUp(n: number, step: number): number {
  return Math.ceil(n / step) * step;
}
