import { z } from 'zod';
import type { Sectors } from '../quantity/index.js';
import type { Plan } from '../plan/index.js';
import { kindOf, SHAPES, type SingleEdit } from './kinds/kinds.js';
import { applied, type Outcome, type Surveys } from './outcome.js';
import type { Refusal } from './refusal.js';
import { EditSaysSchema, type EditSays } from './says.js';

/** Several edits made all or none, with what undo says of them. */
export interface BatchEdit {
  readonly kind: 'batch';
  readonly says: EditSays;
  readonly edits: readonly SingleEdit[];
}

/** The only way a plan changes. Small, serialisable; every inverse is in the union too. */
export type Edit = SingleEdit | BatchEdit;

export type Applied = Outcome<Edit>;

const [first, ...others] = SHAPES;
const SingleEditSchema = z.discriminatedUnion('kind', [first!, ...others]);

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
  if (edit.kind === 'batch') return undefined;
  return kindOf(edit).nearer?.(edit, {
    length: 'nearest' in refusal ? refusal.nearest : undefined,
    start: 'nearestStart' in refusal ? refusal.nearestStart : undefined,
  });
}

/** The readings that an edit makes a plan rest on, by their ids. */
export function readingsNamed(edit: Edit): string[] {
  const edits = edit.kind === 'batch' ? edit.edits : [edit];
  return edits.map((e) => kindOf(e).reading?.(e) ?? null).filter((id) => id !== null);
}

function applyAny(plan: Plan, edit: Edit, surveys: Surveys): Applied {
  return edit.kind === 'batch' ? applyBatch(plan, edit, surveys) : kindOf(edit).apply(plan, edit, surveys);
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
