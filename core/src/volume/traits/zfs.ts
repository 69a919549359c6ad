import { NOBODY, NO_UTILITIES, type VolumeTraits } from './traits.js';

/** A member of a pool. A Linux has it with a module of its own that a distribution brings; then it is a root like others. */
export const zfs: VolumeTraits = {
  name: 'ZFS',
  printed: ['zfs_member'],
  holds: 'files',
  opaque: true,
  shrink: 'no',
  grow: 'no',
  move: 'offline',
  labelLimit: null,
  leastBytes: 0,
  leastShrunkBytes: 0,
  ownTool: 'bsd',
  ownType: { family: 'bsd', type: 'BSD ZFS' },
  posix: true,
  ownsFirstSector: false,
  encryption: { by: 'luks', is: 'seen' },
  access: { ...NOBODY, linux: 'lives', bsd: 'lives' },
  readByLoaders: true,
  mount: { type: 'zfs', checked: false },
  linux: NO_UTILITIES,
};
