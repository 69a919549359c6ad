import { z } from 'zod';
import { sectors, type Sectors } from '../../quantity/index.js';
import { exactly } from '../../schema/index.js';
import type { SystemId } from '../../system/index.js';
import type { Role } from '../../table/index.js';
import { VOLUME_KINDS, type VolumeKind } from '../../volume/index.js';
import type { ShapeCode } from '../../words/index.js';

/**
 * A volume one level down: in the volume group, or the encrypted container, of a partition. Its size is told in the
 * disk's logical sectors, though where it lies is the group's own affair.
 */
export interface InsideVolume {
  /** As the group calls it: none of the others there has the same. */
  readonly name: string;
  /** Whether it is there by now, under this name. */
  readonly found: boolean;
  readonly length: Sectors;
  /** `keep`: its files stay. `format`: it is made anew; what is not found always is. */
  readonly treatment: 'keep' | 'format';
  readonly fileSystem: VolumeKind;
  readonly label: string;
  /** In the system that owns it; empty for none. */
  readonly mountPoint: string;
  /** Where absent: whoever owns the partition. */
  readonly owners?: readonly SystemId[] | undefined;
}

/** Names of logical volumes: lvm(8), “Valid names”. Of what an encrypted container is opened as, the same serve. */
const NAME = /^(?!\.{1,2}$|-)[A-Za-z0-9+_.-]+$/;

/** Most that a partition of the plan may hold. */
export const MOST_INSIDE = 64;

export const InsideVolumeSchema = exactly<InsideVolume>()(
  z.strictObject({
    name: z
      .string()
      .max(60)
      .regex(NAME, 'shape.inside-name' satisfies ShapeCode),
    found: z.boolean(),
    length: z
      .int()
      .positive()
      .transform((n) => sectors(n)),
    treatment: z.enum(['keep', 'format']),
    fileSystem: z.enum(VOLUME_KINDS),
    label: z.string().max(255),
    mountPoint: z.string().max(255),
    owners: z.array(z.string().max(40)).max(8).readonly().optional(),
  }),
);

/** What it is for, told by its file system and where it is mounted. */
export function roleInside({
  fileSystem,
  mountPoint,
}: Pick<InsideVolume, 'fileSystem' | 'mountPoint'>): Role {
  if (fileSystem === 'swap') return 'swap';
  return MOUNTED_AS[mountPoint] ?? 'data';
}

const MOUNTED_AS: Readonly<Record<string, Role>> = { '/': 'root', '/home': 'home', '/boot': 'boot' };

/** The name without what a name of the plan cannot have, never empty. */
export function plainName(said: string): string {
  return (
    said
      .replace(/[^A-Za-z0-9+_.-]+/g, '-')
      .replace(/^[-.]+|-+$/g, '')
      .slice(0, 60) || 'volume'
  );
}
