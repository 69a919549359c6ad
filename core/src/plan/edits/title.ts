import { partitionTitle } from '../names.js';
import { partitionOf, systemOf, type Plan } from '../plan.js';
import type { Edit } from './edit.js';

/** What an edit does, in a few words, for undo and for lists. `plan` is one in which its objects are, or were. */
export function editTitle(edit: Edit, plan: Plan): string {
  const partition = (id: string) => {
    const p = partitionOf(plan, id);
    return p ? `“${partitionTitle(p)}”` : 'a partition';
  };
  const foundPartition = (id: string) => {
    const p = plan.partitions.find((q) => q.from === id);
    return p ? `“${partitionTitle(p)}”` : 'a found part';
  };
  const system = (id: string) => systemOf(plan, id)?.name ?? 'a system';
  switch (edit.kind) {
    case 'batch':
      return edit.title;
    case 'set-machine':
      return 'Change of the machine’s facts';
    case 'set-target':
      return 'Change of mode or table';
    case 'note-found':
      return `Note on ${foundPartition(edit.found)}`;
    case 'tick':
      return edit.done ? 'Tick a step' : 'Untick a step';
    case 'remark':
      return 'Change of remarks';
    case 'begin':
      return edit.surveyId === null ? 'Leave the reading' : 'Rest the plan on a reading';
    case 'add-system':
      return `Add ${edit.system.name}`;
    case 'change-system':
      return `Change ${system(edit.system)}`;
    case 'remove-system':
      return `Take out ${system(edit.system)}`;
    case 'create':
      return `Create “${partitionTitle(edit.partition)}”`;
    case 'restore':
      return `Put back “${partitionTitle(edit.partition)}”`;
    case 'remove':
      return `Delete ${partition(edit.partition)}`;
    case 'resize':
      return `Size of ${partition(edit.partition)}`;
    case 'move':
      return `Move ${partition(edit.partition)}`;
    case 'treat':
      return `${edit.treatment === 'keep' ? 'Keep' : 'Format'} ${partition(edit.partition)}`;
    case 'describe':
      return `Change ${partition(edit.partition)}`;
    case 'arrange': {
      const [one, two, ...more] = edit.places.map((place) => partition(place.partition));
      if (!one || more.length > 0) return 'Change of places';
      return two ? `Places of ${one} and ${two}` : `Place of ${one}`;
    }
    case 'set-loader':
      return `How ${system(edit.system)} is started`;
    case 'set-start':
      return 'Order of starting';
    case 'set-container':
      return 'Change of the extended container';
    case 'set-slot':
      return `Make ${partition(edit.partition)} ${edit.logical ? 'a logical' : 'a primary'}`;
    case 'set-active':
      return 'Change of the active mark';
  }
}
