import { z } from 'zod';
import { message } from '../../words/index.js';
import { FoundNoteSchema } from '../../plan/index.js';
import { merged } from '../fields.js';
import { refuseOwners } from '../geometry.js';
import { applied, refused } from '../outcome.js';
import type { EditKind } from './kind.js';

/** Says what a surveyed partition is; absent fields stay. */
const schema = z.strictObject({
  kind: z.literal('note-found'),
  found: z.string().min(1).max(60),
  changes: FoundNoteSchema.partial(),
});
export type NoteFound = z.infer<typeof schema>;

export const noteFound: EditKind<NoteFound, NoteFound> = {
  schema,
  apply(plan, { kind, found, changes }) {
    const note = plan.found[found];
    if (!note) return refused({ code: 'no-such-found', id: found });
    const stranger = refuseOwners(plan, changes.owners ?? []);
    if (stranger) return refused(stranger);
    const [next, back] = merged(note, changes);
    return applied({ ...plan, found: { ...plan.found, [found]: next } }, { kind, found, changes: back });
  },
  title: ({ found }, named) => message('edit.note', { part: named.found(found) }),
  nearer: null,
  reading: null,
};
