import { step, type Environment, type StepOf } from '../step.js';
import type { Kind } from './kind.js';

/** A medium is written from which a Linux can be tried: for a live session where no system comes whose medium gives one. */
export type PrepareLive = StepOf<'prepare-live'>;

export const prepareLive: Kind<PrepareLive> = { kind: 'prepare-live' };

export const liveMedium = (running: Environment): PrepareLive =>
  step('prepare-live', '', running, { needs: [] });
