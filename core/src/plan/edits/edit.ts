import { z } from 'zod';
import type { Plan } from '../plan.js';
import {
  AcceptSchema,
  applyFactEdit,
  BeginSchema,
  NoteFoundSchema,
  RecordSchema,
  RemarkSchema,
  SetMachineSchema,
  SetTargetSchema,
  TickSchema,
  WishForSchema,
  type FactEdit,
} from './fact-edits.js';
import {
  applyPartitionEdit,
  CreateSchema,
  DescribeSchema,
  MoveSchema,
  RemoveSchema,
  ResizeSchema,
  RestoreSchema,
  TreatSchema,
  type PartitionEdit,
} from './partition-edits.js';
import { applyArrange, ArrangeSchema, type ArrangeEdit } from './arrange.js';
import { applyStartEdit, SetLoaderSchema, SetStartSchema, type StartEdit } from './start-edits.js';
import { EditSaysSchema, type EditSays } from './title.js';
import type { Refusal } from './refusal.js';
import type { Sectors } from '../../quantity/index.js';
import { applied, type Applied, type Surveys } from './result.js';
import {
  applySlotEdit,
  SetActiveSchema,
  SetContainerSchema,
  SetSlotSchema,
  type SlotEdit,
} from './slot-edits.js';
import {
  AddSystemSchema,
  applySystemEdit,
  ChangeSystemSchema,
  RemoveSystemSchema,
  type SystemEdit,
} from './system-edits.js';

/** Several edits made all or none, with what undo says of them. */
export interface BatchEdit {
  readonly kind: 'batch';
  readonly says: EditSays;
  readonly edits: readonly SingleEdit[];
}

export type SingleEdit = FactEdit | SystemEdit | PartitionEdit | SlotEdit | ArrangeEdit | StartEdit;

/** The only way a plan changes. Small, serialisable; every inverse is in the union too. */
export type Edit = SingleEdit | BatchEdit;

const SingleEditSchema = z.discriminatedUnion('kind', [
  SetMachineSchema,
  SetTargetSchema,
  NoteFoundSchema,
  TickSchema,
  RecordSchema,
  RemarkSchema,
  AcceptSchema,
  WishForSchema,
  BeginSchema,
  AddSystemSchema,
  ChangeSystemSchema,
  RemoveSystemSchema,
  CreateSchema,
  RemoveSchema,
  ResizeSchema,
  MoveSchema,
  TreatSchema,
  DescribeSchema,
  RestoreSchema,
  SetContainerSchema,
  SetSlotSchema,
  SetActiveSchema,
  ArrangeSchema,
  SetLoaderSchema,
  SetStartSchema,
]);

const BatchSchema = z.strictObject({
  kind: z.literal('batch'),
  says: EditSaysSchema,
  edits: z.array(SingleEditSchema).max(600).readonly(),
});

/** Shape only; whether an edit makes sense, `apply` says. */
export const EditSchema: z.ZodType<Edit> = z.discriminatedUnion('kind', [
  ...SingleEditSchema.options,
  BatchSchema,
]);

/**
 * The plan after `edit`, with the edit that leads back; or the refusal. Nothing is mutated.
 * Law: where `apply(p, e)` gives `q` and `i`, `apply(q, i)` gives a plan equal to `p`. Law: what a refusal names as
 * nearest is taken.
 */
export function apply(plan: Plan, edit: Edit, surveys: Surveys): Applied {
  const result = applyAny(plan, edit, surveys);
  return result.ok ? result : { ok: false, refusal: honest(plan, edit, result.refusal, surveys) };
}

/** Whether the plan takes an edit; what would do instead is not looked for. */
export const takes = (plan: Plan, edit: Edit, surveys: Surveys): boolean => applyAny(plan, edit, surveys).ok;

/** The refusal, with what it names as nearest only where that would be taken. */
function honest(plan: Plan, edit: Edit, refusal: Refusal, surveys: Surveys): Refusal {
  const names = 'nearest' in refusal || 'nearestStart' in refusal;
  if (!names) return refusal;
  const nearer = nearerEdit(edit, refusal);
  if (nearer && applyAny(plan, nearer, surveys).ok) return refusal;
  const {
    nearest: _,
    nearestStart: __,
    ...rest
  } = refusal as Refusal & { nearest?: Sectors; nearestStart?: Sectors };
  return rest;
}

/** The edit with what the refusal names in place of what was asked for. */
export function nearerEdit(edit: Edit, refusal: Refusal): SingleEdit | undefined {
  const length = 'nearest' in refusal ? refusal.nearest : undefined;
  const start = 'nearestStart' in refusal ? refusal.nearestStart : undefined;
  if (edit.kind === 'resize') return length === undefined ? undefined : { ...edit, length };
  if (edit.kind === 'move') return start === undefined ? undefined : { ...edit, start };
  if (edit.kind !== 'create') return undefined;
  const { partition } = edit;
  return {
    ...edit,
    partition: { ...partition, start: start ?? partition.start, length: length ?? partition.length },
  };
}

function applyAny(plan: Plan, edit: Edit, surveys: Surveys): Applied {
  switch (edit.kind) {
    case 'set-machine':
    case 'set-target':
    case 'note-found':
    case 'tick':
    case 'record':
    case 'remark':
    case 'accept':
    case 'wish-for':
    case 'begin':
      return applyFactEdit(plan, edit, surveys);
    case 'add-system':
    case 'change-system':
    case 'remove-system':
      return applySystemEdit(plan, edit);
    case 'create':
    case 'remove':
    case 'resize':
    case 'move':
    case 'treat':
    case 'describe':
    case 'restore':
      return applyPartitionEdit(plan, edit, surveys);
    case 'set-container':
    case 'set-slot':
    case 'set-active':
      return applySlotEdit(plan, edit, surveys);
    case 'arrange':
      return applyArrange(plan, edit, surveys);
    case 'set-loader':
    case 'set-start':
      return applyStartEdit(plan, edit);
    case 'batch':
      return applyBatch(plan, edit, surveys);
  }
}

function applyBatch(plan: Plan, batch: BatchEdit, surveys: Surveys): Applied {
  const back: SingleEdit[] = [];
  let current = plan;
  for (const edit of batch.edits) {
    const result = apply(current, edit, surveys);
    if (!result.ok) return result;
    current = result.plan;
    back.unshift(...(result.inverse.kind === 'batch' ? result.inverse.edits : [result.inverse]));
  }
  return applied(current, { kind: 'batch', says: batch.says, edits: back });
}
