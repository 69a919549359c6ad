import { LIVE, step, type StepOf } from '../step.js';
import { withoutBoot } from '../../start/index.js';
import type { SystemId } from '../../system/index.js';
import type { Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** A retired system is taken out of what starts the machine. */
export type RemoveStart = StepOf<'remove-start', { system: SystemId }>;

export const removeStart = {
  kind: 'remove-start',
  ...LEAVES_THE_DISK,
  boots: (boot, { system }) => withoutBoot(boot, system),
  safety: null,
  back: null,
  byHand: () => SHORT,
} satisfies Kind<RemoveStart>;

export const removedStarts = ({ retiring }: Situation, needs: readonly string[]): RemoveStart[] =>
  retiring.map(({ id }) => step('remove-start', id, LIVE, { system: id, needs, undo: 'from-backup' }));
