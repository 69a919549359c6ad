import { MIB } from '../quantity/index.js';
import type { PhraseCode, Text } from '../words/index.js';
/** File systems and other contents of a partition that can be told apart. `unknown`: not known, nothing claimed. */
export const VOLUME_KINDS = [
  'ntfs',
  'fat',
  'exfat',
  'ext2',
  'ext3',
  'ext4',
  'btrfs',
  'xfs',
  'swap',
  'luks',
  'apfs',
  'hfsplus',
  'ufs',
  'lvm',
  'raid',
  'ldm',
  'zfs',
  'refs',
  'iso9660',
  'windows-encrypted',
  'none',
  'unknown',
] as const;
export type VolumeKind = (typeof VOLUME_KINDS)[number];

/**
 * How a size change can be made: with the volume in use, only with it out of use, only by making it
 * anew, from its own system only, or not at all.
 */
export type Ability = 'online' | 'offline' | 'recreate' | 'own-system' | 'no';

export interface VolumeTraits {
  /** Its proper name; what has none is described. */
  readonly name?: string;
  readonly shrink: Ability;
  readonly grow: Ability;
  readonly move: Ability;
  /** Most characters of a label; absent where there is no label. */
  readonly labelLimit?: number;
  /** A member of something larger: treated as one block that is kept or deleted, never resized. */
  readonly opaque?: true;
  /** The system whose own tool should change it. */
  readonly ownTool?: 'windows' | 'macos' | 'linux' | 'bsd';
  /** Can hold a Linux root: owners, permissions and links. */
  readonly posix?: true;
  /** Its first sector is its own, so that no boot code can stand there. */
  readonly firstSector?: 'its-own';
}

const opaque = { shrink: 'no', grow: 'no', move: 'offline', opaque: true } as const;

/**
 * What each can and cannot do: common practice of each file system's own utilities. Label limits are of
 * the on-disk formats: FAT directory entry 11 bytes, XFS sb_fname 12, ext4 s_volume_name 16, exFAT §7.3 11
 * units, NTFS $VOLUME_NAME 128 bytes of which 32 units are common to all tools, swap 16, btrfs 255.
 */
export const VOLUME_TRAITS: Readonly<Record<VolumeKind, VolumeTraits>> = {
  ntfs: {
    name: 'NTFS',
    firstSector: 'its-own',
    shrink: 'online',
    grow: 'online',
    move: 'offline',
    labelLimit: 32,
    ownTool: 'windows',
  },
  fat: {
    firstSector: 'its-own',
    name: 'FAT',
    shrink: 'offline',
    grow: 'offline',
    move: 'offline',
    labelLimit: 11,
  },
  exfat: { firstSector: 'its-own', name: 'exFAT', shrink: 'no', grow: 'no', move: 'offline', labelLimit: 11 },
  ext2: {
    name: 'ext2',
    shrink: 'offline',
    grow: 'offline',
    move: 'offline',
    labelLimit: 16,
    ownTool: 'linux',
    posix: true,
  },
  ext3: {
    name: 'ext3',
    shrink: 'offline',
    grow: 'online',
    move: 'offline',
    labelLimit: 16,
    ownTool: 'linux',
    posix: true,
  },
  ext4: {
    name: 'ext4',
    shrink: 'offline',
    grow: 'online',
    move: 'offline',
    labelLimit: 16,
    ownTool: 'linux',
    posix: true,
  },
  btrfs: {
    name: 'btrfs',
    shrink: 'online',
    grow: 'online',
    move: 'offline',
    labelLimit: 255,
    ownTool: 'linux',
    posix: true,
  },
  xfs: {
    name: 'XFS',
    firstSector: 'its-own',
    shrink: 'no',
    grow: 'online',
    move: 'offline',
    labelLimit: 12,
    ownTool: 'linux',
    posix: true,
  },
  swap: {
    name: 'swap',
    shrink: 'recreate',
    grow: 'recreate',
    move: 'recreate',
    labelLimit: 16,
    ownTool: 'linux',
  },
  luks: {
    firstSector: 'its-own',
    name: 'LUKS',
    shrink: 'offline',
    grow: 'offline',
    move: 'offline',
    ownTool: 'linux',
  },
  apfs: {
    firstSector: 'its-own',
    name: 'APFS',
    shrink: 'own-system',
    grow: 'own-system',
    move: 'no',
    ownTool: 'macos',
  },
  hfsplus: { name: 'HFS+', shrink: 'own-system', grow: 'own-system', move: 'no', ownTool: 'macos' },
  ufs: { name: 'UFS', shrink: 'no', grow: 'offline', move: 'offline', ownTool: 'bsd', posix: true },
  // pvresize(8) takes whatever its partition has got; less of it only once no volume lies there.
  lvm: { ...opaque, grow: 'online' },
  raid: opaque,
  ldm: opaque,
  zfs: { name: 'ZFS', ...opaque, ownTool: 'bsd', posix: true },
  // A plain volume of Windows; its own tool enlarges it and cannot make it smaller.
  refs: { name: 'ReFS', shrink: 'no', grow: 'online', move: 'offline', labelLimit: 32, ownTool: 'windows' },
  iso9660: { name: 'ISO 9660', shrink: 'no', grow: 'no', move: 'offline' },
  'windows-encrypted': {
    firstSector: 'its-own',
    shrink: 'own-system',
    grow: 'own-system',
    move: 'no',
    ownTool: 'windows',
  },
  none: { shrink: 'recreate', grow: 'recreate', move: 'recreate' },
  unknown: { shrink: 'no', grow: 'no', move: 'offline' },
};

/** What a kind of content is called in the interface. */
export function volumeName(kind: VolumeKind): Text {
  return VOLUME_TRAITS[kind].name ?? { code: `volume.${kind as Described}`, with: null };
}

type Described = Extract<PhraseCode, `volume.${string}`> extends `volume.${infer Kind}` ? Kind : never;

/**
 * The names `lsblk` and `blkid` print for each kind. A volume that Windows has encrypted is printed under a
 * name ending in “locker”.
 */
const PRINTED_NAMES: Readonly<Record<string, VolumeKind>> = {
  ntfs: 'ntfs',
  vfat: 'fat',
  exfat: 'exfat',
  ext2: 'ext2',
  ext3: 'ext3',
  ext4: 'ext4',
  btrfs: 'btrfs',
  xfs: 'xfs',
  swap: 'swap',
  // Swap in which a system sleeps.
  swsuspend: 'swap',
  crypto_luks: 'luks',
  apfs: 'apfs',
  hfsplus: 'hfsplus',
  ufs: 'ufs',
  lvm2_member: 'lvm',
  linux_raid_member: 'raid',
  zfs_member: 'zfs',
  refs: 'refs',
  iso9660: 'iso9660',
};

/**
 * The least that its utility makes: mkfs.xfs(8) since 5.19 refuses less than 300 MiB, mkfs.btrfs(8) less than 109 MiB with its usual
 * profiles (both tried).
 */
const LEAST_MADE: Partial<Readonly<Record<VolumeKind, number>>> = { xfs: 300 * MIB, btrfs: 109 * MIB };

/** Below this size nobody makes such a file system; in bytes. */
export const leastMadeBytes = (kind: VolumeKind): number => LEAST_MADE[kind] ?? 0;

/** The kind for an FSTYPE as printed, in any letter case; `unknown` for what is not planned here. */
export function kindOfPrintedName(name: string): VolumeKind {
  const lower = name.toLowerCase();
  if (/(?:_raid|mpath)_member$/.test(lower)) return 'raid';
  return PRINTED_NAMES[lower] ?? (isEncryptedName(lower) ? 'windows-encrypted' : 'unknown');
}

/** Whether the printed name is that of a volume encrypted by Windows. */
export function isEncryptedName(name: string): boolean {
  return /locker$/i.test(name);
}

/** Whether a volume of this kind can be made smaller, or larger, and keep what it holds. */
export const canShrink = (kind: VolumeKind): boolean => isPossible(VOLUME_TRAITS[kind].shrink);
export const canGrow = (kind: VolumeKind): boolean => isPossible(VOLUME_TRAITS[kind].grow);

const isPossible = (way: VolumeTraits['shrink']): boolean =>
  way === 'online' || way === 'offline' || way === 'own-system';
