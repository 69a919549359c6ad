import { LIVE, step, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** The disk is read again and compared with the sheet. */
export type VerifyDisk = StepOf<'verify-disk'>;

export const verifyDisk = {
  kind: 'verify-disk',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: null,
  back: null,
  byHand: () => minutes(3, 10),
} satisfies Kind<VerifyDisk>;

/** In the system that is started last, or in the live session that is the last change. */
export function comparison({ staying }: Situation, after: readonly string[], live: boolean): VerifyDisk {
  const last = staying.findLast((s) => !s.menu);
  return step('verify-disk', '', last && !live ? { kind: 'first-start', system: last.id } : LIVE, {
    needs: [...after, ...(last ? [`first-start:${last.id}`] : [])],
  });
}
