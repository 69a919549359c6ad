import { LIVE, step, type Environment, type StepOf } from '../step.js';
import { withoutBoot } from '../../start/index.js';
import type { SystemId } from '../../system/index.js';
import { toolThatStays, type Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** A retired system is taken out of what starts the machine. */
export type RemoveStart = StepOf<'remove-start', { system: SystemId }>;

export const removeStart = {
  kind: 'remove-start',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: inSystemOfEntries,
  boots: (boot, { system }, planned) => withoutBoot(boot, system, planned),
  safety: null,
  back: null,
  byHand: () => SHORT,
} satisfies Kind<RemoveStart>;

/** A Windows changes the entries of a UEFI firmware, and no loader of another family. */
function inSystemOfEntries(situation: Situation): Environment | undefined {
  const isUefi = situation.plan.target.mode === 'uefi';
  return toolThatStays(situation, ({ family }) => family !== 'windows' || isUefi);
}

export const removedStarts = ({ retiring }: Situation, needs: readonly string[]): RemoveStart[] =>
  retiring.map(({ id }) => step('remove-start', id, LIVE, { system: id, needs, undo: 'from-backup' }));
