import { withKeyOnPaper } from '../../safety/index.js';
import { step, type Environment, type StepOf } from '../step.js';
import type { Fate } from '../../plan/index.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** The recovery key of an encrypted volume that stays is written on paper. */
export type RecoveryKey = StepOf<'recovery-key', { found: SurveyPartitionId }>;

export const recoveryKey = {
  kind: 'recovery-key',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: (safety, { found }) => withKeyOnPaper(safety, found),
  back: null,
  byHand: () => minutes(2, 5),
} satisfies Kind<RecoveryKey>;

export const keyOf = ({ found }: Fate, running: Environment): RecoveryKey =>
  step('recovery-key', found.id, running, { found: found.id });
