import type { Planned } from '../plan/index.js';
import type { Ordered } from './order.js';
import { kindOf, type Step } from './steps/kinds.js';
import { TableModel } from './table-model.js';

/** The refusal of an order in which some step would leave a table that cannot be; `undefined` where none does. */
export function checkTable(planned: Planned, steps: readonly Step[]): Ordered | undefined {
  const { plan, survey } = planned;
  const table = new TableModel(plan, survey);
  for (const step of steps) {
    const fault = kindOf(step).write?.(table, step);
    if (fault) return { ok: false, reason: 'table', cycle: [step.id], fault };
  }
  return undefined;
}
