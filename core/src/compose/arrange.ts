import type { Arrange } from '../edits/index.js';
import { alignmentSectors, roomAround, isLogical } from '../layout/index.js';
import { packRows, packLeastMoved, type Packing } from '../packing/index.js';
import { floorOf, endOf, partitionOf, type Planned, type PlannedPartition } from '../plan/index.js';
import { shareOut, type Share } from './share-out.js';
import { alignDown, alignUp, sectors, type Sectors } from '../quantity/index.js';

type Place = Arrange['places'][number];

const arrange = (places: readonly Place[]): Arrange => ({ kind: 'arrange', places });
const place = (p: PlannedPartition, start: number, length: number): Place => ({
  partition: p.id,
  start: sectors(start),
  length: sectors(length),
});

/** Sectors that must stay free between two neighbours: a record stands before every logical. */
function between(planned: Planned, right: PlannedPartition): number {
  const { survey } = planned;
  return isLogical(planned, right) ? alignmentSectors(survey.disk.sectorBytes) : 0;
}

/** Where the border of two neighbours can lie: `[least, most]`, in sectors, on whole MiB. */
export function boundaryLimits(
  planned: Planned,
  left: PlannedPartition,
  right: PlannedPartition,
): { least: Sectors; most: Sectors } {
  const { survey } = planned;
  const step = alignmentSectors(survey.disk.sectorBytes);
  const least = (p: PlannedPartition) => {
    const floor = floorOf(planned, p);
    return Math.max(
      step,
      Math.ceil((floor?.bytes ?? p.length * survey.disk.sectorBytes) / survey.disk.sectorBytes),
    );
  };
  return {
    least: sectors(Math.min(endOf(left), alignUp(left.start + least(left), step))),
    most: sectors(Math.max(endOf(left), alignDown(endOf(right) - least(right), step))),
  };
}

/**
 * Moves the border of two neighbours to a sector: the left one ends there and the right one begins there, any gap
 * between them closed. The start of the right one moves, and its data travels where it is kept.
 */
export function boundaryEdit(
  planned: Planned,
  left: PlannedPartition,
  right: PlannedPartition,
  at: number,
): Arrange {
  const { survey } = planned;
  const border = alignUp(at, alignmentSectors(survey.disk.sectorBytes));
  const start = border + between(planned, right);
  return arrange([
    place(left, left.start, Math.max(0, border - left.start)),
    place(right, start, Math.max(0, endOf(right) - start)),
  ]);
}

/** Lets two partitions trade their places in the order; what lies between them slides along. */
export function swapOrderEdit(planned: Planned, one: string, other: string): Arrange | undefined {
  const { plan, survey } = planned;
  const indices = [one, other]
    .map((id) => plan.partitions.findIndex((p) => p.id === id))
    .sort((a, b) => a - b);
  const [from, to] = indices as [number, number];
  if (from < 0 || from === to) return undefined;
  const row = plan.partitions.slice(from, to + 1);
  const first = row[0]!;
  const swapped = [row.at(-1)!, ...row.slice(1, -1), first];
  const step = alignmentSectors(survey.disk.sectorBytes);
  const gaps = row.slice(1).map((p, i) => p.start - endOf(row[i]!));
  let at: number = first.start;
  return arrange(
    swapped.map((p, i) => {
      const start = i === 0 && p.start === at ? at : alignUp(at, step);
      at = start + p.length + (gaps[i] ?? 0);
      return place(p, start, p.length);
    }),
  );
}

/** Lets a partition take all the room beside it; where it is kept, only behind it, since before it its data would travel. */
export function fillEdit(planned: Planned, partition: PlannedPartition): Arrange {
  const { survey } = planned;
  const room = roomAround(planned, partition.id);
  const kept = partition.from !== null && partition.treatment === 'keep';
  const step = alignmentSectors(survey.disk.sectorBytes);
  const start = kept ? partition.start : alignUp(partition.start - room.before, step);
  return arrange([place(partition, start, endOf(partition) + room.after - start)]);
}

/** Shrinks a partition to half of what it and the gap behind it take, or to its floor where that is more. */
export function halveEdit(planned: Planned, partition: PlannedPartition): Arrange {
  const { survey } = planned;
  const { sectorBytes } = survey.disk;
  const step = alignmentSectors(sectorBytes);
  const whole = partition.length + roomAround(planned, partition.id).after;
  const floor = Math.ceil((floorOf(planned, partition)?.bytes ?? 0) / sectorBytes);
  const end = alignUp(partition.start + Math.max(whole / 2, floor), step);
  return arrange([place(partition, partition.start, end - partition.start)]);
}

/**
 * Shares the room of neighbours out anew, by weight, with the least and most of each; what the plan would refuse to
 * shrink further counts into its least. `undefined` where the least sizes are more than the room, or they do not all
 * stand side by side.
 */
export function distributeEdit(planned: Planned, wishes: ReadonlyMap<string, Share>): Arrange | undefined {
  const { plan, survey } = planned;
  const indices = plan.partitions.flatMap((p, i) => (wishes.has(p.id) ? [i] : []));
  const [first, last] = [indices[0], indices.at(-1)];
  if (first === undefined || last === undefined || last - first + 1 !== wishes.size) return undefined;
  const row = plan.partitions.slice(first, last + 1);
  if (row.some((p) => isLogical(planned, p) !== isLogical(planned, row[0]!))) return undefined;
  const step = alignmentSectors(survey.disk.sectorBytes);
  const start = row[0]!.start;
  const end = endOf(row.at(-1)!) + roomAround(planned, row.at(-1)!.id).after;
  const records = row.slice(1).reduce((sum, p) => sum + between(planned, p), 0);
  const lost = alignUp(start, step) - start;
  const lengths = shareOut(
    end - start - lost - records,
    row.map((p) => {
      const wish = wishes.get(p.id)!;
      const floor = Math.ceil((floorOf(planned, p)?.bytes ?? 0) / survey.disk.sectorBytes);
      return { ...wish, least: Math.max(wish.least, floor, step) };
    }),
    step,
  );
  if (!lengths) return undefined;
  let at: number = start;
  return arrange(
    row.map((p, i) => {
      const from = i === 0 ? start : alignUp(at + between(planned, p), step);
      const length = i === 0 ? lengths[i]! + lost : lengths[i]!;
      at = from + length;
      return place(p, from, length);
    }),
  );
}

export type LeastMoved =
  | { readonly ok: true; readonly edit: Arrange; readonly packing: Packing }
  | { readonly ok: false; readonly shortBy: Sectors };

/**
 * Gives partitions the lengths wished for, in the order they have, and moves the least data for it: neighbours slide
 * where they must. What cannot move stays, and divides the room; logicals keep to their container.
 */
export function placeLeastMoved(planned: Planned, lengths: ReadonlyMap<string, Sectors>): LeastMoved {
  const places: Place[] = [];
  const sum = { starts: [] as Sectors[], movedBytes: 0, moves: 0, exposedBytes: 0 };
  for (const { parts, room } of packRows(planned)) {
    if (!parts.some(({ id }) => lengths.has(id))) continue;
    const wished = parts.map((part) => ({ ...part, length: lengths.get(part.id) ?? part.length }));
    const outcome = packLeastMoved(wished, room);
    if (!outcome.ok) return outcome;
    const { packing } = outcome;
    wished.forEach(({ id, length }, i) => {
      const [p, start] = [partitionOf(planned.plan, id), packing.starts[i]!];
      if (p && (start !== p.start || length !== p.length)) places.push(place(p, start, length));
    });
    sum.movedBytes += packing.movedBytes;
    sum.moves += packing.moves;
    sum.exposedBytes += packing.exposedBytes;
  }
  return { ok: true, edit: arrange(places), packing: sum };
}
