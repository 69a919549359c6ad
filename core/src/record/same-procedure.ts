import type { Plan } from '../plan/index.js';
import { same } from '../schema/index.js';

/** Whether two plans have one procedure: what was ticked off and noted while it is carried out is no other plan. */
export function sameProcedure(a: Plan, b: Plan): boolean {
  return same(asPlanned(a), asPlanned(b));
}

const asPlanned = (plan: Plan): Plan => ({ ...plan, ticked: [], records: undefined });
