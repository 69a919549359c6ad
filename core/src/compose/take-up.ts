import { same } from '../schema/index.js';
import type { EditSays, BatchEdit, SingleEdit } from '../edits/index.js';
import type { Plan } from '../plan/index.js';
import { batch } from './batch.js';

/** The edit that decides all as another plan does; which device it is and what is ticked off are facts, and given. */
export function decideAs(
  other: Plan,
  facts: { readonly device: string; readonly ticked: Plan['ticked'] },
): SingleEdit {
  const { surveyId, target, systems, found, partitions, container, start } = other;
  return {
    kind: 'begin',
    surveyId,
    target,
    systems,
    found,
    partitions,
    ...(container === undefined ? {} : { container }),
    ...(start === undefined ? {} : { start }),
    ...facts,
  };
}

/**
 * Makes another plan for the same machine the plan, as one edit. What is a fact stays as it is now: the machine's own,
 * and the steps that are ticked off.
 */
export function takeUpEdit(present: Plan, other: Plan, says: EditSays): BatchEdit {
  const decide = decideAs(other, { device: present.machine.device, ticked: present.ticked });
  const comments = other.comments ?? {};
  const remarks = JSON.stringify(comments) !== JSON.stringify(present.comments ?? {});
  return batch(says, [
    decide,
    ...(same(present.wish, other.wish) ? [] : [{ kind: 'wish-for' as const, wish: other.wish ?? null }]),
    ...(remarks ? [{ kind: 'remark' as const, comments }] : []),
    ...acceptAs(present, other),
  ]);
}

/** The edits after which the same findings are accepted as in another plan, for the same reasons. */
export function acceptAs(present: Plan, other: Plan): SingleEdit[] {
  return changedEntries(present.accepted, other.accepted).map(([finding, accepted]) => ({
    kind: 'accept',
    finding,
    accepted,
  }));
}

/** The edits after which the same is noted of steps as in another plan. */
export function recordAs(present: Plan, other: Plan): SingleEdit[] {
  return changedEntries(present.records, other.records).map(([step, record]) => ({
    kind: 'record',
    step,
    record,
  }));
}

/** Entries of a table that are otherwise in another, as they are there; `null` for one that is not. */
function changedEntries<T>(
  had: Readonly<Record<string, T>> = {},
  has: Readonly<Record<string, T>> = {},
): [string, T | null][] {
  return [...new Set([...Object.keys(had), ...Object.keys(has)])]
    .filter((key) => !same(had[key], has[key]))
    .map((key) => [key, has[key] ?? null]);
}
