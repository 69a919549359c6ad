import type { Survey } from '../survey/index.js';
import type { Plan } from '../plan/index.js';
import type { Refusal } from './refusal.js';

/** Looks a survey up by id. */
export type Surveys = (id: string) => Survey | undefined;

/**
 * What came of an edit. `inverse`, applied to `plan`, gives back the plan before. A refused edit has changed nothing.
 */
export type Outcome<Inverse> =
  | { readonly ok: true; readonly plan: Plan; readonly inverse: Inverse }
  | { readonly ok: false; readonly refusal: Refusal };

export const applied = <Inverse>(plan: Plan, inverse: Inverse): Outcome<Inverse> => ({
  ok: true,
  plan,
  inverse,
});

export const refused = (refusal: Refusal): Outcome<never> => ({ ok: false, refusal });

export function surveyOf(plan: Plan, surveys: Surveys): Survey | undefined {
  return plan.surveyId === null ? undefined : surveys(plan.surveyId);
}

/** The outcome of a change that needs the reading, which the plan may not rest on. */
export function onReading<Inverse>(
  plan: Plan,
  surveys: Surveys,
  change: (survey: Survey) => Outcome<Inverse>,
): Outcome<Inverse> {
  const survey = surveyOf(plan, surveys);
  return survey ? change(survey) : refused({ code: 'no-survey' });
}

type Check = () => Refusal | undefined;

/** What the first check says that forbids something; those behind it are not asked. */
export function firstRefusal(checks: readonly Check[]): Refusal | undefined {
  for (const check of checks) {
    const refusal = check();
    if (refusal) return refusal;
  }
  return undefined;
}
