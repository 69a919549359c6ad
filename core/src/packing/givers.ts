import { canShrink } from '../volume/index.js';
import { sizeOf } from '../layout/index.js';
import { advisedOf, floorOf, usedOf, sizedAs, type PlannedPartition, type Planned } from '../plan/index.js';

/** A kept volume that can give room, and how much. Bytes. */
export interface Giver {
  readonly partition: PlannedPartition;
  /** What it should keep: its floor, and room to breathe where its use is known. */
  readonly target: number;
  readonly frees: number;
}

/**
 * Kept volumes that can shrink and of which the floor is known, the one that frees most first. `toFloor`: with no room to
 * breathe.
 */
export function givers(planned: Planned, toFloor = false): Giver[] {
  return planned.plan.partitions
    .flatMap((partition): Giver[] => {
      const floor = floorOf(planned, partition);
      const kept = partition.from !== null && partition.treatment === 'keep';
      if (!kept || !floor || !canShrink(sizedAs(partition))) return [];
      const used = usedOf(planned, partition.from);
      const target = Math.max(floor.bytes, used && !toFloor ? keptBytes(planned, partition, used.bytes) : 0);
      const frees = sizeOf(partition, planned.survey) - target;
      return frees > 0 ? [{ partition, target, frees }] : [];
    })
    .sort((a, b) => b.frees - a.frees);
}

/** What a volume keeps that gives room: as the plan wishes, else as advised. */
function keptBytes(planned: Planned, partition: PlannedPartition, used: number): number {
  const keep = planned.plan.wish?.keep ?? 'advised';
  return keep === 'advised'
    ? (advisedOf(planned, partition) ?? 0)
    : Math.max(Math.ceil(used * keep.factor), used + keep.freeBytes);
}
