import { sectors } from '../quantity/index.js';
import { surveyedPartition } from '../survey/index.js';
import { VOLUME_TRAITS } from '../volume/index.js';
import { alignmentSectors, plannedArea, isLogical, plannedContainer, type Span } from '../layout/index.js';
import { isWindowsEncrypted, usedOf, endOf, type PlannedPartition, type Planned } from '../plan/index.js';
import type { PackPart, PackRoom } from './packing.js';

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
  const outer = listed(false);
  if (container) {
    const before = plan.partitions.filter((p) => !isLogical(planned, p) && p.start <= container.start);
    outer.splice(before.length, 0, still(CONTAINER, container, 0));
  }
  const disk: PackRow = { parts: outer, room: { ...area, step }, inside: false };
  if (!container) return [disk];
  const room = { first: container.start, end: sectors(endOf(container)), step };
  return [disk, { parts: listed(true), room, inside: true }];
}

/** A part that stays where it is planned. */
function still(id: string, { start, length }: Span, lead: number): PackPart {
  return { id, length, lead, now: { start, length }, dataBytes: 0, fixed: true };
}

/**
 * What a partition is to the packing: what is kept lies where it was found, and its data travels when it moves. What
 * cannot move stays where it is planned. The record of a logical takes one sector at the least, wherever it was found.
 */
function packPart(planned: Planned, p: PlannedPartition): PackPart {
  const { id, length } = p;
  const lead = isLogical(planned, p) ? 1 : 0;
  const found = surveyedPartition(planned.survey, p.from);
  const { move } = VOLUME_TRAITS[p.fileSystem];
  if (!found || p.treatment === 'format') return { id, length, lead, now: null, dataBytes: 0 };
  if (move === 'no' || isWindowsEncrypted(planned, found.id)) return still(id, p, lead);
  if (move === 'recreate') return { id, length, lead, now: null, dataBytes: 0 };
  const size = found.length * planned.survey.disk.sectorBytes;
  const dataBytes = usedOf(planned, found.id)?.bytes ?? size;
  return { id, length, lead, now: { start: found.start, length: found.length }, dataBytes };
}
