import type { Planned } from '../plan/index.js';
import type { Ordered } from './order.js';
import type { Step } from './step.js';
import { TableModel } from './table-model.js';

/** The refusal of an order in which some step would leave a table that cannot be; `undefined` where none does. */
export function checkTable(planned: Planned, steps: readonly Step[]): Ordered | undefined {
  const { plan, survey } = planned;
  const table = new TableModel(plan, survey);
  for (const step of steps) {
    const fault = table.write(step);
    if (fault) return { ok: false, reason: 'table', cycle: [step.id], fault };
  }
  return undefined;
}
