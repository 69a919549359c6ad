import type { Plan } from '../plan/index.js';
import type { Survey } from '../survey/index.js';
import type { Ordered } from './order.js';
import type { Step } from './step.js';
import { TableModel } from './table-model.js';

/** The refusal of an order in which some step would leave a table that cannot be; `undefined` where none does. */
export function checkTable(plan: Plan, survey: Survey, steps: readonly Step[]): Ordered | undefined {
  const table = new TableModel(plan, survey);
  for (const step of steps) {
    const fault = table.write(step);
    if (fault) return { ok: false, reason: 'table', cycle: [step.id], fault };
  }
  return undefined;
}
