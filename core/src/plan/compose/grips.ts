import { sectors, type Sectors } from '../../quantity/index.js';
import type { Survey } from '../../survey/index.js';
import { apply, type Edit } from '../edits/edit.js';
import type { Refusal } from '../edits/refusal.js';
import { alignmentSectors, roomAround } from '../layout.js';
import { endOf, partitionOf, type PartitionId, type Plan } from '../plan.js';
import { boundaryEdit, boundaryLimits } from './arrange.js';

/** A place at which the plan can be taken hold of: an end of a partition, or the border of two neighbours. */
export type Grip =
  | { readonly kind: 'start' | 'end'; readonly partition: PartitionId; readonly at: Sectors }
  | {
      readonly kind: 'border';
      readonly left: PartitionId;
      readonly right: PartitionId;
      readonly at: Sectors;
    };

/** Every grip of the plan, in disk order. Neighbours without room between them share one. */
export function gripsOf(plan: Plan, survey: Survey): Grip[] {
  const step = alignmentSectors(survey.disk.sectorBytes);
  return plan.partitions.flatMap((p, i): Grip[] => {
    const [before, next] = [plan.partitions[i - 1], plan.partitions[i + 1]];
    const room = roomAround(plan, survey, p.id);
    const touches = next !== undefined && room.after < step && next.start - endOf(p) <= step;
    const end: Grip = touches
      ? { kind: 'border', left: p.id, right: next.id, at: sectors(endOf(p)) }
      : { kind: 'end', partition: p.id, at: sectors(endOf(p)) };
    const shared = before !== undefined && p.start - endOf(before) <= step;
    return shared ? [end] : [{ kind: 'start', partition: p.id, at: p.start }, end];
  });
}

/** What becomes of a grip that is drawn to a sector. */
export interface Drawn {
  /** The edit for the place it comes to lie at; `null` where it cannot move at all. */
  readonly edit: Edit | null;
  /** The plan after that edit; the one before where there is none. */
  readonly after: Plan;
  /** Why it does not go as far as it was drawn. */
  readonly resisted: Refusal | null;
}

/**
 * Draws a grip to a sector, as far as the plan lets it: to a floor, to a neighbour. What is sized takes whole multiples of
 * `snap` sectors, unless it is held before that.
 */
export function drawGrip(plan: Plan, survey: Survey, grip: Grip, to: number, snap: number): Drawn {
  return grip.kind === 'border'
    ? drawBorder(plan, survey, grip, to, snap)
    : drawEnd(plan, survey, grip, to, snap);
}

function drawEnd(
  plan: Plan,
  survey: Survey,
  { kind, partition: id }: Extract<Grip, { kind: 'start' | 'end' }>,
  to: number,
  snap: number,
): Drawn {
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
  const tried = apply(plan, edit, () => survey);
  if (tried.ok) return { edit, after: tried.plan, resisted: null };
  const { refusal } = tried;
  const nearest = 'nearest' in refusal ? resize(refusal.nearest) : undefined;
  const held = nearest && apply(plan, nearest, () => survey);
  return held?.ok
    ? { edit: nearest!, after: held.plan, resisted: refusal }
    : { edit: null, after: plan, resisted: refusal };
}

function drawBorder(
  plan: Plan,
  survey: Survey,
  { left: l, right: r }: Extract<Grip, { kind: 'border' }>,
  to: number,
  snap: number,
): Drawn {
  const [left, right] = [partitionOf(plan, l), partitionOf(plan, r)];
  if (!left || !right)
    return { edit: null, after: plan, resisted: { code: 'no-such-partition', id: left ? r : l } };
  const { least, most } = boundaryLimits(plan, survey, left, right);
  const wanted = left.start + Math.max(snap, Math.round((to - left.start) / snap) * snap);
  const edit = boundaryEdit(plan, survey, left, right, Math.min(most, Math.max(least, wanted)));
  const tried = apply(plan, edit, () => survey);
  if (!tried.ok) return { edit: null, after: plan, resisted: tried.refusal };
  const beyond = wanted < least || wanted > most;
  const further = beyond
    ? apply(plan, boundaryEdit(plan, survey, left, right, wanted), () => survey)
    : undefined;
  return { edit, after: tried.plan, resisted: further && !further.ok ? further.refusal : null };
}
