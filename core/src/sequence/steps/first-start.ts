import { step, type StepOf } from '../step.js';
import type { SystemId } from '../../system/index.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** A system is started from cold, twice. */
export type FirstStart = StepOf<'first-start', { system: SystemId }>;

export const firstStart: Kind<FirstStart> = { kind: 'first-start' };

export const firstStarts = ({ staying }: Situation, needs: readonly string[]): FirstStart[] =>
  staying.map(({ id }) =>
    step('first-start', id, { kind: 'first-start', system: id }, { system: id, needs }),
  );
