import { LEAST_HOME_BYTES } from '../sizing/index.js';
import type { Arrange, Edit } from '../edits/index.js';
import { sizeOf } from '../layout/index.js';
import { endOf, type PlannedPartition, type Planned } from '../plan/index.js';
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
  const wish = planned.plan.systems.find((s) => s.id === partition.owners[0])?.wish;
  const takesRest = wish !== undefined && wish.home !== 'on-root' && 'share' in wish.home;
  const shared = hold === 'start' && takesRest ? sizeWithHome(planned, partition, size) : undefined;
  return shared ?? resizeTo(planned, partition, size, hold);
}

/**
 * The same for a new root with its new home directly behind it: the border between them moves. `undefined` where there is none, or
 * too little would be left of it.
 */
export function sizeWithHome(
  planned: Planned,
  partition: PlannedPartition,
  size: number,
): Arrange | undefined {
  const home = homeBehind(planned, partition);
  const { sectorBytes } = planned.survey.disk;
  if (!home || size < 1 || size === sizeOf(partition, planned.survey)) return undefined;
  const edit = boundaryEdit(planned, partition, home, partition.start + Math.ceil(size / sectorBytes));
  const left = edit.places.find((p) => p.partition === home.id)!.length * sectorBytes;
  return left >= LEAST_HOME_BYTES ? edit : undefined;
}

function homeBehind({ plan }: Planned, root: PlannedPartition): PlannedPartition | undefined {
  const next = plan.partitions[plan.partitions.findIndex((p) => p.id === root.id) + 1];
  if (root.role !== 'root' || root.from !== null || next?.role !== 'home' || next.from !== null)
    return undefined;
  return next.owners[0] === root.owners[0] && next.start === endOf(root) ? next : undefined;
}
