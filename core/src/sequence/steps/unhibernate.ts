import { step, type StepOf } from '../step.js';
import type { SystemId } from '../../system/index.js';
import { stays, type Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** Hibernation and fast startup are turned off in a Windows that stays. */
export type Unhibernate = StepOf<'unhibernate', { system: SystemId }>;

export const unhibernate: Kind<Unhibernate> = { kind: 'unhibernate' };

export const unhibernations = (situation: Situation): Unhibernate[] =>
  situation.plan.systems
    .filter((s) => s.family === 'windows' && s.hibernates && stays(situation, s))
    .map(({ id }) => step('unhibernate', id, { kind: 'running', system: id }, { system: id }));
