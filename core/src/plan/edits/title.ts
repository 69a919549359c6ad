import { z } from 'zod';
import { english, message, type Code, type Message, type ShapeCode, type Text } from '../../words/index.js';
import { partitionTitle } from '../names.js';
import { volumeOf } from '../inside/index.js';
import { systemOf, type Plan } from '../plan.js';
import type { Edit } from './edit.js';

type EditCode = Extract<Code, `edit.${string}`>;

/** What an edit does, in a few words. */
export type EditSays = Message<EditCode>;

const MOST = { chars: 300, items: 64 } as const;
const phrase = z.strictObject({ code: z.string().max(60), with: z.null() });
const said = z.union([z.string().max(MOST.chars), z.number(), z.boolean()]);
const isEditCode = (code: string): code is EditCode => code.startsWith('edit.') && code in english;

/** What a stored batch says of itself: a sentence that the catalogue knows, with plain values in it. */
export const EditSaysSchema = z
  .strictObject({
    code: z
      .string()
      .max(60)
      .refine(isEditCode, 'shape.edit-code' satisfies ShapeCode),
    with: z
      .record(z.string().max(30), z.union([said, z.array(z.union([said, phrase])).max(MOST.items), phrase]))
      .nullable(),
  })
  .transform((says) => says as EditSays);

/** What an edit does, for undo and for lists. `plan` is one in which its objects are, or were. */
export function editTitle(edit: Edit, plan: Plan): EditSays {
  const named = (name: Text): Text => message('edit.part', { name });
  const partition = (id: string): Text => {
    const p = volumeOf(plan, id);
    return p ? named(partitionTitle(p)) : message('edit.a-partition');
  };
  const found = (id: string): Text => {
    const p = plan.partitions.find((q) => q.from === id);
    return p ? named(partitionTitle(p)) : message('edit.a-partition');
  };
  const system = (id: string): Text => systemOf(plan, id)?.name ?? message('edit.a-system');
  switch (edit.kind) {
    case 'batch':
      return edit.says;
    case 'set-machine':
      return message('edit.machine');
    case 'set-target':
      return message('edit.target');
    case 'note-found':
      return message('edit.note', { part: found(edit.found) });
    case 'tick':
      return edit.done ? message('edit.tick') : message('edit.untick');
    case 'record':
      return message('edit.record');
    case 'remark':
      return message('edit.remarks');
    case 'accept':
      return message(edit.accepted ? 'edit.accept' : 'edit.accept-no-more');
    case 'wish-for':
      return message('edit.wish');
    case 'begin':
      return edit.surveyId === null ? message('edit.leave-reading') : message('edit.adopt-reading');
    case 'add-system':
      return message('edit.add-system', { system: edit.system.name });
    case 'change-system':
      return message('edit.change-system', { system: system(edit.system) });
    case 'remove-system':
      return message('edit.remove-system', { system: system(edit.system) });
    case 'create':
      return message('edit.create', { part: named(partitionTitle(edit.partition)) });
    case 'restore':
      return message('edit.restore', { part: named(partitionTitle(edit.partition)) });
    case 'remove':
      return message('edit.delete', { part: partition(edit.partition) });
    case 'resize':
      return message('edit.resize', { part: partition(edit.partition) });
    case 'move':
      return message('edit.move', { part: partition(edit.partition) });
    case 'treat':
      return message(edit.treatment === 'keep' ? 'edit.keep' : 'edit.format', {
        part: partition(edit.partition),
      });
    case 'describe':
      return message('edit.describe', { part: partition(edit.partition) });
    case 'arrange':
      return message('edit.arrange', { parts: edit.places.map((place) => partition(place.partition)) });
    case 'set-loader':
      return message('edit.loader', { system: system(edit.system) });
    case 'set-start':
      return message('edit.boot-order');
    case 'set-container':
      return message('edit.container');
    case 'set-slot':
      return message('edit.slot', { part: partition(edit.partition), logical: edit.logical ?? false });
    case 'set-active':
      return message('edit.active');
  }
}
