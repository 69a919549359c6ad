import { ALIGNMENT_BYTES, type Sectors } from '../quantity/index.js';
import { mbrUsableArea, usableArea } from '../table/index.js';
import type { Planned } from '../plan/index.js';

export interface Area {
  readonly first: Sectors;
  /** Exclusive. */
  readonly end: Sectors;
}

/** Logical sectors in 1 MiB: 2048 of 512 bytes, 256 of 4096. */
export function alignmentSectors(sectorBytes: number): number {
  return ALIGNMENT_BYTES / sectorBytes;
}

/** Where partitions of the planned table may lie. A kept GPT keeps the area its header states. */
export function plannedArea(planned: Planned): Area {
  const { plan, survey } = planned;
  const { disk } = survey;
  if (plan.target.table === 'keep' && disk.style === plan.target.style)
    return { first: disk.firstUsable, end: disk.usableEnd };
  if (plan.target.style === 'gpt') return usableArea(disk.sizeSectors, disk.sectorBytes);
  const { firstUsable, usableEnd } = mbrUsableArea(disk.sizeSectors);
  return { first: firstUsable, end: usableEnd };
}
