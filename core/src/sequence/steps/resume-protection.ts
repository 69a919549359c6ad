import { withProtection } from '../../safety/index.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import { step, type StepOf, type AnyStep } from '../step.js';
import { ownerAtTheEnd, type Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** The protection of an encrypted volume is resumed. */
export type ResumeProtection = StepOf<'resume-protection', { found: SurveyPartitionId }>;

export const resumeProtection = {
  kind: 'resume-protection',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: (safety, { found }) => withProtection(safety, found, 'on'),
  back: null,
  byHand: () => SHORT,
} satisfies Kind<ResumeProtection>;

/** Of every volume that a step concerned beyond writing its key down, in the system that owns it. */
export function resumptions(situation: Situation, done: readonly AnyStep[]): ResumeProtection[] {
  return situation.encrypted.flatMap(({ found }) => {
    const touched = done.some((s) => 'found' in s && s.found === found.id && s.kind !== 'recovery-key');
    const owner = ownerAtTheEnd(situation, found.id)?.id;
    if (!owner || !touched) return [];
    return [
      step(
        'resume-protection',
        found.id,
        { kind: 'first-start', system: owner },
        { found: found.id, needs: [`first-start:${owner}`] },
      ),
    ];
  });
}
