import type { BatchEdit, SingleEdit } from '../edits/edit.js';

/** Edits to be made all or none, under a title that undo shows. */
export function batch(title: string, edits: readonly SingleEdit[]): BatchEdit {
  return { kind: 'batch', title, edits };
}
