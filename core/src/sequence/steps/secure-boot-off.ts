import { FIRMWARE, step, type StepOf } from '../step.js';
import { turnsSecureBootOff, type Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** Secure Boot is turned off for a system that is not signed. */
export type SecureBootOff = StepOf<'secure-boot-off'>;

export const secureBootOff = {
  kind: 'secure-boot-off',
  back: {},
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => SHORT,
} satisfies Kind<SecureBootOff>;

export const secureBootSteps = ({ plan }: Situation): SecureBootOff[] =>
  plan.target.mode === 'uefi' && turnsSecureBootOff(plan)
    ? [step('secure-boot-off', '', FIRMWARE, { undo: 'no-need' })]
    : [];
