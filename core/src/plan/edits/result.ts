import type { Survey } from '../../survey/index.js';
import type { Plan } from '../plan.js';
import type { Edit } from './edit.js';
import type { Refusal } from './refusal.js';

/** Looks a survey up by id. */
export type Surveys = (id: string) => Survey | undefined;

/**
 * `inverse`, applied to `plan`, gives back the plan before. A refused edit has changed nothing.
 */
export type Applied =
  | { readonly ok: true; readonly plan: Plan; readonly inverse: Edit }
  | { readonly ok: false; readonly refusal: Refusal };

export function applied(plan: Plan, inverse: Edit): Applied {
  return { ok: true, plan, inverse };
}

export function refused(refusal: Refusal): Applied {
  return { ok: false, refusal };
}

export function surveyOf(plan: Plan, surveys: Surveys): Survey | undefined {
  return plan.surveyId === null ? undefined : surveys(plan.surveyId);
}
