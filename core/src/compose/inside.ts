import { sectors, sectorsToHold, type SizeContext, bytes } from '../quantity/index.js';
import { surveyedPartition } from '../survey/index.js';
import type { Role } from '../table/index.js';
import type { Edit } from '../edits/index.js';
import {
  foundInside,
  freshName,
  insideFatesOf,
  roleInside,
  roomInside,
  type InsideFate,
  type InsideVolume,
  type PlannedPartition,
  type Planned,
} from '../plan/index.js';
import { newPartition } from './create.js';

const settingInside = (
  { id }: PlannedPartition,
  inside: readonly InsideVolume[],
  more: Partial<Pick<PlannedPartition, 'role' | 'fileSystem' | 'mountPoint' | 'label'>> = {},
): Edit => ({ kind: 'describe', partition: id, changes: { ...more, inside } });

/** In this order volumes are proposed for a group that has none of them. */
const USUAL: readonly Role[] = ['root', 'home', 'swap', 'data'];

/** A new volume in the room that is left inside a partition; `undefined` where none is. At most half of it for a root. */
export function addInsideEdit(planned: Planned, partition: PlannedPartition): Edit | undefined {
  const { sectorBytes } = planned.survey.disk;
  const inside = partition.inside ?? [];
  const { free } = roomInside(planned, partition);
  if (free < sectorBytes) return undefined;
  const has = new Set(inside.map(roleInside));
  const role = USUAL.find((r) => !has.has(r)) ?? 'data';
  const share = role === 'data' || role === 'home' ? free : Math.floor(free / 2);
  const length = sectors(Math.max(1, Math.floor(share / sectorBytes)));
  return settingInside(partition, [...inside, freshVolume(planned, partition, role, length)]);
}

function freshVolume(
  { plan }: Planned,
  partition: PlannedPartition,
  role: Role,
  length: InsideVolume['length'],
): InsideVolume {
  const owners = plan.systems.filter((s) => partition.owners.includes(s.id));
  const usual = newPartition(plan, { role, start: partition.start, length, owners });
  const taken = new Set((partition.inside ?? []).map((v) => v.name));
  return {
    name: freshName(role, taken),
    found: false,
    length,
    treatment: 'format',
    fileSystem: usual.fileSystem,
    label: '',
    mountPoint: usual.mountPoint,
  };
}

/** Of a new partition with a volume group beneath its file system: that becomes the first volume of the group. */
export function splitInsideEdit(planned: Planned, partition: PlannedPartition): Edit | undefined {
  const isGroup = partition.layer === 'lvm' || partition.layer === 'luks-lvm';
  if (partition.treatment !== 'format' || !isGroup || partition.inside) return undefined;
  const { bytes: room } = roomInside(planned, partition);
  const { fileSystem, label, mountPoint } = partition;
  const length = sectorsToHold(Math.floor(room / 2), planned.survey.disk.sectorBytes);
  const first: InsideVolume = {
    name: partition.role,
    found: false,
    length,
    treatment: 'format',
    fileSystem,
    label,
    mountPoint,
  };
  const outside = { role: 'opaque', fileSystem: 'lvm', mountPoint: '', label: '' } as const;
  return settingInside(partition, [first], outside);
}

/** Looks into a partition whose volumes were read, and are not in the plan: a plan made before they could be. */
export function lookInsideEdit(planned: Planned, partition: PlannedPartition): Edit | undefined {
  const surveyed = surveyedPartition(planned.survey, partition.from);
  if (partition.inside || partition.treatment !== 'keep' || !surveyed) return undefined;
  const inside = foundInside(planned.survey, surveyed).map(({ volume }) => volume);
  return inside.length > 0 ? settingInside(partition, inside) : undefined;
}

/** Those that were found inside a partition and are deleted. */
export const goneInside = (planned: Planned, partition: PlannedPartition): InsideFate[] =>
  insideFatesOf(planned).filter((f) => f.kind === 'erased' && f.within.id === partition.id);

/** Keeps a volume inside a partition as it was found. */
export function keepInsideEdit({ within, found }: InsideFate): Edit | undefined {
  if (!found) return undefined;
  return settingInside(within, [...(within.inside ?? []).filter((v) => v.name !== found.name), found]);
}

/** What a typed size of a new volume inside a partition may name: the room that is left is the rest. */
export function sizeContextInside(planned: Planned, partition: PlannedPartition, name: string): SizeContext {
  const others = (partition.inside ?? []).filter((v) => v.name !== name);
  const { sectorBytes, sizeSectors } = planned.survey.disk;
  const { free } = roomInside(planned, { ...partition, inside: others });
  const ram = planned.plan.machine.ramBytes;
  const now = partition.inside?.find((v) => v.name === name);
  return {
    disk: bytes(sizeSectors * sectorBytes),
    rest: bytes(Math.max(0, free)),
    ...(now ? { now: bytes(now.length * sectorBytes) } : {}),
    ...(ram === null ? {} : { ram: bytes(ram) }),
  };
}
