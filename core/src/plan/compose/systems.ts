import type { System } from '../../system/index.js';
import type { Edit, SingleEdit } from '../edits/edit.js';
import type { Plan } from '../plan.js';
import { batch } from './batch.js';

/** Takes a system out of the plan: what it was to get is deleted, what it owned alone has no owner. */
export function removeSystemEdit(plan: Plan, system: System): Edit {
  const without = (owners: readonly string[]) => owners.filter((owner) => owner !== system.id);
  const planned = plan.partitions
    .filter((p) => p.owners.includes(system.id))
    .map((p): SingleEdit =>
      p.from === null && p.owners.length === 1
        ? { kind: 'remove', partition: p.id }
        : { kind: 'describe', partition: p.id, changes: { owners: without(p.owners) } },
    );
  const found = Object.entries(plan.found)
    .filter(([, note]) => note.owners.includes(system.id))
    .map(([id, note]): SingleEdit => ({
      kind: 'note-found',
      found: id,
      changes: { owners: without(note.owners) },
    }));
  return batch(`Take out ${system.name}`, [
    ...planned,
    ...found,
    { kind: 'remove-system', system: system.id },
  ]);
}
