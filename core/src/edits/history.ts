import type { Edit } from './edit.js';

/** An edit as it was made, and why: newly, or to go back or forth in the history. */
export interface MadeEdit {
  readonly intent: 'do' | 'undo' | 'redo';
  readonly edit: Edit;
  readonly inverse: Edit;
}

/** What can be undone and redone, the next one last. */
export interface History {
  readonly undo: readonly MadeEdit[];
  readonly redo: readonly MadeEdit[];
}

/** Nothing made yet, nothing to undo. */
export const EMPTY_HISTORY: History = { undo: [], redo: [] };

/**
 * The history after one more edit. Undoing moves the last entry over to redo, redoing moves it back, and
 * anything new empties redo. Law: do, undo, redo gives the history after do.
 */
export function remember(history: History, made: MadeEdit): History {
  switch (made.intent) {
    case 'do':
      return { undo: [...history.undo, made], redo: [] };
    case 'undo': {
      const last = history.undo.at(-1);
      return { undo: history.undo.slice(0, -1), redo: last ? [...history.redo, last] : history.redo };
    }
    case 'redo':
      return { undo: [...history.undo, { ...made, intent: 'do' }], redo: history.redo.slice(0, -1) };
  }
}
