import { alignmentSectors, roomAround } from '../layout/index.js';
import { foundTitle, endOf, partitionOf, type Planned, type PlannedPartition } from '../plan/index.js';
import type { Grip } from './grip.js';
import { alignUp, sectors, type Sectors } from '../quantity/index.js';
import { surveyedPartition, type Survey } from '../survey/index.js';
import { message, type Phrase } from '../words/index.js';

/** A place worth coming to lie at, and what it is. */
export interface SnapPlace {
  readonly at: Sectors;
  readonly what: Phrase;
}

const SHARES = [
  [0.5, 'half'],
  [0.25, 'quarter'],
  [0.75, 'three-quarters'],
] as const;
const DISK_STEPS = 10;

/** The telling places for a grip, those that matter most first: as found, shares of the room, neighbours, tenths of the disk. */
export function snapPlaces(planned: Planned, grip: Grip): SnapPlace[] {
  const { plan, survey } = planned;
  const step = alignmentSectors(survey.disk.sectorBytes);
  const partition = partitionOf(plan, grip.kind === 'border' ? grip.left : grip.partition);
  if (!partition) return [];
  const aligned = (at: number, what: Phrase): SnapPlace => ({
    at: sectors(alignUp(Math.round(at), step)),
    what,
  });
  return [
    ...asFound(survey, partition, grip),
    ...shares(planned, partition, grip).map(([at, what]) => aligned(at, what)),
    ...foundBoundaries(planned, partition),
    ...Array.from({ length: DISK_STEPS - 1 }, (_, i) =>
      aligned(
        ((i + 1) / DISK_STEPS) * survey.disk.sizeSectors,
        message('snap.of-disk', { percent: (i + 1) * (100 / DISK_STEPS) }),
      ),
    ),
  ];
}

function asFound(survey: Survey, partition: PlannedPartition, grip: Grip): SnapPlace[] {
  const found = surveyedPartition(survey, partition.from);
  if (!found) return [];
  const at = grip.kind === 'end' || grip.kind === 'border' ? endOf(found) : found.start;
  return [{ at: sectors(at), what: message('snap.as-found') }];
}

/** Shares of what the grip divides: two neighbours, or a partition and the room beside it. */
function shares(planned: Planned, partition: PlannedPartition, grip: Grip): (readonly [number, Phrase])[] {
  const { plan } = planned;
  const room = roomAround(planned, partition.id);
  const between = (from: number, to: number, of: 'snap.share' | 'snap.share-of-both') =>
    SHARES.map(([part, share]) => [from + part * (to - from), message(of, { share })] as const);
  const [first, last] = [partition.start - room.before, endOf(partition) + room.after];
  switch (grip.kind) {
    case 'border': {
      const right = partitionOf(plan, grip.right);
      return right ? between(partition.start, endOf(right), 'snap.share-of-both') : [];
    }
    case 'end':
      return [[last, message('snap.all')], ...between(partition.start, last, 'snap.share')];
    case 'start':
      return [[first, message('snap.all')], ...between(endOf(partition), first, 'snap.share')];
    case 'body':
      return [
        [first, message('snap.at-start')],
        [last - partition.length, message('snap.at-end')],
        [first + (last - first - partition.length) / 2, message('snap.in-middle')],
      ];
  }
}

/** Where other partitions began and ended as found. */
function foundBoundaries(planned: Planned, partition: PlannedPartition): SnapPlace[] {
  const { plan, survey } = planned;
  return survey.partitions
    .filter((p) => p.id !== partition.from)
    .flatMap((p): SnapPlace[] => {
      const part = foundTitle({ plan, survey }, p);
      return [
        { at: p.start, what: message('snap.found-start', { part }) },
        { at: sectors(endOf(p)), what: message('snap.found-end', { part }) },
      ];
    });
}
