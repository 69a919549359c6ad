import { NOBODY, NO_UTILITIES, type VolumeTraits } from './traits.js';

/** A dynamic disk's part. */
export const ldm: VolumeTraits = {
  name: null,
  printed: [],
  holds: 'volumes',
  opaque: true,
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
  access: NOBODY,
  readByLoaders: false,
  mount: null,
  linux: NO_UTILITIES,
};
