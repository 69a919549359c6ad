import { surveyedPartition, type Survey } from '../survey/index.js';
import { likelyNotes } from './likely.js';
import type { Plan } from './plan.js';

/**
 * The plan with a note on each partition of the reading that it rests on: one of which nothing is noted is as it was read. Filled in where
 * a plan is read or begun, so that nothing after that can overlook a partition.
 */
export function noted(plan: Plan, survey: Survey | undefined): Plan {
  if (!survey || survey.id !== plan.surveyId) return plan;
  if (survey.partitions.every(({ id }) => plan.found[id])) return plan;
  const read = Object.fromEntries(likelyNotes(survey));
  const said = Object.entries(plan.found).filter(([id]) => surveyedPartition(survey, id));
  return { ...plan, found: { ...read, ...Object.fromEntries(said) } };
}
