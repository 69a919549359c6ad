import { message } from '../words/index.js';
import type { Edit, SingleEdit } from '../edits/index.js';
import { keptPartition, partitionOf, type Planned, type FoundNote, type Plan } from '../plan/index.js';
import { batch } from './batch.js';
import { surveyedPartition } from '../survey/index.js';

/** Says what a surveyed partition is, and lets the planned one that keeps it follow. */
export function noteFoundEdit(plan: Plan, found: string, changes: Partial<FoundNote>): Edit {
  const note: SingleEdit = { kind: 'note-found', found, changes };
  const kept = plan.partitions.find((p) => p.from === found && p.treatment === 'keep');
  const follow = {
    ...(changes.role === undefined ? {} : { role: changes.role }),
    ...(changes.owners === undefined ? {} : { owners: changes.owners }),
    ...(changes.kind === undefined ? {} : { fileSystem: changes.kind }),
  };
  if (!kept || Object.keys(follow).length === 0) return note;
  return batch(message('edit.say-part'), [note, { kind: 'describe', partition: kept.id, changes: follow }]);
}

/** Puts a deleted surveyed partition back as it was found. */
export function undeleteEdit(planned: Planned, found: string): Edit | undefined {
  const { plan, survey } = planned;
  const surveyed = surveyedPartition(survey, found);
  const note = plan.found[found];
  if (!surveyed || !note || partitionOf(plan, found)) return undefined;
  return { kind: 'create', partition: keptPartition(survey, surveyed, note) };
}
