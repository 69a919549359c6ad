import { isPlannable, type Survey } from '../survey/index.js';
import type { Plan } from '../plan/index.js';
import { refuseLayout, refuseOwners } from './geometry.js';
import { surveyOf, type Surveys } from './outcome.js';
import type { Refusal } from './refusal.js';

/** What the plan's target forbids, on its reading: partitions kept in a new table, a style that needs one. */
export function refuseTarget(plan: Plan, surveys: Surveys): Refusal | undefined {
  const survey = surveyOf(plan, surveys);
  const found = survey?.disk.style ?? 'none';
  const { style, table } = plan.target;
  if (table === 'new' && plan.partitions.some((p) => p.from !== null)) return { code: 'partitions-kept' };
  if (table === 'keep' && found !== 'none' && found !== style)
    return { code: 'style-needs-new-table', style: found };
  if (table === 'convert' && (found === 'none' || found === style)) return { code: 'nothing-to-convert' };
  return survey && refuseLayout({ plan, survey });
}

/** A plan rests on a survey that can carry it, or holds nothing that would need one. */
export function refuseBasis(plan: Plan, surveys: Surveys): Refusal | undefined {
  const stranger = Object.values(plan.found)
    .map((note) => refuseOwners(plan, note.owners))
    .find((refusal) => refusal !== undefined);
  if (stranger) return stranger;
  const survey = surveyOf(plan, surveys);
  if (!survey)
    return plan.surveyId === null && plan.partitions.length === 0 ? undefined : { code: 'no-survey' };
  if (!isPlannable(survey)) return { code: 'not-plannable' };
  return refuseTarget(plan, surveys);
}

/** What is wrong with a plan as a whole, that came from outside: its basis, its target, the places of its partitions. */
export function refusePlan(plan: Plan, survey: Survey | undefined): Refusal | undefined {
  const bare = plan.partitions.length === 0 && (!survey || !isPlannable(survey));
  return bare ? undefined : refuseBasis(plan, (id) => (survey?.id === id ? survey : undefined));
}
