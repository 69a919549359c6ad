import { step, type Environment, type StepOf } from '../step.js';
import type { SystemId } from '../../system/index.js';
import type { Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** The medium of a system is written: of one that arrives, or of one whose own tools have to repair it. */
export type PrepareMedium = StepOf<'prepare-medium', { system: SystemId }>;

export const prepareMedium = {
  kind: 'prepare-medium',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: null,
  back: null,
  byHand: () => minutes(10, 40),
} satisfies Kind<PrepareMedium>;

export const mediumOf = (system: SystemId, running: Environment): PrepareMedium =>
  step('prepare-medium', system, running, { system });

export const media = ({ arriving }: Situation, running: Environment): PrepareMedium[] =>
  arriving.filter((s) => !s.menu).map(({ id }) => mediumOf(id, running));
