import { NOBODY, NO_UTILITIES, type VolumeTraits } from './traits.js';

/** Nothing: a partition that begins with zeros. */
export const none: VolumeTraits = {
  name: null,
  printed: [],
  holds: 'nothing',
  opaque: false,
  shrink: 'recreate',
  grow: 'recreate',
  move: 'recreate',
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
