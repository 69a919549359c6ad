import { bytes, sectors, type Bytes, type Sectors } from './units.js';

/**
 * Sectors of 512 bytes in a drive sold as `gigabytes` GB, by the industry's LBA-count rule
 * (IDEMA LBA1-03): 97 696 368 + 1 953 504 x (N - 50) for N >= 50. 500 GB = 976 773 168.
 * @throws RangeError below 50 GB, where the rule does not speak.
 */
export function nominalSectors(gigabytes: number): Sectors {
  if (!(gigabytes >= 50)) throw new RangeError(`The LBA-count rule starts at 50 GB: ${gigabytes}`);
  return sectors(97_696_368 + 1_953_504 * (gigabytes - 50));
}

/** Where the LBA-count rule starts. */
const LEAST_NOMINAL_GB = 50;

/** Sizes in GB that drives are usually sold with. */
export const USUAL_DRIVES_GB: readonly number[] = [
  64, 120, 128, 240, 250, 256, 480, 500, 512, 960, 1000, 1024, 2000, 4000, 8000,
];

/** As it stands on a drive: TB from 1000 GB on where that is a whole number. */
export const soldAs = (gigabytes: number): string =>
  gigabytes % 1000 === 0 ? `${gigabytes / 1000} TB` : `${gigabytes} GB`;

/**
 * The true size, in bytes, of a drive that is sold as this many GB or TB: `1 TB`, `500GB`. `undefined` for a text that is not
 * the number on a drive, and below 50 GB.
 */
export function driveSoldAs(
  text: string,
): { readonly gigabytes: number; readonly sectors: Sectors; readonly bytes: Bytes } | undefined {
  const said = /^\s*(\d+)\s*(GB|TB)\s*$/i.exec(text);
  const gigabytes = said ? Number(said[1]) * (said[2]!.toUpperCase() === 'TB' ? 1000 : 1) : 0;
  if (gigabytes < LEAST_NOMINAL_GB) return undefined;
  const count = nominalSectors(gigabytes);
  return { gigabytes, sectors: count, bytes: bytes(count * 512) };
}
