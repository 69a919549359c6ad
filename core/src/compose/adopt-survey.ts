import { message } from '../words/index.js';
import type { Edit } from '../edits/index.js';
import type { Planned } from '../plan/index.js';
import { batch } from './batch.js';
import { beginEdit } from './begin.js';

/** Rests the plan on a reading, and takes in the other disks that it told of. */
export function adoptEdit(planned: Planned): Edit {
  const { plan, survey } = planned;
  const begin = beginEdit(planned);
  if (!survey.otherDisks?.length) return begin;
  const named = plan.machine.otherDisks.filter((d) => !survey.otherDisks!.some((o) => o.name === d.name));
  return batch(message('edit.adopt-reading'), [
    begin,
    { kind: 'set-machine', changes: { otherDisks: [...named, ...survey.otherDisks].slice(0, 32) } },
  ]);
}
