import type { Text } from '../words/index.js';
import {
  fatesOf,
  partitionTitle,
  volumesOf,
  type Fate,
  type Planned,
  type PlannedPartition,
  type PlannedVolume,
} from '../plan/index.js';
import { systemsAfter } from '../start/index.js';
import { hasOwnVolumes, isArriving, type System } from '../system/index.js';
import type { Role } from '../table/index.js';

/** Systems that are to be installed, on partitions of their own. */
export const newSystems = ({ plan }: Planned): System[] =>
  plan.systems.filter((s) => isArriving(s) && hasOwnVolumes(s));

export function bytesOfPart({ survey }: Planned, part: { readonly length: number }): number {
  return part.length * survey.disk.sectorBytes;
}

/** Volumes of this role, inside of partitions too. */
export function withRole({ plan }: Planned, role: Role): PlannedVolume[] {
  return volumesOf(plan).filter((p) => p.role === role);
}

/** Partitions of this role: where the place in the table is what matters. */
export function partitionsWithRole({ plan }: Planned, role: Role): PlannedPartition[] {
  return plan.partitions.filter((p) => p.role === role);
}

/** Volumes of a system, inside of partitions too. */
export function ownedBy({ plan }: Planned, system: System, role?: Role): PlannedVolume[] {
  return volumesOf(plan).filter(
    (p) => p.owners.includes(system.id) && (role === undefined || p.role === role),
  );
}

/** What a partition is called. */
export const nameOf = (volume: PlannedVolume): Text => partitionTitle(volume);

/** Systems that will be on the disk: found ones that keep their system volume or root, and those installed. */
export const systemsThatStay = ({ plan }: Planned): System[] => systemsAfter(plan);

/** The fate of the surveyed partition that a planned one keeps. */
export function fateOf(planned: Planned, partition: PlannedPartition): Fate | undefined {
  return fatesOf(planned).find((fate) => fate.planned?.id === partition.id);
}

/** Whether it is a volume group, or holds one, of which the volumes are not known. */
export function mayHoldMore({ layer, within, fileSystem }: PlannedVolume): boolean {
  return within === undefined && (fileSystem === 'lvm' || layer === 'lvm' || layer === 'luks-lvm');
}
