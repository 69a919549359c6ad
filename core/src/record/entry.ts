import type { Edit } from '../edits/index.js';
import type { Digest } from './digest.js';

/** An edit as it is sent. The key is the sender's: an edit sent twice with one key is made once. */
export interface SentEdit {
  readonly key: string;
  readonly intent: 'do' | 'undo' | 'redo';
  readonly edit: Edit;
}

/** A point in a machine's history: a revision, and what the history has come to there. */
export interface HistoryPoint {
  readonly revision: number;
  readonly digest: Digest;
}

/** An edit of the history, with what leads back over it. */
export interface HistoryEntry extends SentEdit {
  /** The revision that it led to. */
  readonly revision: number;
  readonly inverse: Edit;
}
