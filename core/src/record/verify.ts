import { planFault } from '../edits/index.js';
import { noted } from '../plan/index.js';
import { same } from '../schema/index.js';
import { message, type Message } from '../words/index.js';
import { foldEdits } from './fold.js';
import {
  digestAfter,
  digestOfBeginning,
  editIn,
  planIn,
  surveysIn,
  type StoredRecord,
} from './stored-record.js';

/** What is wrong with a stored machine. */
export type RecordFault = Message<
  | 'record.plan-unreadable'
  | 'record.plan-faulty'
  | 'record.reading-unreadable'
  | 'record.reading-missing'
  | 'record.alternative-unreadable'
  | 'record.alternative-faulty'
  | 'record.edit-unreadable'
  | 'record.edit-missing'
  | 'record.chain-broken'
  | 'record.edit-refused'
  | 'record.plan-differs'
>;

/**
 * Replays a stored machine and gives everything in it that is not as it was written: what cannot be read, a history
 * whose digests do not follow from it, edits that do not lead to the plan. Where the beginning is not known (a history
 * that an early version began), the edits are followed by their digests alone.
 */
export function recordFaults(record: StoredRecord): RecordFault[] {
  return [...documentFaults(record), ...chainFaults(record), ...replayFaults(record)];
}

function documentFaults(record: StoredRecord): RecordFault[] {
  const surveys = surveysIn(record);
  const plan = planIn(record.plan);
  const faults: RecordFault[] = record.surveys
    .filter(({ id }) => !surveys.has(id))
    .map(({ id }) => message('record.reading-unreadable', { id }));
  if (!plan) faults.push(message('record.plan-unreadable'));
  else if (plan.surveyId !== null && !record.surveys.some(({ id }) => id === plan.surveyId))
    faults.push(message('record.reading-missing', { id: plan.surveyId }));
  else {
    const survey = surveys.get(plan.surveyId ?? '');
    const fault = planFault(noted(plan, survey), survey);
    if (fault) faults.push(message('record.plan-faulty', { path: fault.path }));
  }
  for (const { name, plan: text } of record.alternatives) {
    const kept = planIn(text);
    if (!kept) faults.push(message('record.alternative-unreadable', { name }));
    else {
      const fault = planFault(kept, surveys.get(kept.surveyId ?? ''));
      if (fault) faults.push(message('record.alternative-faulty', { name, path: fault.path }));
    }
  }
  for (const { revision, edit, inverse } of record.edits)
    if (!editIn(edit) || !editIn(inverse)) faults.push(message('record.edit-unreadable', { revision }));
  return faults;
}

function chainFaults({ beginning, digest, revision, edits }: StoredRecord): RecordFault[] {
  let chained = digestOfBeginning(beginning);
  let next = 1;
  for (const edit of edits) {
    if (edit.revision !== next) return [message('record.edit-missing', { revision: next })];
    chained = digestAfter(chained, edit);
    if (chained !== edit.digest) return [message('record.chain-broken', { revision: next })];
    next += 1;
  }
  if (next !== revision + 1) return [message('record.edit-missing', { revision: next })];
  return chained === digest ? [] : [message('record.chain-broken', { revision })];
}

function replayFaults(record: StoredRecord): RecordFault[] {
  const beginning = planIn(record.beginning);
  const plan = planIn(record.plan);
  const edits = record.edits.map(({ edit }) => editIn(edit));
  if (!beginning || !plan || edits.some((edit) => !edit)) return [];
  const surveys = surveysIn(record);
  const folded = foldEdits(
    beginning,
    edits.filter((edit) => edit !== undefined),
    (id) => surveys.get(id),
  );
  if (folded.refusal) return [message('record.edit-refused', { revision: folded.made + 1 })];
  return same(folded.plan, noted(plan, surveys.get(plan.surveyId ?? '')))
    ? []
    : [message('record.plan-differs')];
}
