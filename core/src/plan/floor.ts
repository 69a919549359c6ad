import { foundInside, LUKS_BYTES, sizedAs } from './inside/index.js';
import type { PlannedPartition } from './plan.js';
import type { Planned } from './planned.js';
import { alignUp, bytes, MIB, type Bytes } from '../quantity/index.js';
import { advisedKeptBytes } from '../sizing/index.js';
import { surveyedPartition, type Survey } from '../survey/index.js';
import type { Role } from '../table/index.js';
import { VOLUME_TRAITS, type VolumeEvidence } from '../volume/index.js';
import type { Phrase } from '../words/index.js';

/** On what a used figure or a floor rests, best first. */
export type Evidence = VolumeEvidence | 'typed' | 'no-content';

export interface Measured {
  readonly bytes: Bytes;
  readonly evidence: Evidence;
}

/** What a figure rests on, as it stands beside the figure. */
export const evidenceName = (evidence: Evidence): Phrase => ({ code: `evidence.${evidence}`, with: null });

/** Used space of a surveyed partition, or `undefined` where nobody has said. */
export function usedOf(planned: Planned, surveyPartition: string): Measured | undefined {
  const { plan, survey } = planned;
  const typed = plan.found[surveyPartition]?.usedBytes;
  if (typed !== null && typed !== undefined) return { bytes: bytes(typed), evidence: 'typed' };
  const volume = surveyedPartition(survey, surveyPartition)?.volume;
  if (volume?.usedBytes === undefined) return usedInside(survey, surveyPartition);
  return { bytes: bytes(volume.usedBytes), evidence: volume.usedEvidence ?? 'reported' };
}

/** What is used inside a container, its own header included; nothing where it is not told of each volume. */
function usedInside(survey: Survey, id: string): Measured | undefined {
  const surveyed = surveyedPartition(survey, id);
  const inside = surveyed ? foundInside(survey, surveyed) : [];
  const used = inside.map(({ read }) => (read.kind === 'swap' ? 0 : read.usedBytes));
  if (used.length === 0 || used.includes(undefined)) return undefined;
  const sum = used.reduce<number>((a, b) => a + b!, 0);
  return { bytes: bytes(sum + LUKS_BYTES), evidence: 'reported' };
}

/**
 * Least size of a planned partition, in whole MiB. `undefined`: not known. A part that is made anew has
 * no files, and its floor is 1 MiB.
 */
export function floorOf(planned: Planned, partition: PlannedPartition): Measured | undefined {
  const { plan, survey } = planned;
  if (partition.from === null || partition.treatment === 'format') return nothingToKeep;
  const note = plan.found[partition.from];
  // Of a member of a volume group nothing can be cut here, whatever is used in it.
  if (partition.fileSystem === 'luks' && sizedAs(partition) === 'lvm') return undefined;
  if (VOLUME_TRAITS[partition.fileSystem].shrink === 'recreate') return nothingToKeep;
  // Rounded up it may pass what the partition has; as it was found it holds what it holds.
  const found = surveyedPartition(survey, partition.from);
  const most = (found?.length ?? Infinity) * survey.disk.sectorBytes;
  const least = Math.min(VOLUME_TRAITS[partition.fileSystem].leastShrunkBytes, most);
  const whole = (held: number) => {
    const size = Math.max(held, least);
    return bytes(size <= most ? Math.min(wholeMib(size), most) : wholeMib(size));
  };
  if (note?.leastBytes) return { bytes: whole(note.leastBytes), evidence: 'owner-limit' };
  const used = usedOf(planned, partition.from);
  const read = found?.volume?.floor;
  if (read && (used?.evidence !== 'typed' || read.evidence === 'owner-limit'))
    return { bytes: whole(read.bytes), evidence: read.evidence };
  return used && { bytes: whole(used.bytes), evidence: used.evidence };
}

/** What a volume that stays should keep: what is used of it, and room to breathe; `undefined` where nobody told the use. */
export function advisedOf(
  planned: Planned,
  { from, treatment, role, fileSystem }: PlannedPartition,
): Bytes | undefined {
  const used = from !== null && treatment === 'keep' ? usedOf(planned, from) : undefined;
  if (!used || VOLUME_TRAITS[fileSystem].shrink === 'recreate') return undefined;
  const use = role === 'system' && fileSystem === 'ntfs' ? 'windows' : isSystem(role) ? 'system' : 'files';
  return advisedKeptBytes(used.bytes, use);
}

const isSystem = (role: Role): boolean => role === 'root' || role === 'system';

const nothingToKeep: Measured = { bytes: bytes(MIB), evidence: 'no-content' };

function wholeMib(size: number): Bytes {
  return bytes(Math.max(MIB, alignUp(size, MIB)));
}
