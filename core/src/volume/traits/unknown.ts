import { NOBODY, NO_UTILITIES, type VolumeTraits } from './traits.js';

/** Not known, nothing claimed. */
export const unknown: VolumeTraits = {
  name: null,
  printed: [],
  holds: 'unknown',
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
  encryption: { by: 'windows', is: 'may-look-plain' },
  access: NOBODY,
  readByLoaders: false,
  mount: null,
  linux: NO_UTILITIES,
};
