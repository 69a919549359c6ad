import { surveyedPartition, type SurveySource } from '../survey/index.js';
import { VOLUME_TRAITS, type Encrypter } from '../volume/index.js';
import { isArriving, nearestProfile, type System } from '../system/index.js';
import type { PlannedVolume } from './inside/index.js';
import type { Known, Plan } from './plan.js';
import type { Planned } from './planned.js';

/** Readings in which an encrypted volume looks like any other: drawn by hand, or told by a system that has it unlocked. */
const UNSEEN: readonly SurveySource['kind'][] = ['hand', 'report'];

/**
 * Whether a surveyed volume is encrypted, of either kind: as it is said, else as it was read. A volume of Windows that
 * was drawn by hand and not read is not known.
 */
export function encryptionOf({ plan, survey }: Planned, id: string): Known {
  const note = plan.found[id];
  const volume = surveyedPartition(survey, id)?.volume;
  if (note?.encrypted === 'yes' || volume?.encrypted) return 'yes';
  if (
    [note?.kind, volume?.kind].some(
      (kind) => kind !== undefined && VOLUME_TRAITS[kind].encryption.is === 'always',
    )
  )
    return 'yes';
  if (note?.encrypted === 'no' || volume?.encrypted === false) return 'no';
  const kind = note?.kind ?? volume?.kind ?? 'unknown';
  const isWindows = plan.systems.some((s) => s.family === 'windows' && note?.owners.includes(s.id));
  // Another header than theirs stands in front of those that Windows has encrypted.
  const { by, is } = VOLUME_TRAITS[kind].encryption;
  if (!isWindows || by !== 'windows' || is !== 'may-look-plain') return 'no';
  return volume && volume.kind !== 'unknown' && !UNSEEN.includes(survey.source.kind) ? 'no' : 'unknown';
}

/** By what a surveyed volume is encrypted; `null` where it is not, or where nobody knows whether it is. */
export function encrypterOf(planned: Planned, id: string): Encrypter | null {
  if (encryptionOf(planned, id) !== 'yes') return null;
  const kinds = [planned.plan.found[id]?.kind, surveyedPartition(planned.survey, id)?.volume?.kind];
  if (kinds.includes('luks')) return 'luks';
  const kind = kinds.find((k) => k !== undefined && k !== 'unknown') ?? 'unknown';
  return VOLUME_TRAITS[kind].encryption.by;
}

export const isWindowsEncrypted = (planned: Planned, id: string): boolean =>
  encrypterOf(planned, id) === 'windows';

/** Whether the content of a planned volume is encrypted, as found or by a layer that is planned. */
export function isEncrypted(planned: Planned, volume: PlannedVolume): boolean {
  const partition = volume.within ?? volume;
  const kept = partition.from !== null && partition.treatment === 'keep';
  if (kept) return encryptionOf(planned, partition.from) === 'yes';
  return partition.layer === 'luks' || partition.layer === 'luks-lvm';
}

/**
 * Whether a system that comes encrypts its own volumes at its first start, without being asked: a Windows 11 on a machine with a TPM (its
 * maker’s default since 24H2). Where nobody told of a TPM it may.
 */
export const encryptsItself = ({ machine, target }: Plan, system: System): boolean =>
  isArriving(system) &&
  system.family === 'windows' &&
  nearestProfile(system).id === 'windows-11' &&
  target.mode === 'uefi' &&
  machine.tpm !== 'no';

/**
 * Whether a system releases its key only where it was started as it sealed that: it is to be started by its own entry, and never
 * through the menu of another (TCG PC Client Platform Firmware Profile: PCR 4 and 7). What is not known counts as yes.
 */
export const startsByOwnEntry = ({ plan, survey }: Planned, system: System): boolean =>
  system.family === 'windows' &&
  plan.target.mode === 'uefi' &&
  (encryptsItself(plan, system) ||
    plan.partitions.some(
      (p) =>
        p.role === 'system' &&
        p.owners.includes(system.id) &&
        p.from !== null &&
        p.treatment === 'keep' &&
        encryptionOf({ plan, survey }, p.from) !== 'no',
    ));
