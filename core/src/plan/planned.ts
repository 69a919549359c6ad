import type { Survey } from '../survey/index.js';
import type { Plan } from './plan.js';

/**
 * A plan on the reading it rests on: one disk of a plan. Whatever follows from both asks for this one value, and
 * whatever looks across disks has one for each.
 */
export interface Planned {
  readonly plan: Plan;
  readonly survey: Survey;
}

/**
 * A function of a plan on its reading that works its answer out once. Neither ever changes, so the answer of before
 * stands for as long as the plan is held; nobody may change it.
 */
export function derived<T>(workOut: (planned: Planned) => T): (planned: Planned) => T {
  const known = new WeakMap<Plan, { readonly survey: Survey; readonly value: T }>();
  return (planned) => {
    const before = known.get(planned.plan);
    if (before?.survey === planned.survey) return before.value;
    const value = workOut(planned);
    known.set(planned.plan, { survey: planned.survey, value });
    return value;
  };
}
