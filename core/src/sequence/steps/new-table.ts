import { safetyWithout } from '../../safety/index.js';
import { bootsWithout } from '../../start/index.js';
import { LIVE, step, type StepOf } from '../step.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** An empty table is written: everything on the disk is lost. */
export type NewTable = StepOf<'new-table'>;

export const newTable = {
  kind: 'new-table',
  write(table) {
    table.clear();
    table.become();
    return undefined;
  },
  back: { write: (table) => table.restore() },
  room: null,
  conversion: null,
  table: 'renewed',
  holds: null,
  line: null,
  asks: 'table',
  withoutLive: null,
  boots: (boot) => bootsWithout(boot, null),
  safety: (safety, _, planned) => safetyWithout(safety, null, planned),
  byHand: () => SHORT,
} satisfies Kind<NewTable>;

export const emptyTable = (): NewTable => step('new-table', '', LIVE, { undo: 'from-backup' });
