import { VOLUME_TRAITS, type VolumeKind } from '../volume/index.js';
import type { Family } from './system.js';

/**
 * What a system does with a file system without added software. `lives`: it can be installed on it. `writes`: it reads
 * and writes files on it. `reads`: it reads files and does not write them safely. `none`: it does not see them.
 */
export type Access = 'lives' | 'writes' | 'reads' | 'none';

type Accesses = Partial<Readonly<Record<VolumeKind, Access>>>;

/** Absent: `none`. Common practice of each family's own drivers as they come with it. */
const ACCESS: Readonly<Record<Family, Accesses>> = {
  windows: {
    ntfs: 'lives',
    'windows-encrypted': 'lives',
    refs: 'writes',
    fat: 'writes',
    exfat: 'writes',
    iso9660: 'reads',
  },
  linux: {
    ext2: 'lives',
    ext3: 'lives',
    ext4: 'lives',
    btrfs: 'lives',
    xfs: 'lives',
    // With a module of its own that a distribution brings; then it is a root like others.
    zfs: 'lives',
    ntfs: 'writes',
    fat: 'writes',
    exfat: 'writes',
    hfsplus: 'reads',
    ufs: 'reads',
    iso9660: 'reads',
  },
  macos: {
    apfs: 'lives',
    hfsplus: 'writes',
    fat: 'writes',
    exfat: 'writes',
    ntfs: 'reads',
    iso9660: 'reads',
  },
  bsd: {
    ufs: 'lives',
    zfs: 'lives',
    fat: 'writes',
    ext2: 'writes',
    ext3: 'reads',
    ext4: 'reads',
    iso9660: 'reads',
  },
};

export function accessOf(family: Family, kind: VolumeKind): Access {
  return ACCESS[family][kind] ?? 'none';
}

/** What a volume is for, as far as that asks something of its file system. */
export type Use = 'system' | 'home' | 'boot' | 'efi' | 'swap' | 'data';

/** File systems from which loaders read kernels; one that is encrypted or spans partitions is another matter. */
const READ_BY_LOADERS: readonly VolumeKind[] = ['fat', 'ext2', 'ext3', 'ext4', 'btrfs', 'xfs', 'ufs', 'zfs'];

/** Whether nothing is known that could be judged: what is not read, and what another volume lies in. */
const notJudged = (kind: VolumeKind): boolean => ['unknown', 'luks', 'lvm', 'raid', 'ldm'].includes(kind);

/**
 * Whether a volume of this kind can serve a system of this family so. `reads`: it is there, and cannot be written.
 * EFI: UEFI 2.10 §13.3. Homes hold owners and permissions, so they ask for what a system can live on or its like.
 */
export function suits(kind: VolumeKind, family: Family, use: Use): 'can' | 'reads' | 'cannot' {
  if (notJudged(kind)) return 'can';
  const access = accessOf(family, kind);
  switch (use) {
    case 'efi':
      return kind === 'fat' ? 'can' : 'cannot';
    case 'swap':
      return kind === 'swap' || (kind === 'none' && family === 'bsd') ? 'can' : 'cannot';
    case 'boot':
      return READ_BY_LOADERS.includes(kind) && access !== 'none' ? 'can' : 'cannot';
    case 'system':
      return access === 'lives' ? 'can' : 'cannot';
    case 'home':
      return access === 'lives' || (access === 'writes' && keepsOwners(kind, family)) ? 'can' : 'cannot';
    case 'data':
      return access === 'lives' || access === 'writes' ? 'can' : access === 'reads' ? 'reads' : 'cannot';
  }
}

function keepsOwners(kind: VolumeKind, family: Family): boolean {
  return family === 'windows' || family === 'macos' || VOLUME_TRAITS[kind].posix === true;
}

/** What a new volume of a family is made as. */
export const USUAL_CONTENT: Readonly<Record<Family, VolumeKind>> = {
  windows: 'ntfs',
  linux: 'ext4',
  macos: 'apfs',
  bsd: 'ufs',
};

/** The file system that all of them write, and that has no other trouble: exFAT where all do. */
export function sharedContent(families: readonly Family[]): VolumeKind | undefined {
  const candidates: readonly VolumeKind[] = ['ext4', 'ntfs', 'exfat', 'fat'];
  return candidates.find((kind) => families.every((family) => suits(kind, family, 'data') === 'can'));
}
