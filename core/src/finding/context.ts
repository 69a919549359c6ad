import { fatesOf, partitionTitle, type Fate, type Planned, type PlannedPartition } from '../plan/index.js';
import { systemsAfter } from '../start/index.js';
import { isArriving, type System } from '../system/index.js';
import type { Role } from '../table/index.js';

/** Systems that are to be installed, on partitions of their own. */
export const newSystems = ({ plan }: Planned): System[] =>
  plan.systems.filter((s) => isArriving(s) && !s.host);

export function bytesOfPart({ survey }: Planned, part: { readonly length: number }): number {
  return part.length * survey.disk.sectorBytes;
}

export function withRole({ plan }: Planned, role: Role): PlannedPartition[] {
  return plan.partitions.filter((p) => p.role === role);
}

export function ownedBy({ plan }: Planned, system: System, role?: Role): PlannedPartition[] {
  return plan.partitions.filter(
    (p) => p.owners.includes(system.id) && (role === undefined || p.role === role),
  );
}

/** What a partition is called. */
export const nameOf = (partition: PlannedPartition): string => partitionTitle(partition);

/** Systems that will be on the disk: found ones that keep their system volume or root, and those installed. */
export const systemsThatStay = ({ plan }: Planned): System[] => systemsAfter(plan);

/** The fate of the surveyed partition that a planned one keeps. */
export function fateOf(planned: Planned, partition: PlannedPartition): Fate | undefined {
  return fatesOf(planned).find((fate) => fate.planned?.id === partition.id);
}
