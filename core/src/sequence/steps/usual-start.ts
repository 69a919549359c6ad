import { minutes } from '../by-hand.js';
import { step, type StepOf } from '../step.js';
import type { SystemId } from '../../system/index.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import type { SafeStart } from './safe-start.js';

/** A Windows that was started in safe mode is told to start as usual again. */
export type UsualStart = StepOf<'usual-start', { system: SystemId }>;

export const usualStart = {
  kind: 'usual-start',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => minutes(3, 10),
  back: null,
} satisfies Kind<UsualStart>;

/** Once what it was told for is done. */
export const usualStartAfter = ({ system }: SafeStart, needs: readonly string[]): UsualStart =>
  step('usual-start', system, { kind: 'first-start', system }, { system, needs });
