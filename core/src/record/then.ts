import type { Plan, Surveys } from '../plan/index.js';
import { same } from '../schema/index.js';
import type { HistoryEntry } from './entry.js';
import { unfoldEdits } from './fold.js';

/** A plan as it was before its latest edits; `undefined` where the way back is refused. */
export function planBefore(
  plan: Plan,
  latest: readonly Pick<HistoryEntry, 'inverse'>[],
  surveys: Surveys,
): Plan | undefined {
  return unfoldEdits(plan, latest, surveys);
}

/** Whether two plans have one procedure: what was ticked off and noted while it is carried out is no other plan. */
export function sameProcedure(a: Plan, b: Plan): boolean {
  return same(asPlanned(a), asPlanned(b));
}

const asPlanned = (plan: Plan): Plan => ({ ...plan, ticked: [], records: undefined });
