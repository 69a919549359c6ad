import type { BatchEdit, SingleEdit } from '../edits/edit.js';
import type { EditSays } from '../edits/title.js';

/** Edits to be made all or none, under what undo says of them. */
export function batch(says: EditSays, edits: readonly SingleEdit[]): BatchEdit {
  return { kind: 'batch', says, edits };
}
