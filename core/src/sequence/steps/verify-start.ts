import { step, type StepOf, type AnyStep } from '../step.js';
import type { Role } from '../../table/index.js';
import { stays, type Situation } from '../derive/situation.js';
import type { SystemId } from '../../system/index.js';
import type { VolumeChange } from '../derive/volume-change.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** The system that shrank its own volume is restarted before anything is built on that. */
export type VerifyStart = StepOf<'verify-start', { system: SystemId }>;

export const verifyStart = {
  kind: 'verify-start',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: null,
  back: null,
  byHand: () => minutes(3, 10),
} satisfies Kind<VerifyStart>;

export const verificationOf = ({ fate, own, needs }: VolumeChange): VerifyStart[] =>
  own && fate.lengthChange < 0
    ? [step('verify-start', own.id, { kind: 'first-start', system: own.id }, { system: own.id, needs })]
    : [];

const BOOTS: readonly Role[] = ['efi', 'boot', 'root', 'system'];

/**
 * Once more after something that it boots from was moved, where its boot files are not made anew anyway.
 * @param starts steps by which boot files or mount tables are made anew: it cannot start before those
 */
export function movedStarts(
  situation: Situation,
  disk: readonly AnyStep[],
  starts: readonly AnyStep[],
): VerifyStart[] {
  const { plan, arriving } = situation;
  // Where nothing is written afterwards, every system is started at the end anyway.
  if (arriving.length === 0 && !disk.some(({ kind }) => kind === 'create' || kind === 'format')) return [];
  return plan.systems
    .filter((s) => stays(situation, s) && !starts.some((other) => other.system === s.id))
    .flatMap(({ id }) => {
      const isIts = (found: AnyStep['found'], roles: readonly Role[] | null): boolean => {
        const note = found == null ? undefined : plan.found[found];
        return note?.owners.includes(id) === true && (roles?.includes(note.role) ?? true);
      };
      const moved = disk.some((s) => s.kind === 'move' && isIts(s.found, BOOTS));
      if (!moved) return [];
      const needs = disk.filter((s) => s.after !== undefined && isIts(s.found, null)).map((s) => s.id);
      return [
        step('verify-start', `${id} moved`, { kind: 'first-start', system: id }, { system: id, needs }),
      ];
    });
}
