import { LIVE, step, type StepOf } from '../step.js';
import type { SystemId } from '../../system/index.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** A retired system is taken out of what starts the machine. */
export type RemoveStart = StepOf<'remove-start', { system: SystemId }>;

export const removeStart: Kind<RemoveStart> = { kind: 'remove-start' };

export const removedStarts = ({ retiring }: Situation, needs: readonly string[]): RemoveStart[] =>
  retiring.map(({ id }) => step('remove-start', id, LIVE, { system: id, needs, undo: 'from-backup' }));
