import type { Edit, PartitionId } from '../plan/index.js';
import type { SystemId } from '../system/index.js';

/** `blocker`: cannot work. `hazard`: data can be lost. `caution`: likely trouble. `advice`: could be better. */
export const LEVELS = ['blocker', 'hazard', 'caution', 'advice'] as const;
export type Level = (typeof LEVELS)[number];

/** A figure or fact that a person can check again. */
export interface EvidenceItem {
  readonly what: string;
  readonly value: string;
}

/** An edit that mends the finding. The title says what it does, and what it costs where it costs something. */
export interface Remedy {
  readonly title: string;
  readonly edit: Edit;
}

export interface Finding {
  /** The rule's id and the object: stable while the plan changes elsewhere. */
  readonly id: string;
  readonly rule: string;
  readonly level: Level;
  readonly title: string;
  /** Why it matters, in one or two plain sentences. */
  readonly why: string;
  readonly evidence: readonly EvidenceItem[];
  readonly partitions: readonly PartitionId[];
  readonly systems: readonly SystemId[];
  readonly remedies: readonly Remedy[];
}
