import { KIB } from '../quantity/index.js';
import { message } from '../words/index.js';
import { Refused } from './outcome.js';

/** Less has no room for a table and anything that it could list, with either size of sector. */
const LEAST_DISK_BYTES = 64 * KIB;

/** @throws Refused for fewer bytes than any disk has */
export function refuseNoDisk(sizeBytes: number): void {
  if (sizeBytes < LEAST_DISK_BYTES) throw new Refused(message('disk.too-small', { bytes: sizeBytes }));
}
