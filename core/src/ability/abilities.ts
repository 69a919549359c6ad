import type { TypedUnit } from '../quantity/index.js';
import type { Family } from '../system/index.js';
import type { VolumeKind } from '../volume/index.js';

/** Where something is done, as far as that decides what can be done there: an installed system, a session, a setup. */
export type Place = Family | 'live' | 'installer' | 'windows-setup' | 'firmware';

/**
 * What is done to a disk. `create`, `delete`: of entries in the table. `entry`: types, names and marks of an entry.
 * `table`: a new table, a conversion, a repair, the extended container. `inside`: what lies in a container or a group.
 */
export type Act =
  | 'create'
  | 'delete'
  | 'entry'
  | 'table'
  | 'format'
  | 'label'
  | 'check'
  | 'shrink'
  | 'grow'
  | 'move'
  | 'inside'
  | 'files';

/** `other-tool`: with another tool than the file system's own, which is a caution. */
export type Able = 'yes' | 'other-tool' | 'no';

/** Whose way of listing a disk it is: which names, which units, what is left out. */
export type Listing = 'windows' | 'linux' | 'macos';

interface Abilities {
  /** By act: any content, or which. */
  readonly acts: Partial<Readonly<Record<Act, readonly VolumeKind[] | 'any'>>>;
  /** Content that it changes with a tool of others. */
  readonly otherTool?: readonly VolumeKind[];
  readonly listing: Listing;
  /** How its tool asks for a smaller size: what goes away, or what stays. */
  readonly asksToShrink: 'amount-to-take-away' | 'new-size';
  /** The units in which its tool takes a size; several where tools of one kind differ. */
  readonly typed: readonly TypedUnit[];
}

const EXT = ['ext2', 'ext3', 'ext4'] as const;
const OF_LINUX = [...EXT, 'btrfs', 'xfs', 'fat', 'exfat', 'swap', 'luks', 'lvm'] as const;
/** A partition can be of these without a file system in it. */
const BARE = ['none'] as const;

const WINDOWS: readonly VolumeKind[] = ['ntfs', 'windows-encrypted', 'refs'];
const MACOS: readonly VolumeKind[] = ['apfs', 'hfsplus'];
const BSD: readonly VolumeKind[] = ['ufs', 'zfs'];

/**
 * Who can do what. Common practice of each family's own tools as they come with it: a disk tool of a Windows sets no types
 * or names and moves nothing; an installer creates and formats and moves nothing; a live session has everything of a Linux
 * that is out of use. btrfs is shrunk while mounted, ext4 only out of use (btrfs-filesystem(8), resize2fs(8)).
 */
const ABILITIES: Readonly<Record<Place, Abilities>> = {
  windows: {
    acts: {
      create: [...WINDOWS, 'fat', 'exfat', ...BARE],
      delete: 'any',
      format: [...WINDOWS, 'fat', 'exfat'],
      label: [...WINDOWS, 'fat', 'exfat'],
      check: [...WINDOWS, 'fat', 'exfat'],
      shrink: ['ntfs', 'windows-encrypted'],
      grow: WINDOWS,
      files: 'any',
    },
    listing: 'windows',
    asksToShrink: 'amount-to-take-away',
    typed: ['binary-mb'],
  },
  macos: {
    acts: {
      create: [...MACOS, 'fat', 'exfat'],
      format: [...MACOS, 'fat', 'exfat'],
      label: [...MACOS, 'fat', 'exfat'],
      check: [...MACOS, 'fat', 'exfat'],
      shrink: MACOS,
      grow: MACOS,
      files: 'any',
    },
    listing: 'macos',
    asksToShrink: 'new-size',
    typed: ['GB'],
  },
  linux: {
    acts: {
      create: 'any',
      delete: 'any',
      entry: 'any',
      format: [...OF_LINUX, ...BARE],
      label: OF_LINUX,
      check: ['btrfs', 'xfs', 'fat'],
      shrink: ['btrfs'],
      grow: [...EXT, 'xfs', 'btrfs'],
      inside: ['luks', 'lvm'],
      files: 'any',
    },
    listing: 'linux',
    asksToShrink: 'new-size',
    typed: ['MiB'],
  },
  bsd: {
    acts: {
      create: 'any',
      delete: 'any',
      entry: 'any',
      format: [...BSD, 'fat', 'swap', ...BARE],
      label: [...BSD, 'fat'],
      check: [...BSD, 'fat'],
      grow: BSD,
      files: 'any',
    },
    listing: 'linux',
    asksToShrink: 'new-size',
    typed: ['MiB'],
  },
  live: {
    acts: {
      create: 'any',
      delete: 'any',
      entry: 'any',
      table: 'any',
      format: [...OF_LINUX, ...BARE],
      label: OF_LINUX,
      check: OF_LINUX,
      shrink: [...EXT, 'btrfs', 'fat', 'luks', 'lvm'],
      grow: [...OF_LINUX, ...BARE],
      move: 'any',
      inside: ['luks', 'lvm'],
      files: 'any',
    },
    otherTool: ['ntfs', 'hfsplus', 'ufs', 'zfs', 'refs', 'windows-encrypted', 'apfs', 'exfat'],
    listing: 'linux',
    asksToShrink: 'new-size',
    typed: ['sectors'],
  },
  installer: {
    acts: {
      create: 'any',
      delete: 'any',
      format: [...OF_LINUX, ...BSD, ...MACOS, ...BARE],
      inside: ['luks', 'lvm'],
      files: 'any',
    },
    listing: 'linux',
    asksToShrink: 'new-size',
    typed: ['MiB', 'MB'],
  },
  'windows-setup': {
    acts: { create: WINDOWS, delete: 'any', format: WINDOWS, files: 'any' },
    listing: 'windows',
    asksToShrink: 'amount-to-take-away',
    typed: ['binary-mb'],
  },
  firmware: { acts: {}, listing: 'linux', asksToShrink: 'new-size', typed: [] },
};

/** Whether something can be done there to a partition with this content. */
export function ability(place: Place, act: Act, content: VolumeKind): Able {
  const { acts, otherTool = [] } = ABILITIES[place];
  const able = acts[act];
  if (able === 'any' || able?.includes(content)) return 'yes';
  return able !== undefined && otherTool.includes(content) ? 'other-tool' : 'no';
}

export const listingOf = (place: Place): Listing => ABILITIES[place].listing;

export const asksToShrink = (place: Place): Abilities['asksToShrink'] => ABILITIES[place].asksToShrink;

/** In which units a size is typed there. */
export const typedUnits = (place: Place): readonly TypedUnit[] => ABILITIES[place].typed;
