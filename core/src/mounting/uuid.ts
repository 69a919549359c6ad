import { encodeUtf8, uuidFrom } from '../bytes/index.js';
import { foundUnder, type Planned, type PlannedPartition, type PlannedVolume } from '../plan/index.js';
import { surveyedPartition, surveySignature } from '../survey/index.js';
import { VOLUME_TRAITS, type Volume } from '../volume/index.js';

/** What a volume is known by: as it was read, or as it is to be made with. */
export interface VolumeUuid {
  /** As the operating system prints it: of FAT eight digits with a hyphen. */
  readonly uuid: string;
  readonly by: 'read' | 'chosen';
}

/**
 * The UUID of a volume of the plan; `undefined` where nobody read it and none can be chosen. One that is made anew where
 * the same file system was keeps the UUID that was read, so that what names it stays true.
 */
export function volumeUuidOf(planned: Planned, volume: PlannedVolume): VolumeUuid | undefined {
  const read = readOf(planned, volume);
  const same = read?.uuid !== undefined && read.kind === volume.fileSystem && !isBarred(planned, volume);
  if (volume.treatment === 'keep')
    return read?.uuid === undefined ? undefined : { uuid: read.uuid, by: 'read' };
  if (!isMadePlain(volume)) return undefined;
  const chosen = uuidFrom(encodeUtf8(`${surveySignature(planned.survey)}/${volume.id}`));
  const uuid = same ? read.uuid : volume.fileSystem === 'fat' ? serialText(chosen) : chosen;
  return { uuid, by: 'chosen' };
}

/**
 * mkfs.btrfs(8) refuses a UUID that is found on the machine: where the volume lay before it may still be found, once it is made
 * anew elsewhere. In its own place the remains are cleared first.
 */
function isBarred({ plan, survey }: Planned, { id, from, fileSystem }: PlannedVolume): boolean {
  const [found, planned] = [surveyedPartition(survey, from), plan.partitions.find((p) => p.id === id)];
  if (fileSystem !== 'btrfs' || !found || !planned) return false;
  return found.start !== planned.start || found.length !== planned.length;
}

/** Of an encrypted container: as read, or as it is to be made with (cryptsetup(8), luksFormat --uuid). */
export function containerUuidOf({ survey }: Planned, p: PlannedPartition): string | undefined {
  if (p.treatment === 'keep') return surveyedPartition(survey, p.from)?.volume?.uuid;
  return uuidFrom(encodeUtf8(`${surveySignature(survey)}/${p.id}/container`));
}

/** Whether it is made on a partition itself, by a utility that takes a UUID. What lies deeper is made by other hands. */
const isMadePlain = ({ fileSystem, layer = 'none', within }: PlannedVolume): boolean =>
  VOLUME_TRAITS[fileSystem].linux.make !== null && layer === 'none' && within === undefined;

function readOf({ survey }: Planned, { id, from, within }: PlannedVolume): Volume | undefined {
  if (from === null) return undefined;
  return within ? foundUnder(survey, id)?.read : surveyedPartition(survey, from)?.volume;
}

function serialText(uuid: string): string {
  const hex = uuid.slice(0, 8).toUpperCase();
  return `${hex.slice(0, 4)}-${hex.slice(4)}`;
}
