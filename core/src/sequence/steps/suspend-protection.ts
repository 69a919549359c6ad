import { withProtection } from '../../safety/index.js';
import { step, type Environment, type StepOf } from '../step.js';
import type { Fate } from '../../plan/index.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import { ownerAtTheEnd, startsOtherwise, type Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** The protection of an encrypted volume is suspended, so that the machine can be started in another way. */
export type SuspendProtection = StepOf<'suspend-protection', { found: SurveyPartitionId }>;

export const suspendProtection = {
  kind: 'suspend-protection',
  back: {},
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: (safety, { found }) => withProtection(safety, found, 'suspended'),
  byHand: () => SHORT,
} satisfies Kind<SuspendProtection>;

/** Where the volume itself is changed, or the machine starts otherwise afterwards: TCG PC Client, PCR 4, 5 and 7. */
export function suspensionOf(
  situation: Situation,
  { found, kind }: Fate,
  running: Environment,
): SuspendProtection[] {
  // Nobody would resume what no system owns that is there at the end; its key on paper is what opens it.
  if (!ownerAtTheEnd(situation, found.id)) return [];
  if (kind === 'untouched' && !startsOtherwise(situation)) return [];
  const needs = [`recovery-key:${found.id}`];
  return [step('suspend-protection', found.id, running, { found: found.id, needs })];
}
