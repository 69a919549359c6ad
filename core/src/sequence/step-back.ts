import type { StepBase } from './step.js';
import { kindOf, type Step } from './steps/kinds.js';
import type { TableModel } from './table-model.js';

/** A step of the way back. Its id is `back:` and the id of the one that it undoes. */
export interface StepBack extends StepBase {
  readonly undoes: Step;
  /**
   * What is written of the table as a whole. `safety-copy`: the table that was found; every volume lies there again.
   * `entries`: the entries change as they were, each at the place where its volume lies now.
   */
  readonly table?: 'safety-copy' | 'entries';
}

/** Writes the table as a step back leaves it. */
export function undoIn(table: TableModel, { undoes, table: whole }: StepBack): void {
  if (whole === 'safety-copy') table.restore();
  else kindOf(undoes).back?.write?.(table, undoes);
}
