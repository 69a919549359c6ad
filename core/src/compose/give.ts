import { bytes, sectors, type Bytes } from '../quantity/index.js';
import { canGrow } from '../volume/index.js';
import { apply, type Edit } from '../edits/index.js';
import { alignmentSectors, type GapPart } from '../layout/index.js';
import { packRows } from '../packing/index.js';
import { sizedAs, endOf, partitionOf, type PlannedPartition, type Planned } from '../plan/index.js';
import { placeLeastMoved } from './arrange.js';

/** Whether more space is of use to it, and can be given to it. */
export const takesSpace = (p: PlannedPartition): boolean =>
  ['root', 'home', 'data', 'system', 'swap'].includes(p.role) &&
  (p.from === null || p.treatment === 'format' || canGrow(sizedAs(p)));

/**
 * The whole of some free space goes to one partition; what lies between slides, and moves as little data as can be. `undefined`
 * where it cannot reach it.
 */
export function giveEdit(planned: Planned, gap: GapPart, taker: PlannedPartition): Edit | undefined {
  const touches = endOf(taker) === gap.start || taker.start === endOf(gap);
  // Directly behind it, all of the gap is its own, to the last sector.
  const more = endOf(taker) === gap.start ? endOf(gap.usable) - gap.start : gap.usable.length;
  const step = alignmentSectors(planned.survey.disk.sectorBytes);
  const wanted = taker.length + (touches ? more : Math.floor(more / step) * step);
  const placed = placeLeastMoved(planned, new Map([[taker.id, sectors(wanted)]]));
  return placed.ok ? placed.edit : undefined;
}

/** Data of kept partitions that would travel after the edit and does not yet, in bytes. */
export function movedMore(planned: Planned, edit: Edit): Bytes {
  const { plan, survey } = planned;
  const result = apply(plan, edit, () => survey);
  if (!result.ok) return bytes(0);
  const travels = (p: PlannedPartition | undefined, from: number) => p !== undefined && p.start !== from;
  return bytes(
    packRows(planned)
      .flatMap(({ parts }) => parts)
      .reduce((sum, { id, now, dataBytes }) => {
        if (!now || !travels(partitionOf(result.plan, id), now.start)) return sum;
        return travels(partitionOf(plan, id), now.start) ? sum : sum + dataBytes;
      }, 0),
  );
}
