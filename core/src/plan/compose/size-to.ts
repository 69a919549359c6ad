import { LEAST_HOME_BYTES } from '../../sizing/index.js';
import type { Edit } from '../edits/edit.js';
import { sizeOf } from '../layout.js';
import { endOf, partitionOf, type PlannedPartition } from '../plan.js';
import type { Planned } from '../planned.js';
import { boundaryEdit } from './arrange.js';
import { resizeTo, type Held } from './size.js';

/**
 * The edit that gives a partition this size in bytes, as `resizeTo`, and keeps what else is wished of its system: a home behind a
 * new root that takes the rest gives the room, or takes what is left, as long as nothing is on it yet.
 */
export function sizeTo(
  planned: Planned,
  partition: PlannedPartition,
  size: number,
  hold: Held = 'start',
): Edit {
  const home = hold === 'start' ? homeBehind(planned, partition) : undefined;
  const { sectorBytes } = planned.survey.disk;
  if (home && size >= 1 && size !== sizeOf(partition, planned.survey)) {
    const edit = boundaryEdit(planned, partition, home, partition.start + Math.ceil(size / sectorBytes));
    const left = edit.places.find((p) => p.partition === home.id)!.length * sectorBytes;
    if (left >= LEAST_HOME_BYTES) return edit;
  }
  return resizeTo(planned, partition, size, hold);
}

/** The new home directly behind a new root, where it is wished to take a share of what is free. */
function homeBehind({ plan }: Planned, root: PlannedPartition): PlannedPartition | undefined {
  const [owner] = root.owners;
  const next = plan.partitions[plan.partitions.findIndex((p) => p.id === root.id) + 1];
  const wish = plan.systems.find((s) => s.id === owner)?.wish;
  const takesRest = wish !== undefined && wish.home !== 'on-root' && 'share' in wish.home;
  if (root.role !== 'root' || root.from !== null || next?.role !== 'home' || next.from !== null)
    return undefined;
  const beside = takesRest && next.owners[0] === owner && next.start === endOf(root);
  return beside ? partitionOf(plan, next.id) : undefined;
}
