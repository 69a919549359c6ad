import { minutes } from '../by-hand.js';
import { step, type StepOf } from '../step.js';
import type { SystemId } from '../../system/index.js';
import type { Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';

/** A Windows is told to start in safe mode, where it loads drivers that it never needed before. */
export type SafeStart = StepOf<'safe-start', { system: SystemId }>;

export const safeStart = {
  kind: 'safe-start',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => minutes(2, 5),
  back: {},
} satisfies Kind<SafeStart>;

export const safeStarts = ({ staying }: Situation): SafeStart[] =>
  staying
    .filter((s) => s.family === 'windows' && s.origin === 'found' && s.change === undefined)
    .map(({ id }) => step('safe-start', id, { kind: 'running', system: id }, { system: id }));
