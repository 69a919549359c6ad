import type { Drawn, Grip, PlannedPartition } from '@rhizotome/core';

/** What is being drawn, by the pointer or by keys. */
export interface Drag {
  readonly grip: Grip;
  readonly drawn: Drawn;
  /** Where the pointer is, from the top of the drawing. */
  readonly y: number;
  /** The kept volume that would be moved were it drawn further. */
  readonly asks?: PlannedPartition;
  /** Drawn by keys, and not taken before Enter. */
  readonly pending?: boolean;
}

/** Ids of the partitions that a grip belongs to. */
export const partsOf = (grip: Grip) => (grip.kind === 'border' ? [grip.left, grip.right] : [grip.partition]);
export const keyOf = (grip: Grip) => `${grip.kind} ${partsOf(grip).join(' ')}`;
