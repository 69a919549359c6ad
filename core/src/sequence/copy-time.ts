import type { DiskMedium } from '../machine/index.js';
import { MIB } from '../quantity/index.js';
import type { Range } from './step.js';

/** MiB/s of copying within one disk, slow and fast. Rule of thumb for each medium. */
const RATES: Readonly<Record<DiskMedium, readonly [slow: number, fast: number]>> = {
  hdd: [40, 80],
  'sata-ssd': [150, 250],
  nvme: [500, 1200],
  emmc: [30, 80],
  unknown: [30, 1200],
};

/** How long it takes to copy this many bytes within the disk: the least at the fast rate, the most at the slow. */
export function copyTime(data: Range, medium: DiskMedium): Range {
  const [slow, fast] = RATES[medium];
  return { least: Math.ceil(data.least / (fast * MIB)), most: Math.ceil(data.most / (slow * MIB)) };
}
