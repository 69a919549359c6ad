import { FIRMWARE, step, type StepOf } from '../step.js';
import { turnsSecureBootOff, turnsSecureBootOn, type Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** Secure Boot is turned on, once everything is installed. */
export type SecureBootOn = StepOf<'secure-boot-on'>;

export const secureBootOn = {
  kind: 'secure-boot-on',
  back: {},
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => SHORT,
} satisfies Kind<SecureBootOn>;

/** Also after it was turned off for an installation. */
export const secureBootAgain = ({ plan }: Situation, needs: readonly string[]): SecureBootOn[] =>
  turnsSecureBootOn(plan) || (plan.target.secureBoot === 'on' && turnsSecureBootOff(plan))
    ? [step('secure-boot-on', '', FIRMWARE, { needs })]
    : [];
