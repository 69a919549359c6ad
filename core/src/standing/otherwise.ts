import { batch, boundaryEdit, placeLeastMoved, resizeTo, singles } from '../compose/index.js';
import { apply, type Edit, type Refusal } from '../edits/index.js';
import { lengthFor } from '../layout/index.js';
import {
  endOf,
  partitionOf,
  partitionTitle,
  type Plan,
  type Planned,
  type PlannedPartition,
} from '../plan/index.js';
import { bytes } from '../quantity/index.js';
import { objectsOf, type Step } from '../sequence/index.js';
import { message } from '../words/index.js';

export type WentOtherwise =
  { readonly ok: true; readonly edit: Edit } | { readonly ok: false; readonly refusal: Refusal };

/** The partition of which a step makes the size; `undefined` for a step that makes none. */
export function sizedBy({ plan }: Planned, step: Step): PlannedPartition | undefined {
  if (step.kind !== 'create' && step.kind !== 'shrink' && step.kind !== 'grow') return undefined;
  const { partition, found } = objectsOf(step);
  return plan.partitions.find((p) => p.id === partition || (found !== null && p.from === found));
}

/**
 * The edit by which a step is done, but with another size, in bytes: it is ticked off, and the plan goes on from that size. What is
 * behind it and not made yet gives the space, or is placed elsewhere; what is on the disk by now stays where it is.
 * @param at ISO 8601, when it was done
 */
export function wentOtherwise(planned: Planned, step: Step, size: number, at: string): WentOtherwise {
  const { plan, survey } = planned;
  const partition = sizedBy(planned, step);
  if (!partition) return { ok: false, refusal: { code: 'no-such-partition', id: step.id } };
  const alone = resizeTo(planned, partition, size);
  const tried = apply(plan, alone, () => survey);
  const fit = tried.ok ? alone : madeRoom(planned, partition, size);
  if (!fit) return { ok: false, refusal: (tried as Extract<typeof tried, { ok: false }>).refusal };
  const says = message('edit.went-otherwise', { volume: partitionTitle(partition), bytes: bytes(size) });
  const edit = batch(says, [
    ...singles(fit),
    { kind: 'tick', step: step.id, done: true },
    { kind: 'record', step: step.id, record: { at, remark: plan.records?.[step.id]?.remark ?? '' } },
  ]);
  const whole = apply(plan, edit, () => survey);
  return whole.ok ? { ok: true, edit } : { ok: false, refusal: whole.refusal };
}

/** The edit that gives it the size at the cost of what is not on the disk yet. */
function madeRoom(planned: Planned, partition: PlannedPartition, size: number): Edit | undefined {
  const { plan, survey } = planned;
  const length = lengthFor(size, partition.start, Infinity, survey.disk.sectorBytes);
  const next = plan.partitions[plan.partitions.findIndex((p) => p.id === partition.id) + 1];
  const placed = placeLeastMoved(planned, new Map([[partition.id, length]]));
  const ways = [
    ...(placed.ok ? [placed.edit] : []),
    ...(next ? [boundaryEdit(planned, partition, next, partition.start + length)] : []),
  ];
  return ways.find((edit) => {
    const result = apply(plan, edit, () => survey);
    return result.ok && keepsWhatIsThere(plan, result.plan, partition);
  });
}

/** Whether all that is on the disk by now, and the one that went otherwise, lies where it lay. */
function keepsWhatIsThere(before: Plan, after: Plan, partition: PlannedPartition): boolean {
  return before.partitions.every((p) => {
    const then = partitionOf(after, p.id);
    if (p.id === partition.id) return then?.start === p.start;
    const made = p.from !== null || before.ticked.includes(`create:${p.id}`);
    return !made || (then?.start === p.start && endOf(then) === endOf(p));
  });
}
