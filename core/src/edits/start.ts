import type { Plan, StartPlan } from '../plan/index.js';

/** With nothing decided the plan has no start plan, as before anything was. */
export function withStart(plan: Plan, start: StartPlan): Plan {
  const open =
    Object.keys(start.loaders).length === 0 && start.order.length === 0 && start.waitSeconds === null;
  const { start: _, ...rest } = plan;
  return open ? rest : { ...rest, start };
}
