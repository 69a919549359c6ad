import { noted, type Plan } from '../plan/index.js';
import { foldEdits } from './fold.js';
import {
  digestAfter,
  digestOfBeginning,
  editIn,
  planIn,
  surveysIn,
  type StoredEdit,
  type StoredRecord,
} from './stored-record.js';
import type { Digest } from './digest.js';

/** The last good revision of a machine whose plan cannot be read. */
export interface Recovered {
  readonly plan: Plan;
  readonly revision: number;
  readonly digest: Digest;
  /** What was made after it and could not be made again: the first of it cannot be read, is missing, or is refused. */
  readonly setAside: readonly StoredEdit[];
}

/**
 * Makes the plan again from its edits, as far as they can be read. `undefined` where it does not begin: the beginning,
 * or the reading that it rests on, is not there.
 */
export function recovered(record: StoredRecord): Recovered | undefined {
  const beginning = planIn(record.beginning);
  const surveys = surveysIn(record);
  if (!beginning || !rests(beginning, surveys)) return undefined;
  let plan = noted(beginning, surveys.get(beginning.surveyId ?? ''));
  let digest = digestOfBeginning(record.beginning);
  let revision = 0;
  // A disk may change what still reads as a document: what does not follow in the chain is not what was written.
  if (record.edits.length === 0 && record.digest !== digest) return undefined;
  for (const stored of record.edits) {
    const edit = editIn(stored.edit);
    if (!edit || !editIn(stored.inverse) || stored.revision !== revision + 1) break;
    if (stored.digest !== digestAfter(digest, stored)) {
      if (revision === 0) return undefined;
      break;
    }
    const next = foldEdits(plan, [edit], (id) => surveys.get(id));
    if (next.refusal || !rests(next.plan, surveys)) break;
    plan = next.plan;
    digest = digestAfter(digest, stored);
    revision = stored.revision;
  }
  return { plan, revision, digest, setAside: record.edits.filter((edit) => edit.revision > revision) };
}

const rests = ({ surveyId }: Plan, surveys: ReadonlyMap<string, unknown>): boolean =>
  surveyId === null || surveys.has(surveyId);
