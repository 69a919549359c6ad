import { sectors, type Sectors } from './units.js';

/**
 * Sectors of 512 bytes in a drive sold as `gigabytes` GB, by the industry's LBA-count rule
 * (IDEMA LBA1-03): 97 696 368 + 1 953 504 x (N - 50) for N >= 50. 500 GB = 976 773 168.
 * @throws RangeError below 50 GB, where the rule does not speak.
 */
export function nominalSectors(gigabytes: number): Sectors {
  if (!(gigabytes >= 50)) throw new RangeError(`The LBA-count rule starts at 50 GB: ${gigabytes}`);
  return sectors(97_696_368 + 1_953_504 * (gigabytes - 50));
}
