import { mountPointsOf, volumesOf, type Planned, type PlannedVolume } from '../plan/index.js';
import type { System } from '../system/index.js';
import { hasMountTable } from './table.js';

/** Where nothing of a system lies before a volume is mounted there, or what lies there is made anew with its boot files. */
const EMPTY_BEFORE = /^\/(?:mnt|media|run|tmp|efi|boot\/efi)(?:\/|$)/;

/** A volume that is new to a system, and the place where that system may have files by now. */
export interface MountedOver {
  readonly volume: PlannedVolume;
  readonly at: string;
}

/**
 * Volumes that a system which stays gets at places of its tree where it had none: what lies there is hidden by them. One that is
 * made anew at its own place hides nothing that was not lost before.
 */
export function mountedOver(planned: Planned, system: System): MountedOver[] {
  if (system.origin !== 'found' || system.change !== undefined || !hasMountTable(system)) return [];
  return volumesOf(planned.plan).flatMap((volume) =>
    volume.owners.includes(system.id) && volume.from === null
      ? mountPointsOf(volume).flatMap((at) =>
          at.startsWith('/') && at !== '/' && !EMPTY_BEFORE.test(at) ? [{ volume, at }] : [],
        )
      : [],
  );
}
