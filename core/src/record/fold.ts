import { apply, type Edit, type Refusal, type Surveys } from '../edits/index.js';
import { noted, type Plan } from '../plan/index.js';
import type { HistoryEntry } from './entry.js';

/** A plan as its edits give it. */
export interface Folded {
  readonly plan: Plan;
  /** Edits that were made. */
  readonly made: number;
  /** Why the next one could not be made; `undefined` where all were. */
  readonly refusal?: Refusal;
}

/** Makes edits one after the other, as they were made the first time; ends before the first that is refused. */
export function foldEdits(beginning: Plan, edits: readonly Edit[], surveys: Surveys): Folded {
  let plan = complete(beginning, surveys);
  for (const [made, edit] of edits.entries()) {
    const result = apply(plan, edit, surveys);
    if (!result.ok) return { plan, made, refusal: result.refusal };
    plan = complete(result.plan, surveys);
  }
  return { plan, made: edits.length };
}

/** What the plan was before its history; `undefined` where the way back is refused. */
export function unfoldEdits(
  plan: Plan,
  history: readonly Pick<HistoryEntry, 'inverse'>[],
  surveys: Surveys,
): Plan | undefined {
  const back = foldEdits(plan, history.map(({ inverse }) => inverse).reverse(), surveys);
  return back.refusal === undefined ? back.plan : undefined;
}

function complete(plan: Plan, surveys: Surveys): Plan {
  return noted(plan, plan.surveyId === null ? undefined : surveys(plan.surveyId));
}
