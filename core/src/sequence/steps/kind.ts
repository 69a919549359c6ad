import type { PlannedPartition } from '../../plan/index.js';
import type { TableFault, TableModel } from '../table-model.js';
import type { StepBase } from '../step.js';

/**
 * What is to be known of a kind of step beyond when it arises. One file a kind says both; `kinds.ts` lists them all.
 * What is left out has no effect.
 */
export interface Kind<S extends StepBase & { readonly kind: string }> {
  readonly kind: S['kind'];
  /** Whether it frees room on the disk, takes some it did not have, or both. */
  readonly room?: 'frees' | 'takes' | 'both';
  /** `before`: a conversion of the table waits for it. `where-needed`: for it where it leaves the new table's own sectors. */
  readonly conversion?: 'before' | 'where-needed';
  /** Writes the table as the step leaves it, and says what is wrong with it then. */
  write?(table: TableModel, step: S): TableFault | undefined;
  /** What the partition it is about, or each of the plan, holds after it: `now` is what it held, of a new one the planned. */
  holds?(planned: PlannedPartition, now: PlannedPartition, step: S): PlannedPartition;
  /** How it is undone by hand; nothing where it leaves no trace, or none that hinders. */
  readonly back?: Back<S>;
}

export interface Back<S extends StepBase> {
  /** Writes the table as it was before the step. */
  write?(table: TableModel, step: S): void;
  /** What of the step back is otherwise than the step the other way round. */
  turned?(step: S): Partial<StepBase>;
}
