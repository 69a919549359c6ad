import { step, type Environment, type StepOf } from '../step.js';
import type { SystemId } from '../../system/index.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** The installation medium of an arriving system is written. */
export type PrepareMedium = StepOf<'prepare-medium', { system: SystemId }>;

export const prepareMedium: Kind<PrepareMedium> = { kind: 'prepare-medium' };

export const media = ({ arriving }: Situation, running: Environment): PrepareMedium[] =>
  arriving.map((system) => step('prepare-medium', system.id, running, { system: system.id }));
