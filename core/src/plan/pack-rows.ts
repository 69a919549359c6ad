import { sectors } from '../quantity/index.js';
import { surveyedPartition } from '../survey/index.js';
import { VOLUME_TRAITS } from '../volume/index.js';
import { alignmentSectors, plannedArea } from './area.js';
import { isWindowsEncrypted } from './encryption.js';
import { usedOf } from './floor.js';
import type { PackPart, PackRoom } from './packing.js';
import { endOf, type PlannedPartition } from './plan.js';
import type { Planned } from './planned.js';
import { isLogical, plannedContainer } from './slots/index.js';

/** Parts of the plan that share one stretch of the disk, in disk order. */
export interface PackRow {
  readonly parts: readonly PackPart[];
  readonly room: PackRoom;
  /** Whether it is the extended container of an MBR: a record stands before each part. */
  readonly inside: boolean;
}

/** What the container is called among the primaries, where it lies. */
const CONTAINER = 'container';

/** The partitions as they are packed: those of the disk, and those of the extended container, where there is one. */
export function packRows(planned: Planned): readonly PackRow[] {
  const { plan, survey } = planned;
  const container = plannedContainer(planned);
  const area = plannedArea(planned);
  const step = alignmentSectors(survey.disk.sectorBytes);
  const listed = (logical: boolean) =>
    plan.partitions.filter((p) => isLogical(planned, p) === logical).map((p) => packPart(planned, p));
  const outer = container
    ? [...listed(false), { id: CONTAINER, ...still(container) }].sort((a, b) => placeOf(a) - placeOf(b))
    : listed(false);
  const disk: PackRow = { parts: outer.map(part), room: { ...area, step }, inside: false };
  if (!container) return [disk];
  const room = { first: container.start, end: sectors(endOf(container)), step };
  return [disk, { parts: listed(true).map(part), room, inside: true }];
}

type Placed = PackPart & { readonly planned: number };

const placeOf = (p: Placed) => p.planned;
const part = ({ planned: _, ...p }: Placed): PackPart => p;

function still({ start, length }: Pick<PlannedPartition, 'start' | 'length'>) {
  return { length, now: { start, length }, dataBytes: 0, lead: 0, fixed: true, planned: start };
}

/**
 * What a partition is to the packing: what is kept lies where it was found, and its data travels when it moves. What
 * cannot move stays where it is planned. The record of a logical takes one sector at the least, wherever it was found.
 */
function packPart(planned: Planned, p: PlannedPartition): Placed {
  const { survey } = planned;
  const lead = isLogical(planned, p) ? 1 : 0;
  const found = surveyedPartition(survey, p.from);
  const about = { id: p.id, length: p.length, lead, planned: p.start };
  if (!found || p.treatment === 'format') return { ...about, now: null, dataBytes: 0 };
  const { move } = VOLUME_TRAITS[p.fileSystem];
  if (move === 'no' || isWindowsEncrypted(planned, found.id)) return { ...about, ...still(p), lead };
  if (move === 'recreate') return { ...about, now: null, dataBytes: 0 };
  const used = usedOf(planned, found.id)?.bytes;
  return {
    ...about,
    now: { start: found.start, length: found.length },
    dataBytes: used ?? found.length * survey.disk.sectorBytes,
  };
}
