import { VOLUME_TRAITS, type Access, type VolumeKind } from '../volume/index.js';
import type { Family } from './system.js';

export const accessOf = (family: Family, kind: VolumeKind): Access => VOLUME_TRAITS[kind].access[family];

/** What a volume is for, as far as that asks something of its file system. */
export type Use = 'system' | 'home' | 'boot' | 'efi' | 'swap' | 'data';

/** Whether nothing is known that could be judged: what is not read, and what another volume lies in. */
const notJudged = (kind: VolumeKind): boolean => ['unknown', 'volumes'].includes(VOLUME_TRAITS[kind].holds);

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
      return VOLUME_TRAITS[kind].readByLoaders && access !== 'none' ? 'can' : 'cannot';
    case 'system':
      return access === 'lives' ? 'can' : 'cannot';
    case 'home':
      return access === 'lives' || (access === 'writes' && keepsOwners(kind, family)) ? 'can' : 'cannot';
    case 'data':
      return access === 'lives' || access === 'writes' ? 'can' : access === 'reads' ? 'reads' : 'cannot';
  }
}

function keepsOwners(kind: VolumeKind, family: Family): boolean {
  return family === 'windows' || family === 'macos' || VOLUME_TRAITS[kind].posix;
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
