import { ext2, ext3, ext4 } from './ext.js';
import { ntfs } from './ntfs.js';
import { fat } from './fat.js';
import { exfat } from './exfat.js';
import { btrfs } from './btrfs.js';
import { xfs } from './xfs.js';
import { swap } from './swap.js';
import { luks } from './luks.js';
import { apfs } from './apfs.js';
import { hfsplus } from './hfsplus.js';
import { ufs } from './ufs.js';
import { lvm } from './lvm.js';
import { raid } from './raid.js';
import { ldm } from './ldm.js';
import { zfs } from './zfs.js';
import { refs } from './refs.js';
import { iso9660 } from './iso9660.js';
import { windowsEncrypted } from './windows-encrypted.js';
import { none } from './none.js';
import { unknown } from './unknown.js';
import type { VolumeTraits } from './traits.js';

const TRAITS = {
  ntfs,
  fat,
  exfat,
  ext2,
  ext3,
  ext4,
  btrfs,
  xfs,
  swap,
  luks,
  apfs,
  hfsplus,
  ufs,
  lvm,
  raid,
  ldm,
  zfs,
  refs,
  iso9660,
  'windows-encrypted': windowsEncrypted,
  none,
  unknown,
} satisfies Readonly<Record<string, VolumeTraits>>;

/** File systems and other contents of a partition that can be told apart. `unknown`: not known, nothing claimed. */
export type VolumeKind = keyof typeof TRAITS;

export const VOLUME_KINDS = Object.keys(TRAITS) as readonly VolumeKind[];

/** What is known of each. A kind of content is a file and a line here. */
export const VOLUME_TRAITS: Readonly<Record<VolumeKind, VolumeTraits>> = TRAITS;
