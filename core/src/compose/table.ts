import { message } from '../words/index.js';
import type { TableStyle } from '../table/index.js';
import type { BatchEdit, SingleEdit } from '../edits/index.js';
import type { Plan } from '../plan/index.js';
import { batch } from './batch.js';

/** Writes a new table: every partition leaves the plan, found ones with all they hold. */
export function newTableEdit(plan: Plan, style: TableStyle = 'gpt'): BatchEdit {
  const removals = plan.partitions.map((p): SingleEdit => ({ kind: 'remove', partition: p.id }));
  return batch(message('edit.new-table'), [
    ...removals,
    ...(plan.container === undefined ? [] : [{ kind: 'set-container' } as const]),
    { kind: 'set-target', changes: { style, table: 'new' } },
  ]);
}
