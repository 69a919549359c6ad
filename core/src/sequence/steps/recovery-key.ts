import { step, type Environment, type StepOf } from '../step.js';
import type { Fate } from '../../plan/index.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import type { Kind } from './kind.js';

/** The recovery key of an encrypted volume that stays is written on paper. */
export type RecoveryKey = StepOf<'recovery-key', { found: SurveyPartitionId }>;

export const recoveryKey: Kind<RecoveryKey> = { kind: 'recovery-key' };

export const keyOf = ({ found }: Fate, running: Environment): RecoveryKey =>
  step('recovery-key', found.id, running, { found: found.id });
