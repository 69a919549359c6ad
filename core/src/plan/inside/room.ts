import { MIB } from '../../quantity/index.js';
import type { VolumeKind } from '../../volume/index.js';
import type { PlannedPartition } from '../plan.js';
import type { Planned } from '../planned.js';

/** LUKS2 keeps its headers and keys in the first 16 MiB (LUKS2 On-Disk Format 1.1.2 §2; cryptsetup(8), default data offset). */
export const LUKS_BYTES = 16 * MIB;
/** A member of a group begins with 1 MiB of labels and metadata (pvcreate(8), default data alignment). */
const LVM_BYTES = MIB;
/** A group gives room in extents of 4 MiB (vgcreate(8), default extent size). */
const EXTENT_BYTES = 4 * MIB;

/** In bytes. `free` is negative where more was given out than there is. */
export interface RoomInside {
  readonly bytes: number;
  readonly taken: number;
  readonly free: number;
}

/** What a partition has for the volumes inside of it, as its container and group are made by default. */
export function roomInside({ survey }: Planned, partition: PlannedPartition): RoomInside {
  const { sectorBytes } = survey.disk;
  const { luks, lvm } = layersOf(partition);
  const net = partition.length * sectorBytes - (luks ? LUKS_BYTES : 0) - (lvm ? LVM_BYTES : 0);
  const whole = (bytes: number, round: (n: number) => number) =>
    lvm ? round(bytes / EXTENT_BYTES) * EXTENT_BYTES : bytes;
  const bytes = Math.max(0, whole(net, Math.floor));
  const taken = (partition.inside ?? []).reduce(
    (sum, v) => sum + whole(v.length * sectorBytes, Math.ceil),
    0,
  );
  return { bytes, taken, free: bytes - taken };
}

/**
 * The kind of content whose abilities say how the size of a partition can change: a container changes as what is inside
 * of it does, and one with a volume group as a member of that, which is not resized here.
 */
export function sizedAs(p: PlannedPartition): VolumeKind {
  if (p.treatment !== 'keep' || p.fileSystem !== 'luks') return p.fileSystem;
  if (layersOf(p).lvm) return 'lvm';
  const [only] = p.inside ?? [];
  return only && only.fileSystem !== 'unknown' ? only.fileSystem : p.fileSystem;
}

/** What a partition is listed as by whoever does not open it: a container and a group hide what is in them. */
export function shownAs(p: PlannedPartition): { readonly kind: VolumeKind; readonly label: string } {
  const { luks, lvm } = layersOf(p);
  const hidden = p.treatment === 'format' && (luks || lvm);
  return hidden ? { kind: luks ? 'luks' : 'lvm', label: '' } : { kind: p.fileSystem, label: p.label };
}

/** What lies between a partition and the volumes inside of it. */
export function layersOf({ fileSystem, treatment, layer = 'none', inside = [] }: PlannedPartition): {
  readonly luks: boolean;
  readonly lvm: boolean;
} {
  if (treatment === 'format')
    return { luks: layer === 'luks' || layer === 'luks-lvm', lvm: layer === 'lvm' || layer === 'luks-lvm' };
  return { luks: fileSystem === 'luks', lvm: fileSystem === 'lvm' || inside.length > 1 };
}
