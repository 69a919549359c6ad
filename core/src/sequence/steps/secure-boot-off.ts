import { FIRMWARE, step, type StepOf } from '../step.js';
import { turnsSecureBootOff, type Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** Secure Boot is turned off for a system that is not signed. */
export type SecureBootOff = StepOf<'secure-boot-off'>;

export const secureBootOff: Kind<SecureBootOff> = { kind: 'secure-boot-off', back: {} };

export const secureBootSteps = ({ plan }: Situation): SecureBootOff[] =>
  plan.target.mode === 'uefi' && turnsSecureBootOff(plan)
    ? [step('secure-boot-off', '', FIRMWARE, { undo: 'no-need' })]
    : [];
