import type { z } from 'zod';
import type { Sectors } from '../../quantity/index.js';
import type { Text } from '../../words/index.js';
import type { PlannedPartition, Plan } from '../../plan/index.js';
import type { Outcome, Surveys } from '../outcome.js';
import type { EditSays } from '../says.js';

/**
 * All that is to be known of a kind of edit, one file a kind; `kinds.ts` lists them. Every kind says all of it: `null` is a decision
 * too. `Inverse` are the edits that lead back over it.
 */
export interface EditKind<E, Inverse> {
  /** Its shape as it is stored and sent; whether it makes sense, `apply` says. */
  readonly schema: z.ZodType<E> & z.core.$ZodTypeDiscriminable;
  /** The plan after it; or why it was not made. Nothing is mutated. */
  readonly apply: (plan: Plan, edit: E, surveys: Surveys) => Outcome<Inverse>;
  /** What it does, for undo and for lists. */
  readonly title: (edit: E, named: Named) => EditSays;
  /** With what a refusal names as nearest in place of what was asked for; nothing, where it did not name that. */
  readonly nearer: ((edit: E, nearest: Nearest) => E | undefined) | null;
  /** The reading that it makes the plan rest on. */
  readonly reading: ((edit: E) => string | null) | null;
}

/** Names of what an edit is about, in a plan in which it is, or was. */
export interface Named {
  readonly volume: (id: string) => Text;
  /** Of the partition that was found under this id. */
  readonly found: (id: string) => Text;
  readonly system: (id: string) => Text;
  readonly of: (partition: PlannedPartition) => Text;
}

/** What a refusal names that would be taken, in logical sectors. */
export interface Nearest {
  readonly length: Sectors | undefined;
  readonly start: Sectors | undefined;
}
