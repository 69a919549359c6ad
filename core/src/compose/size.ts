import type { Edit } from '../edits/index.js';
import { alignmentSectors, lengthFor, roomAround, sizeOf, type GapPart } from '../layout/index.js';
import { floorOf, usedOf, endOf, type Planned, type Plan, type PlannedPartition } from '../plan/index.js';
import { alignUp, bytes, sectors, type Bytes, type Sectors, type SizeContext } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';

/** The end of a partition that stays where it is when the size changes. */
export type Held = 'start' | 'end';

/** What sizes typed for this partition may refer to; `rest` is the room on the side that is not held. */
export function sizeContextFor(
  planned: Planned,
  partition: PlannedPartition,
  hold: Held = 'start',
): SizeContext {
  const { plan, survey } = planned;
  const room = roomAround(planned, partition.id);
  const used = partition.from === null ? undefined : usedOf(planned, partition.from);
  const floor = floorOf(planned, partition);
  return {
    disk: diskBytes(survey),
    now: sizeOf(partition, survey),
    rest: bytes((partition.length + (hold === 'start' ? room.after : room.before)) * survey.disk.sectorBytes),
    ...(used ? { used: used.bytes } : {}),
    ...(floor ? { floor: floor.bytes } : {}),
    ...ramOf(plan),
  };
}

/** What sizes typed for a new partition in this gap may refer to. */
export function sizeContextForGap(planned: Planned, gap: GapPart): SizeContext {
  const { plan, survey } = planned;
  return { disk: diskBytes(survey), rest: sizeOf(gap.usable, survey), ...ramOf(plan) };
}

function diskBytes(survey: Survey): Bytes {
  return bytes(survey.disk.sizeSectors * survey.disk.sectorBytes);
}

function ramOf(plan: Plan): { ram?: Bytes } {
  return plan.machine.ramBytes === null ? {} : { ram: bytes(plan.machine.ramBytes) };
}

/**
 * The edit that gives a partition this size in bytes, one end held in place. The other end comes to lie on
 * a whole MiB, or at the end of the room. A present size, however odd, stays as it is.
 */
export function resizeTo(
  planned: Planned,
  partition: PlannedPartition,
  size: number,
  hold: Held = 'start',
): Edit {
  const { survey } = planned;
  const { sectorBytes } = survey.disk;
  const room = roomAround(planned, partition.id);
  const edit = (length: Sectors): Edit => ({ kind: 'resize', partition: partition.id, length, hold });
  if (size === sizeOf(partition, survey)) return edit(partition.length);
  if (hold === 'start')
    return edit(lengthFor(size, partition.start, partition.length + room.after, sectorBytes));
  const step = alignmentSectors(sectorBytes);
  const end = endOf(partition);
  const wanted = Math.floor((end - Math.ceil(size / sectorBytes)) / step) * step;
  const first = alignUp(partition.start - room.before, step);
  const roundedOnly = wanted < first && wanted + step > first;
  return edit(sectors(Math.max(0, end - (roundedOnly ? first : wanted))));
}
