import { message, type Text } from '../words/index.js';
import { volumeOf, partitionTitle, systemOf, type Plan } from '../plan/index.js';
import type { Edit } from './edit.js';
import { kindOf } from './kinds/kinds.js';
import type { EditSays } from './says.js';

/** What an edit does, for undo and for lists. `plan` is one in which its objects are, or were. */
export function editTitle(edit: Edit, plan: Plan): EditSays {
  if (edit.kind === 'batch') return edit.says;
  const part = (p: Parameters<typeof partitionTitle>[0]): Text =>
    message('edit.part', { name: partitionTitle(p) });
  const orUnknown = (p: Parameters<typeof partitionTitle>[0] | undefined): Text =>
    p ? part(p) : message('edit.a-partition');
  return kindOf(edit).title(edit, {
    volume: (id) => orUnknown(volumeOf(plan, id)),
    found: (id) => orUnknown(plan.partitions.find((p) => p.from === id)),
    system: (id) => systemOf(plan, id)?.name ?? message('edit.a-system'),
    of: part,
  });
}
