import { LIVE, step, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** The same partitions are listed in a table of the other style. */
export type ConvertTable = StepOf<'convert-table'>;

export const convertTable: Kind<ConvertTable> = {
  kind: 'convert-table',
  write: (table) => table.convert(),
  holds: ({ type, name, active }, now) => ({ ...now, type, name, active }),
  back: { write: (table) => table.unconvert() },
};

export const conversions = ({ plan }: Situation): ConvertTable[] =>
  plan.target.table === 'convert' ? [step('convert-table', '', LIVE, { undo: 'yes' })] : [];
