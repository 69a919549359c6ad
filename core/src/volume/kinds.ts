import type { PhraseCode, Text } from '../words/index.js';
import { VOLUME_KINDS, VOLUME_TRAITS, type VolumeKind } from './traits/index.js';
import type { Ability } from './traits/traits.js';

/** What a kind of content is called in the interface. */
export function volumeName(kind: VolumeKind): Text {
  return VOLUME_TRAITS[kind].name ?? { code: `volume.${kind as Described}`, with: null };
}

type Described = Extract<PhraseCode, `volume.${string}`> extends `volume.${infer Kind}` ? Kind : never;

/** Below this size nobody makes such a file system; in bytes. */
export const leastMadeBytes = (kind: VolumeKind): number => VOLUME_TRAITS[kind].leastBytes;

/** Whether the file can lie in it in which a whole system lives. */
export const canHoldFile = (kind: VolumeKind): boolean => {
  const { opaque, holds } = VOLUME_TRAITS[kind];
  return !opaque && (holds === 'files' || holds === 'volumes');
};

/** Whether it is a file system of Linux' own. */
export const isLinuxFiles = (kind: VolumeKind): boolean =>
  VOLUME_TRAITS[kind].posix && VOLUME_TRAITS[kind].ownTool === 'linux';

/** What blkid(8) calls it; `undefined` where utilities of different years call it differently, or not at all. */
export function nameByBlkid(kind: VolumeKind): string | undefined {
  const [name] = VOLUME_TRAITS[kind].printed;
  return name?.replace('crypto_luks', 'crypto_LUKS').replace('lvm2_member', 'LVM2_member');
}

const PRINTED_NAMES: ReadonlyMap<string, VolumeKind> = new Map(
  VOLUME_KINDS.flatMap((kind) => VOLUME_TRAITS[kind].printed.map((name) => [name, kind] as const)),
);

/** The kind for an FSTYPE as printed, in any letter case; `unknown` for what is not planned here. */
export function kindOfPrintedName(name: string): VolumeKind {
  const lower = name.toLowerCase();
  if (/(?:_raid|mpath)_member$/.test(lower)) return 'raid';
  return PRINTED_NAMES.get(lower) ?? (isEncryptedName(lower) ? 'windows-encrypted' : 'unknown');
}

/** Whether the printed name is that of a volume encrypted by Windows. */
export function isEncryptedName(name: string): boolean {
  return /locker$/i.test(name);
}

/** Whether a volume of this kind can be made smaller, or larger, and keep what it holds. */
export const canShrink = (kind: VolumeKind): boolean => isPossible(VOLUME_TRAITS[kind].shrink);
export const canGrow = (kind: VolumeKind): boolean => isPossible(VOLUME_TRAITS[kind].grow);

const isPossible = (way: Ability): boolean => way === 'online' || way === 'offline' || way === 'own-system';
