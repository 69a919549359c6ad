import type { BatchEdit, Edit, SingleEdit, EditSays } from '../edits/index.js';

/** Edits to be made all or none, under what undo says of them. */
export function batch(says: EditSays, edits: readonly SingleEdit[]): BatchEdit {
  return { kind: 'batch', says, edits };
}

/** The edits that one is made of: those of several made at once, else itself. */
export const singles = (edit: Edit): readonly SingleEdit[] => (edit.kind === 'batch' ? edit.edits : [edit]);
