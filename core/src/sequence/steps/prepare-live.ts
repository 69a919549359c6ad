import { step, type Environment, type StepOf } from '../step.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** What a live session is for. */
export type LiveUse = 'steps' | 'way-back';

/** A medium is written from which a Linux can be tried: for a live session where no system comes whose medium gives one. */
export type PrepareLive = StepOf<'prepare-live', { use: LiveUse }>;

export const prepareLive = {
  kind: 'prepare-live',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: null,
  back: null,
  byHand: () => minutes(10, 40),
} satisfies Kind<PrepareLive>;

export const liveMedium = (running: Environment, use: LiveUse): PrepareLive =>
  step('prepare-live', '', running, { use, needs: [] });
