import { step, type StepOf } from '../step.js';
import type { SystemId } from '../../system/index.js';
import type { Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** A system is started from cold, twice. */
export type FirstStart = StepOf<'first-start', { system: SystemId }>;

export const firstStart = {
  kind: 'first-start',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: null,
  back: null,
  byHand: () => minutes(5, 15),
} satisfies Kind<FirstStart>;

export const firstStarts = ({ staying }: Situation, needs: readonly string[]): FirstStart[] =>
  staying
    .filter((s) => !s.menu)
    .map(({ id }) => step('first-start', id, { kind: 'first-start', system: id }, { system: id, needs }));
