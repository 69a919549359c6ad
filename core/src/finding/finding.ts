import type { State } from '../moment/index.js';
import type { Edit } from '../edits/index.js';
import type { PartitionId } from '../plan/index.js';
import type { SystemId } from '../system/index.js';
import type { Code, Message, Phrase, RuleId, Text } from '../words/index.js';

/** What a rule says of what it found. */
export type FindingSays = Message<Extract<Code, `finding.${string}`>>;

/** `blocker`: cannot work. `hazard`: data can be lost. `caution`: likely trouble. `advice`: could be better. */
export const LEVELS = ['blocker', 'hazard', 'caution', 'advice'] as const;
export type Level = (typeof LEVELS)[number];

/** A figure or fact that a person can check again. */
export interface EvidenceItem {
  readonly what: Text;
  readonly value: Text;
}

/** An edit that mends the finding. The title says what it does, and what it costs where it costs something. */
export interface Remedy {
  readonly title: Phrase;
  readonly edit: Edit;
}

export interface Finding {
  /** The rule's id and the object: stable while the plan changes elsewhere. */
  readonly id: string;
  readonly rule: RuleId;
  readonly level: Level;
  /** What is the matter, and why it matters. */
  readonly says: FindingSays;
  readonly evidence: readonly EvidenceItem[];
  readonly partitions: readonly PartitionId[];
  readonly systems: readonly SystemId[];
  readonly remedies: readonly Remedy[];
  /** Whether it is so in a state of the procedure, or the step that it speaks of, counted from 1; `null` where it is of the plan as a whole. */
  readonly from: ((state: State) => boolean) | number | null;
  /** The remark with which it was accepted as it is, empty for none; absent where it was not. */
  readonly accepted?: string | undefined;
}
