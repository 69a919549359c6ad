import { LIVE, step, type StepOf } from '../step.js';
import type { Kind } from './kind.js';

/** An empty table is written: everything on the disk is lost. */
export type NewTable = StepOf<'new-table'>;

export const newTable: Kind<NewTable> = {
  kind: 'new-table',
  write(table) {
    table.clear();
    table.become();
    return undefined;
  },
  back: { write: (table) => table.restore() },
};

export const emptyTable = (): NewTable => step('new-table', '', LIVE, { undo: 'from-backup' });
