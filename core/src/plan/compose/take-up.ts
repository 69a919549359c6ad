import type { BatchEdit, SingleEdit } from '../edits/edit.js';
import type { Plan } from '../plan.js';
import { batch } from './batch.js';

/**
 * Makes another plan for the same machine the plan, as one edit. What is a fact stays as it is now: the machine's own,
 * and the steps that are ticked off.
 */
export function takeUpEdit(present: Plan, other: Plan, title: string): BatchEdit {
  const { surveyId, target, systems, found, partitions, container, start, comments } = other;
  const begin: SingleEdit = {
    kind: 'begin',
    surveyId,
    target,
    systems,
    found,
    partitions,
    device: present.machine.device,
    ...(container === undefined ? {} : { container }),
    ...(start === undefined ? {} : { start }),
    ticked: present.ticked,
  };
  const remarks = JSON.stringify(comments ?? {}) !== JSON.stringify(present.comments ?? {});
  return batch(title, remarks ? [begin, { kind: 'remark', comments: comments ?? {} }] : [begin]);
}
