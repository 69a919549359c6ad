import { makeLogicalEdit, makePrimaryEdit, markActiveEdit } from '../compose/index.js';
import { apply, type Edit, type Refusal } from '../edits/index.js';
import { isActive, isLogical, slotsOf } from '../layout/index.js';
import { fatesOf, partitionTitle, type Plan, type Planned, type PlannedPartition } from '../plan/index.js';
import { deviceName, partitionDevice } from '../recognition/index.js';
import type { Text } from '../words/index.js';
import { partitionNumbers } from './moments.js';

/** A partition that is called otherwise once another is listed otherwise. */
export interface Renumbered {
  readonly title: Text;
  readonly from: string;
  readonly to: string;
}

/** How an MBR lists a partition, and what it costs to list it the other way. */
export interface SlotChoice {
  readonly listed: 'primary' | 'logical';
  /** Lists it the other way. */
  readonly edit: Edit;
  /** Why the plan does not take that. */
  readonly refusal: Refusal | null;
  /** Devices that are called otherwise afterwards: what names them by number has to follow. */
  readonly renumbered: readonly Renumbered[];
  /** Whether a BIOS starts it; `null` where it starts none, or cannot start this one. */
  readonly bios: { readonly starts: boolean; readonly edit: Edit } | null;
}

/** The slot of a partition as a property of it; `undefined` where the table is no MBR. */
export function slotChoiceOf(planned: Planned, p: PlannedPartition): SlotChoice | undefined {
  if (!slotsOf(planned)) return undefined;
  const { plan, survey } = planned;
  const logical = isLogical(planned, p);
  const edit = logical ? makePrimaryEdit(planned, p) : makeLogicalEdit(planned, p);
  const result = apply(plan, edit, () => survey);
  const starts = plan.target.mode === 'bios' && !logical;
  return {
    listed: logical ? 'logical' : 'primary',
    edit,
    refusal: result.ok ? null : result.refusal,
    renumbered: result.ok ? renumbered(planned, result.plan) : [],
    bios: starts ? { starts: isActive(planned, p), edit: markActiveEdit(planned, p.id) } : null,
  };
}

function renumbered(planned: Planned, after: Plan): Renumbered[] {
  const [was, becomes] = [partitionNumbers(planned), partitionNumbers({ ...planned, plan: after })];
  const kept = new Set(fatesOf(planned).map((f) => f.planned?.id));
  const device = deviceName(planned.plan.machine);
  return planned.plan.partitions.flatMap((p): Renumbered[] => {
    const [from, to] = [was.get(p.id), becomes.get(p.id)];
    if (from === undefined || to === undefined || from === to || !kept.has(p.id)) return [];
    return [
      { title: partitionTitle(p), from: partitionDevice(device, from), to: partitionDevice(device, to) },
    ];
  });
}
