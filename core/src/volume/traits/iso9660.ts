import { NO_UTILITIES, type VolumeTraits } from './traits.js';

/** A medium's own file system. */
export const iso9660: VolumeTraits = {
  name: 'ISO 9660',
  printed: ['iso9660'],
  holds: 'files',
  opaque: false,
  shrink: 'no',
  grow: 'no',
  move: 'offline',
  labelLimit: null,
  leastBytes: 0,
  leastShrunkBytes: 0,
  ownTool: null,
  ownType: null,
  posix: false,
  ownsFirstSector: false,
  encryption: { by: 'luks', is: 'seen' },
  access: { windows: 'reads', linux: 'reads', macos: 'reads', bsd: 'reads' },
  readByLoaders: false,
  mount: { type: 'iso9660', checked: false },
  linux: NO_UTILITIES,
};
