import { surveyedPartition, type SurveySource } from '../survey/index.js';
import type { VolumeKind } from '../volume/index.js';
import type { PlannedVolume } from './inside/index.js';
import type { Known } from './plan.js';
import type { Planned } from './planned.js';

/** Contents that are encrypted by what they are. */
const ENCRYPTED: readonly VolumeKind[] = ['luks', 'windows-encrypted'];

/** Readings in which an encrypted volume looks like any other: drawn by hand, or told by a system that has it unlocked. */
const UNSEEN: readonly SurveySource['kind'][] = ['hand', 'report'];

/** Contents that Windows may have encrypted: another header than theirs stands in front of those that it has. */
const MAY_BE: readonly VolumeKind[] = ['ntfs', 'refs', 'unknown'];

/**
 * Whether a surveyed volume is encrypted, of either kind: as it is said, else as it was read. A volume of Windows that
 * was drawn by hand and not read is not known.
 */
export function encryptionOf({ plan, survey }: Planned, id: string): Known {
  const note = plan.found[id];
  const volume = surveyedPartition(survey, id)?.volume;
  if (note?.encrypted === 'yes' || volume?.encrypted) return 'yes';
  if ([note?.kind, volume?.kind].some((kind) => kind !== undefined && ENCRYPTED.includes(kind))) return 'yes';
  if (note?.encrypted === 'no' || volume?.encrypted === false) return 'no';
  const kind = note?.kind ?? volume?.kind ?? 'unknown';
  const isWindows = plan.systems.some((s) => s.family === 'windows' && note?.owners.includes(s.id));
  if (!MAY_BE.includes(kind) || !isWindows) return 'no';
  return volume && volume.kind !== 'unknown' && !UNSEEN.includes(survey.source.kind) ? 'no' : 'unknown';
}

/** Whether Windows has encrypted it, rather than a LUKS container. */
export function isWindowsEncrypted(planned: Planned, id: string): boolean {
  const kinds = [planned.plan.found[id]?.kind, surveyedPartition(planned.survey, id)?.volume?.kind];
  return encryptionOf(planned, id) === 'yes' && !kinds.includes('luks');
}

/** Whether the content of a planned volume is encrypted, as found or by a layer that is planned. */
export function isEncrypted(planned: Planned, volume: PlannedVolume): boolean {
  const partition = volume.within ?? volume;
  const kept = partition.from !== null && partition.treatment === 'keep';
  if (kept) return encryptionOf(planned, partition.from) === 'yes';
  return partition.layer === 'luks' || partition.layer === 'luks-lvm';
}
