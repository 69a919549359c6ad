import { LIVE, step, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** The active mark of an MBR is given to another partition. */
export type SetActive = StepOf<'set-active'>;

export const setActive = {
  kind: 'set-active',
  holds: ({ active }, now) => ({ ...now, active }),
  back: {},
  room: null,
  conversion: null,
  table: 'entry',
  write: null,
  line: null,
  asks: 'entry',
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => SHORT,
} satisfies Kind<SetActive>;

export const activations = ({ slots }: Situation): SetActive[] =>
  slots.active ? [step('set-active', '', LIVE, { undo: 'yes' })] : [];
