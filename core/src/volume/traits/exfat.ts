import { NO_UTILITIES, type VolumeTraits } from './traits.js';

/** exFAT. Label: 11 units (exFAT File System Specification, §7.3). */
export const exfat: VolumeTraits = {
  name: 'exFAT',
  printed: ['exfat'],
  holds: 'files',
  opaque: false,
  shrink: 'no',
  grow: 'no',
  move: 'offline',
  labelLimit: 11,
  leastBytes: 0,
  leastShrunkBytes: 0,
  ownTool: null,
  ownType: null,
  posix: false,
  ownsFirstSector: true,
  encryption: { by: 'windows', is: 'seen' },
  access: { windows: 'writes', linux: 'writes', macos: 'writes', bsd: 'none' },
  readByLoaders: false,
  mount: { type: 'exfat', checked: false },
  linux: NO_UTILITIES,
};
