import { derived, endOf, type Planned, type PlannedPartition } from '../plan/index.js';
import { alignmentSectors, plannedArea, type Area } from './area.js';
import { isLogical, plannedContainer } from './slots.js';
import type { Span } from './span.js';
import { alignDown, alignUp, sectors, type Bytes, type Sectors, bytes } from '../quantity/index.js';
import { containerIn, type Survey, type SurveyPartition } from '../survey/index.js';

/** A stretch of the disk: the table's own sectors, a partition, or a gap. */
export type Part<P> =
  | (Span & { readonly kind: 'table'; readonly id: 'table-head' | 'table-tail' })
  | (Span & { readonly kind: 'partition'; readonly id: string; readonly partition: P })
  | (Span & {
      readonly kind: 'gap';
      /** `gap-` and its first sector. */
      readonly id: string;
      /** Whether it lies in the extended container of an MBR. */
      readonly inside: boolean;
      /** The part of it that new partitions can take: starts on 1 MiB; may be empty. */
      readonly usable: Span;
    });

/**
 * Partitions, gaps and table sectors in disk order: they tile the disk, `[0, size)`, without overlap or
 * hole. `partitions` must be in disk order, disjoint and within the disk. A gap ends where the extended container does:
 * room inside and outside of it is not of one kind, and inside a record stands before every partition. Linear in their
 * number.
 */
export function tile<P extends Span & { readonly id: string }>(
  partitions: readonly P[],
  area: Area,
  disk: { readonly sizeSectors: Sectors; readonly sectorBytes: number },
  container: Span | null = null,
): Part<P>[] {
  const parts: Part<P>[] = [];
  const step = alignmentSectors(disk.sectorBytes);
  const breaks = container ? [container.start, endOf(container)] : [];
  const gap = (start: number, end: number) => {
    const within = breaks.find((at) => at > start && at < end);
    if (within !== undefined) {
      gap(start, within);
      gap(within, end);
      return;
    }
    if (end <= start) return;
    const inside = container !== null && start >= container.start && end <= endOf(container);
    const recordBefore = inside ? 1 : 0;
    const recordBehind = inside && end < endOf(container) ? 1 : 0;
    const from = Math.min(end, alignUp(Math.max(start + recordBefore, area.first), step));
    const last = recordBehind > 0 ? alignDown(end - recordBehind, step) : end;
    const to = Math.max(from, Math.min(last, area.end));
    parts.push({
      kind: 'gap',
      id: `gap-${start}`,
      start: sectors(start),
      length: sectors(end - start),
      inside,
      usable: { start: sectors(from), length: sectors(to - from) },
    });
  };
  if (area.first > 0) parts.push({ kind: 'table', id: 'table-head', start: sectors(0), length: area.first });
  let at: number = area.first;
  for (const partition of partitions) {
    gap(at, partition.start);
    parts.push({
      kind: 'partition',
      id: partition.id,
      start: partition.start,
      length: partition.length,
      partition,
    });
    at = endOf(partition);
  }
  gap(at, area.end);
  if (area.end < disk.sizeSectors)
    parts.push({
      kind: 'table',
      id: 'table-tail',
      start: area.end,
      length: sectors(disk.sizeSectors - area.end),
    });
  return parts;
}

/** The disk as it was read, tiled. The survey must be plannable. */
export function foundParts(survey: Survey): Part<SurveyPartition>[] {
  const { disk } = survey;
  return tile(
    survey.partitions,
    { first: disk.firstUsable, end: disk.usableEnd },
    disk,
    containerIn(survey) ?? null,
  );
}

/** The disk as it shall be, tiled. */
export const plannedParts = derived((planned): readonly Part<PlannedPartition>[] => {
  const { plan, survey } = planned;
  return tile(plan.partitions, plannedArea(planned), survey.disk, plannedContainer(planned));
});

export type GapPart = Extract<Part<PlannedPartition>, { kind: 'gap' }>;

/** The gaps as planned, in disk order, those without usable room included. */
export const plannedGaps = derived((planned): readonly GapPart[] => {
  return plannedParts(planned).filter((part): part is GapPart => part.kind === 'gap');
});

/** The gap with the most usable room, if any has a whole MiB. */
export const largestGap = derived((planned): GapPart | undefined => {
  const { survey } = planned;
  const least = alignmentSectors(survey.disk.sectorBytes);
  return plannedGaps(planned)
    .filter((gap) => gap.usable.length >= least)
    .reduce<GapPart | undefined>(
      (best, gap) => (!best || gap.usable.length > best.usable.length ? gap : best),
      undefined,
    );
});

/** Room in the gaps on either side of a partition, in sectors; 0 where a neighbour touches. */
export function roomAround(planned: Planned, id: string): { before: Sectors; after: Sectors } {
  const { plan } = planned;
  const at = plan.partitions.findIndex((p) => p.id === id);
  const partition = plan.partitions[at];
  if (!partition) return { before: sectors(0), after: sectors(0) };
  const { from, to } = limitsOf(planned, at);
  return {
    before: sectors(Math.max(0, partition.start - from)),
    after: sectors(Math.max(0, to - endOf(partition))),
  };
}

/** Between which sectors the partition may lie, its neighbours and the extended container left as they are. */
function limitsOf(planned: Planned, at: number): { from: number; to: number } {
  const { plan, survey } = planned;
  const area = plannedArea(planned);
  const [previous, partition, next] = [
    plan.partitions[at - 1],
    plan.partitions[at]!,
    plan.partitions[at + 1],
  ];
  const from = previous ? endOf(previous) : area.first;
  const to = next ? next.start : area.end;
  const container = plannedContainer(planned);
  if (!container) return { from, to };
  const step = alignmentSectors(survey.disk.sectorBytes);
  if (isLogical(planned, partition))
    return {
      from: Math.max(from, container.start) + 1,
      to: to < endOf(container) ? alignDown(to - 1, step) : endOf(container),
    };
  return partition.start < container.start
    ? { from, to: Math.min(to, container.start) }
    : { from: Math.max(from, endOf(container)), to };
}

/**
 * Length in sectors for a size in bytes at `start`: rounded up to whole MiB, cut to `most` where the
 * rounding alone would pass it. Ends on 1 MiB unless it takes the tail of the room.
 */
export function lengthFor(size: number, start: number, most: number, sectorBytes: number): Sectors {
  const step = alignmentSectors(sectorBytes);
  const exact = Math.ceil(size / sectorBytes);
  const rounded = alignUp(start + exact, step) - start;
  return sectors(rounded > most && exact <= most ? most : rounded);
}

/** Size in bytes of a span of this disk’s logical sectors. */
export function sizeOf(span: { readonly length: number }, survey: Survey): Bytes {
  return bytes(span.length * survey.disk.sectorBytes);
}
