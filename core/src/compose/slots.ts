import { message } from '../words/index.js';
import type { Edit, SingleEdit } from '../edits/index.js';
import {
  alignmentSectors,
  hull,
  isActive,
  isLogical,
  slotsOf,
  type Span,
  type Slots,
} from '../layout/index.js';
import { endOf, partitionOf, type Planned, type Plan, type PlannedPartition } from '../plan/index.js';
import { batch } from './batch.js';
import { alignDown, sectors } from '../quantity/index.js';

/** Marks this primary to be started from, and no other. */
export function markActiveEdit(planned: Planned, id: string): Edit {
  const { plan } = planned;
  const others = plan.partitions.filter((p) => p.id !== id && isActive(planned, p));
  return {
    kind: 'set-active',
    flags: { ...Object.fromEntries(others.map((p) => [p.id, false])), [id]: true },
  };
}

/**
 * Lists a primary in the extended container, which is made or grown so far that it and its record lie in it. What the
 * partition holds stays where it is; the plan refuses it where there is no free sector before it.
 */
export function makeLogicalEdit(planned: Planned, partition: PlannedPartition): Edit {
  const { plan, survey } = planned;
  const slots = slotsOf(planned);
  const listed: SingleEdit = { kind: 'set-slot', partition: partition.id, logical: true };
  if (!slots) return listed;
  const step = alignmentSectors(survey.disk.sectorBytes);
  const before = plan.partitions.filter((p) => p.id !== partition.id && endOf(p) <= partition.start).at(-1);
  const free = before ? endOf(before) : 1;
  const record = Math.max(free, alignDown(partition.start - 1, step));
  const around: Span = { start: sectors(record), length: sectors(endOf(partition) - record) };
  const container = slots.container ? hull(slots.container, around) : around;
  const active: SingleEdit[] = isActive(planned, partition)
    ? [{ kind: 'set-active', flags: { [partition.id]: false } }]
    : [];
  return batch(message('edit.make-logical'), [...active, ...inOneStep(plan, slots, [listed], container)]);
}

/** Lists a logical as a primary, and takes it out of the container, which ends where its remaining logicals do. */
export function makePrimaryEdit(planned: Planned, partition: PlannedPartition): Edit {
  const { plan, survey } = planned;
  const slots = slotsOf(planned);
  const listed: SingleEdit = { kind: 'set-slot', partition: partition.id, logical: false };
  if (!slots?.container || !isLogical(planned, partition)) return listed;
  const left = slots.logicals.filter((p) => p.id !== partition.id);
  if (left.length === 0)
    return batch(message('edit.make-primary'), [...inOneStep(plan, slots, [listed], null)]);
  const { container } = slots;
  const step = alignmentSectors(survey.disk.sectorBytes);
  const atStart = left.every((p) => p.start > partition.start);
  const start = atStart ? Math.max(endOf(partition), alignDown(left[0]!.start - 1, step)) : container.start;
  const end = atStart ? endOf(container) : partition.start;
  const rest: Span = { start: sectors(start), length: sectors(Math.max(0, end - start)) };
  return batch(message('edit.make-primary'), [...inOneStep(plan, slots, [listed], rest)]);
}

/**
 * A container and the slots in it change together, and every single edit must leave a table that can be written: the
 * partitions concerned leave the plan for the moment, and come back listed anew.
 */
function inOneStep(
  plan: Plan,
  { container }: Slots,
  listed: readonly Extract<SingleEdit, { kind: 'set-slot' }>[],
  next: Span | null,
): SingleEdit[] {
  const concerned = listed.map((edit) => ({ edit, partition: partitionOf(plan, edit.partition)! }));
  const sameSpan = container?.start === next?.start && container?.length === next?.length;
  return [
    ...concerned.map(({ partition }): SingleEdit => ({ kind: 'remove', partition: partition.id })),
    ...(sameSpan ? [] : [{ kind: 'set-container', container: next } as const]),
    ...concerned.map(({ edit, partition }): SingleEdit => ({
      kind: 'restore',
      partition: { ...partition, logical: edit.logical, active: edit.logical ? false : partition.active },
    })),
  ];
}
