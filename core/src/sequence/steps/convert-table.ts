import { bootsWithout } from '../../start/index.js';
import { LIVE, step, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** The same partitions are listed in a table of the other style. */
export type ConvertTable = StepOf<'convert-table'>;

export const convertTable = {
  kind: 'convert-table',
  write: (table) => table.convert(),
  holds: ({ type, name, active }, now) => ({ ...now, type, name, active }),
  back: { write: (table) => table.unconvert() },
  room: null,
  conversion: null,
  table: 'rewritten',
  line: null,
  asks: 'table',
  withoutLive: null,
  boots: (boot) => bootsWithout(boot, null),
  safety: null,
  byHand: () => SHORT,
} satisfies Kind<ConvertTable>;

export const conversions = ({ plan }: Situation): ConvertTable[] =>
  plan.target.table === 'convert' ? [step('convert-table', '', LIVE, { undo: 'yes' })] : [];
