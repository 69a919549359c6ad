import type { Plan, PlannedPartition } from '../plan.js';
import { CARRIERS } from './found.js';
import { roleInside, type InsideVolume } from './volume.js';

/**
 * A volume of the plan that can hold files: a partition, or one inside of it. What is said of content (roles, mount
 * points, file systems) is said of these; what is said of places on the disk, of partitions alone.
 */
export type PlannedVolume = Pick<
  PlannedPartition,
  'id' | 'from' | 'length' | 'treatment' | 'role' | 'owners' | 'fileSystem' | 'label' | 'name' | 'mountPoint'
> &
  Partial<Pick<PlannedPartition, 'subvolumes' | 'layer'>> & {
    /** The partition that it lies inside of. */
    readonly within?: PlannedPartition;
  };

/** `found-3/root`: a volume inside a partition, among the ids of the plan. */
export const insideId = (partition: string, name: string): string => `${partition}/${name}`;

/** The partition of which an id speaks: of itself, or of a volume inside of it. */
export const partitionIdOf = (id: string): string => id.split('/', 1)[0]!;

/** Every volume of the plan, in disk order; in the place of a partition that holds others stand those. */
export function volumesOf({ partitions }: Pick<Plan, 'partitions'>): readonly PlannedVolume[] {
  if (!partitions.some((p) => p.inside?.length)) return partitions;
  return partitions.flatMap((p): readonly PlannedVolume[] =>
    p.inside?.length ? p.inside.map((volume) => viewOf(p, volume)) : [p],
  );
}

/** The volume of this id, a partition that holds others included. */
export function volumeOf(plan: Plan, id: string): PlannedVolume | undefined {
  return plan.partitions.find((p) => p.id === id) ?? volumesOf(plan).find((v) => v.id === id);
}

function viewOf(within: PlannedPartition, volume: InsideVolume): PlannedVolume {
  const { name, found, length, treatment, fileSystem, label, owners } = volume;
  // The only one inside is what its partition is said to be, where nothing is said of itself.
  const asOutside = within.inside?.length === 1 && volume.mountPoint === '' && fileSystem !== 'swap';
  const mountPoint = asOutside ? within.mountPoint : volume.mountPoint;
  const id = insideId(within.id, name);
  return {
    id,
    from: found ? id : null,
    length,
    treatment,
    role: asOutside ? within.role : roleInside(volume),
    owners: owners ?? within.owners,
    fileSystem,
    label,
    name,
    mountPoint,
    within,
    ...(within.layer === undefined ? {} : { layer: within.layer }),
  };
}

/** Whether volumes can lie inside of it: it is a group's member or a container as found, or shall be one. */
export function canHold({ fileSystem, treatment, layer }: PlannedPartition): boolean {
  if (treatment === 'keep') return CARRIERS.includes(fileSystem);
  return layer !== undefined && layer !== 'none';
}
