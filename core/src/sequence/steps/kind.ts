import type { Act } from '../../ability/index.js';
import type { Planned, PlannedPartition } from '../../plan/index.js';
import type { SafetyState } from '../../safety/index.js';
import type { BootState } from '../../start/index.js';
import type { TableFault, TableModel } from '../table-model.js';
import type { Situation } from '../derive/situation.js';
import type { Environment, Range, StepBase } from '../step.js';

/**
 * What is to be known of a kind of step beyond when it arises. One file a kind says both; `kinds.ts` lists them all. Every kind
 * says all of it: `null` is a decision too.
 */
export interface Kind<S extends StepBase & { readonly kind: string }> {
  readonly kind: S['kind'];
  /** Whether it frees room on the disk, takes some it did not have, or both. */
  readonly room: 'frees' | 'takes' | 'both' | null;
  /** `before`: a conversion of the table waits for it. `where-needed`: for it where it leaves the new table's own sectors. */
  readonly conversion: 'before' | 'where-needed' | null;
  readonly table: TableWork | null;
  /** Writes the table as the step leaves it, and says what is wrong with it then. */
  readonly write: ((table: TableModel, step: S) => TableFault | undefined) | null;
  /** What the partition it is about, or each of the plan, holds after it: `now` is what it held, of a new one the planned. */
  readonly holds: ((planned: PlannedPartition, now: PlannedPartition, step: S) => PlannedPartition) | null;
  /** What it asks of the place where it is done; nothing, where it changes nothing on the disk or is an installer's whole work. */
  readonly asks: Act | null;
  /** Where it can be done instead of in a live session, if nothing else needs one. */
  readonly withoutLive: ((situation: Situation, step: S) => Environment | undefined) | null;
  /** What is done to the line of a list that it is about; `look`: it is only picked. */
  readonly line: LineWork | null;
  /** What the firmware can start after it, and what it tries first. */
  readonly boots: ((boot: BootState, step: S, planned: Planned) => BootState) | null;
  /** What of copies, keys, protection and sleep is otherwise after it. */
  readonly safety: ((safety: SafetyState, step: S, planned: Planned) => SafetyState) | null;
  /** How long it takes whoever does it, without what is copied within the disk; in seconds. */
  readonly byHand: (planned: Planned, step: S) => Range;
  /** How it is undone by hand; nothing where it leaves no trace, or none that hinders. */
  readonly back: Back<S> | null;
}

/**
 * How much of the table a step writes. `entry`: one entry, in its place. `place`: where one begins or ends. `goes`: one is taken out.
 * `chain`: the records of all logicals. `rewritten`: every entry, with what it lists. `renewed`: all of it, from nothing or a copy.
 */
export type TableWork = 'entry' | 'place' | 'goes' | 'chain' | 'rewritten' | 'renewed';

export type LineWork = 'delete' | 'shrink' | 'move' | 'grow' | 'format' | 'change' | 'look';

/** Of kinds that change nothing on the disk that a plan tells of. */
export const LEAVES_THE_DISK = {
  room: null,
  conversion: null,
  table: null,
  write: null,
  holds: null,
  line: null,
} as const;

export interface Back<S extends StepBase> {
  /** Writes the table as it was before the step. */
  write?(table: TableModel, step: S): void;
  /** What of the step back is otherwise than the step the other way round. */
  turned?(step: S): Partial<StepBase>;
}
