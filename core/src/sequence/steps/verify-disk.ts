import { LIVE, step, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** The disk is read again and compared with the sheet. */
export type VerifyDisk = StepOf<'verify-disk'>;

export const verifyDisk: Kind<VerifyDisk> = { kind: 'verify-disk' };

export function comparison({ staying }: Situation, after: readonly string[]): VerifyDisk {
  const last = staying.at(-1);
  return step('verify-disk', '', last ? { kind: 'first-start', system: last.id } : LIVE, {
    needs: [...after, ...(last ? [`first-start:${last.id}`] : [])],
  });
}
