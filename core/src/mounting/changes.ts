import {
  fatesOf,
  foundTitle,
  insideFatesOf,
  volumesOf,
  type Fate,
  type Planned,
  type PlannedVolume,
} from '../plan/index.js';
import { surveyedPartition } from '../survey/index.js';
import type { System } from '../system/index.js';
import type { Text } from '../words/index.js';
import { mountedOver, type MountedOver } from './mounted-over.js';
import { mountTableOf, type MountLine } from './table.js';
import { volumeUuidOf } from './uuid.js';

/** What has to be changed in the mount table of a system that stays. */
export interface MountChanges {
  /** Lines of volumes that come, or are known by something else from now on. */
  readonly lines: readonly MountLine[];
  /** Places where the system has files by now, and the new volumes that would hide them. */
  readonly copies: readonly MountedOver[];
  /** Volumes of it that are not there any more. */
  readonly gone: readonly Text[];
  /** Whether the swap is another one, or none. */
  readonly swap: boolean;
}

/** `null` where its table stays true as it is. */
export function mountChangesOf(planned: Planned, system: System): MountChanges | null {
  const { plan } = planned;
  const own = volumesOf(plan).filter((v) => v.owners.includes(system.id));
  const fates = fatesOf(planned).filter((f) => plan.found[f.found.id]?.owners.includes(system.id));
  const erased = fates.filter((f) => f.kind === 'erased');
  const other = new Set(own.filter((v) => isKnownOtherwise(planned, v)).map((v) => v.id));
  const lines = mountTableOf(planned, system).lines.filter((line) => other.has(line.volume));
  const inside = insideFatesOf(planned).filter(
    (f) => f.kind === 'erased' && f.within.owners.includes(system.id),
  );
  const copies = mountedOver(planned, system);
  const gone = [
    ...erased.map((f) => foundTitle(planned, f.found)),
    ...inside.flatMap((f) => (f.found ? [f.found.name] : [])),
  ];
  if (lines.length + copies.length + gone.length === 0) return null;
  const lostSwap = erased.some((f) => plan.found[f.found.id]?.kind === 'swap');
  return { lines, copies, gone, swap: lostSwap || lines.some((line) => line.type === 'swap') };
}

/** Whether what is made anew in this fate is found under what it was found before: its UUID was read, and is given again. */
export function keepsItsUuid(planned: Planned, { found, planned: part }: Fate): boolean {
  const { uuid } = surveyedPartition(planned.survey, found.id)?.volume ?? {};
  return part !== undefined && uuid !== undefined && volumeUuidOf(planned, part)?.uuid === uuid;
}

function isKnownOtherwise(planned: Planned, volume: PlannedVolume): boolean {
  if (volume.from === null) return true;
  const fate = volume.within ? undefined : fatesOf(planned).find((f) => f.planned?.id === volume.id);
  if (fate ? fate.kind !== 'formatted' : volume.treatment !== 'format') return false;
  return !fate || !keepsItsUuid(planned, fate);
}
