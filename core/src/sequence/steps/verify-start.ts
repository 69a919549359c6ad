import { step, type StepOf } from '../step.js';
import type { SystemId } from '../../system/index.js';
import type { VolumeChange } from '../derive/volume-change.js';
import type { Kind } from './kind.js';

/** The system that shrank its own volume is restarted before anything is built on that. */
export type VerifyStart = StepOf<'verify-start', { system: SystemId }>;

export const verifyStart: Kind<VerifyStart> = { kind: 'verify-start' };

export const verificationOf = ({ fate, own, needs }: VolumeChange): VerifyStart[] =>
  own && fate.lengthChange < 0
    ? [step('verify-start', own.id, { kind: 'first-start', system: own.id }, { system: own.id, needs })]
    : [];
