import { boundaryEdit, boundaryLimits } from '../compose/index.js';
import { apply, type Edit, type Refusal } from '../edits/index.js';
import { alignmentSectors, roomAround } from '../layout/index.js';
import {
  endOf,
  partitionOf,
  type Planned,
  type PartitionId,
  type Plan,
  type PlannedPartition,
} from '../plan/index.js';
import type { Grip } from './grip.js';
import { snapPlaces, type SnapPlace } from './snaps.js';
import { VOLUME_TRAITS } from '../volume/index.js';
import { sectors } from '../quantity/index.js';

/**
 * Every grip of the plan, in disk order. Neighbours without room between them share one where the second gives way; else the first is
 * held at its own end, and where that is drawn away free space opens.
 */
export function gripsOf(planned: Planned): Grip[] {
  const { plan, survey } = planned;
  const step = alignmentSectors(survey.disk.sectorBytes);
  return plan.partitions.flatMap((p, i): Grip[] => {
    const [before, next] = [plan.partitions[i - 1], plan.partitions[i + 1]];
    const room = roomAround(planned, p.id);
    const touches = next !== undefined && room.after < step && next.start - endOf(p) <= step;
    // A reserved partition keeps its size: what lies beside it is held at its own end.
    if (hasFixedSize(p)) return [];
    const end: Grip =
      touches && givesWay(next)
        ? { kind: 'border', left: p.id, right: next.id, at: sectors(endOf(p)) }
        : { kind: 'end', partition: p.id, at: sectors(endOf(p)) };
    const shared = before !== undefined && p.start - endOf(before) <= step;
    const movesData = shared && hasFixedSize(before) && isKeptWithData(p);
    return movesData || (shared && !hasFixedSize(before))
      ? [end]
      : [{ kind: 'start', partition: p.id, at: p.start }, end];
  });
}

/** Roles that give a partition its size: it does not become larger because what lies before it becomes smaller. */
const SIZED_BY_ROLE: readonly PlannedPartition['role'][] = [
  'efi',
  'reserved',
  'boot',
  'bios-boot',
  'swap',
  'recovery',
];

/** Whether its start follows a border: nothing in it has to be moved for that, and its size is its owner's choice. */
const givesWay = (p: PlannedPartition): boolean => !SIZED_BY_ROLE.includes(p.role) && !isKeptWithData(p);

/** Sizes that a setup or a loader gives by itself. */
const hasFixedSize = ({ role }: PlannedPartition): boolean => role === 'reserved' || role === 'bios-boot';

const isKeptWithData = ({ from, treatment, fileSystem }: PlannedPartition): boolean =>
  from !== null && treatment === 'keep' && VOLUME_TRAITS[fileSystem].move !== 'recreate';

/** The kept volume of which drawing the grip moves the start, so that all its data is copied; nothing where none is. */
export function movedByGrip(plan: Plan, grip: Grip): PlannedPartition | undefined {
  const id = grip.kind === 'border' ? grip.right : grip.kind === 'end' ? undefined : grip.partition;
  const partition = id === undefined ? undefined : partitionOf(plan, id);
  return partition && isKeptWithData(partition) ? partition : undefined;
}

/** Every partition that can slide: there is room beside it. */
export function bodiesOf(planned: Planned): Grip[] {
  const { plan, survey } = planned;
  const step = alignmentSectors(survey.disk.sectorBytes);
  return plan.partitions
    .filter((p) => {
      const room = roomAround(planned, p.id);
      return Math.max(room.before, room.after) >= step;
    })
    .map((p): Grip => ({ kind: 'body', partition: p.id, at: p.start }));
}

/** What becomes of a grip that is drawn to a sector. */
export interface Drawn {
  /** The edit for the place it comes to lie at; `null` where it cannot move at all. */
  readonly edit: Edit | null;
  /** The plan after that edit; the one before where there is none. */
  readonly after: Plan;
  /** Why it does not go as far as it was drawn. */
  readonly resisted: Refusal | null;
  /** The telling place that it was near enough to, and came to lie at. */
  readonly snapped?: SnapPlace;
}

/**
 * Draws a grip to a sector, as far as the plan lets it: to a floor, to a neighbour. Within `reach` sectors of a telling
 * place it comes to lie there; else what is sized takes whole multiples of `snap` sectors, unless it is held before that.
 */
export function drawGrip(planned: Planned, grip: Grip, to: number, snap: number, reach = 0): Drawn {
  const near = reach > 0 ? nearest(snapPlaces(planned, grip), to, reach) : undefined;
  const drawn = draw(planned, grip, near?.at ?? to, near ? 1 : snap);
  return near && !drawn.resisted ? { ...drawn, snapped: near } : drawn;
}

function nearest(places: readonly SnapPlace[], to: number, reach: number): SnapPlace | undefined {
  const distance = (place: SnapPlace) => Math.abs(place.at - to);
  return places
    .filter((place) => distance(place) <= reach)
    .reduce<SnapPlace | undefined>(
      (best, place) => (best && distance(best) <= distance(place) ? best : place),
      undefined,
    );
}

function draw(planned: Planned, grip: Grip, to: number, snap: number): Drawn {
  switch (grip.kind) {
    case 'border':
      return drawBorder(planned, grip, to, snap);
    case 'body':
      return drawBody(planned, grip.partition, to, snap);
    case 'start':
    case 'end':
      return drawEnd(planned, { kind: grip.kind, partition: grip.partition }, to, snap);
  }
}

function drawBody(planned: Planned, id: PartitionId, to: number, snap: number): Drawn {
  const { plan, survey } = planned;
  const partition = partitionOf(plan, id);
  if (!partition) return { edit: null, after: plan, resisted: { code: 'no-such-partition', id } };
  const step = alignmentSectors(survey.disk.sectorBytes);
  const move = (start: number): Edit => ({ kind: 'move', partition: id, start: sectors(Math.max(0, start)) });
  const rounded = snap > 1 ? Math.round(to / snap) * snap : Math.round(to);
  const edit = move(snap > 1 ? Math.round(rounded / step) * step : rounded);
  return tryOrNearest(planned, edit, (refusal) =>
    'nearestStart' in refusal ? move(refusal.nearestStart) : undefined,
  );
}

/** The edit, or where it is refused, the nearest that is not. */
function tryOrNearest(planned: Planned, edit: Edit, instead: (refusal: Refusal) => Edit | undefined): Drawn {
  const { plan, survey } = planned;
  const tried = apply(plan, edit, () => survey);
  if (tried.ok) return { edit, after: tried.plan, resisted: null };
  const { refusal } = tried;
  const nearer = instead(refusal);
  const held = nearer && apply(plan, nearer, () => survey);
  return held?.ok
    ? { edit: nearer!, after: held.plan, resisted: refusal }
    : { edit: null, after: plan, resisted: refusal };
}

function drawEnd(
  planned: Planned,
  { kind, partition: id }: { readonly kind: 'start' | 'end'; readonly partition: PartitionId },
  to: number,
  snap: number,
): Drawn {
  const { plan } = planned;
  const partition = partitionOf(plan, id);
  if (!partition) return { edit: null, after: plan, resisted: { code: 'no-such-partition', id } };
  const wanted = kind === 'end' ? to - partition.start : endOf(partition) - to;
  const resize = (length: number): Edit => ({
    kind: 'resize',
    partition: id,
    length: sectors(Math.max(0, length)),
    hold: kind === 'end' ? 'start' : 'end',
  });
  const edit = resize(Math.max(snap, Math.round(wanted / snap) * snap));
  return tryOrNearest(planned, edit, (refusal) =>
    'nearest' in refusal ? resize(refusal.nearest) : undefined,
  );
}

function drawBorder(
  planned: Planned,
  { left: l, right: r }: Extract<Grip, { kind: 'border' }>,
  to: number,
  snap: number,
): Drawn {
  const { plan, survey } = planned;
  const [left, right] = [partitionOf(plan, l), partitionOf(plan, r)];
  if (!left || !right)
    return { edit: null, after: plan, resisted: { code: 'no-such-partition', id: left ? r : l } };
  const { least, most } = boundaryLimits(planned, left, right);
  const wanted = left.start + Math.max(snap, Math.round((to - left.start) / snap) * snap);
  const edit = boundaryEdit(planned, left, right, Math.min(most, Math.max(least, wanted)));
  const tried = apply(plan, edit, () => survey);
  if (!tried.ok) return { edit: null, after: plan, resisted: tried.refusal };
  const beyond = wanted < least || wanted > most;
  const further = beyond ? apply(plan, boundaryEdit(planned, left, right, wanted), () => survey) : undefined;
  return { edit, after: tried.plan, resisted: further && !further.ok ? further.refusal : null };
}
