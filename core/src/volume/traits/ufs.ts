import { NOBODY, NO_UTILITIES, type VolumeTraits } from './traits.js';

/** UFS: growfs(8). */
export const ufs: VolumeTraits = {
  name: 'UFS',
  printed: ['ufs'],
  holds: 'files',
  opaque: false,
  shrink: 'no',
  grow: 'offline',
  move: 'offline',
  labelLimit: null,
  leastBytes: 0,
  leastShrunkBytes: 0,
  ownTool: 'bsd',
  ownType: { family: 'bsd', type: 'BSD UFS' },
  posix: true,
  ownsFirstSector: false,
  encryption: { by: 'luks', is: 'seen' },
  access: { ...NOBODY, linux: 'reads', bsd: 'lives' },
  readByLoaders: true,
  mount: { type: 'ufs', checked: false },
  linux: NO_UTILITIES,
};
