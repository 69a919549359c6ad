import { LIVE, step, type StepOf } from '../step.js';
import { bootsAgain, systemsAfter } from '../../start/index.js';
import { listsOthers, type System, type SystemId } from '../../system/index.js';
import { stays, type Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** The boot files of a system that stays are made anew. */
export type RedoStart = StepOf<'redo-start', { system: SystemId }>;

export const redoStart = {
  kind: 'redo-start',
  back: {},
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: (boot, { system }, planned) => bootsAgain(boot, system, planned),
  safety: null,
  byHand: () => minutes(5, 20),
} satisfies Kind<RedoStart>;

/** After a conversion of the table, and where what started the system goes. */
export const redoneStarts = (situation: Situation, needs: readonly string[]): RedoStart[] =>
  situation.plan.systems
    .filter(
      (s) =>
        stays(situation, s) &&
        (situation.plan.target.table === 'convert' ||
          losesItsLoader(situation, s) ||
          startsElsewhere(situation, s)),
    )
    .map(({ id, ownSetup }) =>
      step('redo-start', id, ownSetup ? { kind: 'installer', system: id } : LIVE, {
        system: id,
        needs,
        undo: 'yes',
      }),
    );

/** On an MBR a Windows is started by the place of its volume, which its start files name by disk and sector. */
function startsElsewhere({ plan, fates }: Situation, system: System): boolean {
  if (plan.target.mode !== 'bios' || plan.target.style !== 'mbr' || system.family !== 'windows') return false;
  return fates.some(
    ({ found, travels, planned }) =>
      travels &&
      (found.active === true || planned?.role === 'system') &&
      plan.found[found.id]?.owners.includes(system.id),
  );
}

/**
 * Whether a system that stays must have its start code written anew: every EFI system partition it used goes or is
 * formatted; or, in BIOS mode, the one whose loader stands in the disk's first sector goes, and no other takes its place.
 */
function losesItsLoader({ plan, fates }: Situation, system: System): boolean {
  if (plan.target.mode === 'bios') {
    const staying = systemsAfter(plan);
    return (
      !staying.some(listsOthers) &&
      plan.systems.some((s) => s.origin === 'found' && listsOthers(s) && !staying.includes(s))
    );
  }
  const used = fates.filter(({ found }) => {
    const note = plan.found[found.id];
    return note?.role === 'efi' && note.owners.includes(system.id);
  });
  return used.length > 0 && used.every((f) => f.kind === 'erased' || f.kind === 'formatted');
}
