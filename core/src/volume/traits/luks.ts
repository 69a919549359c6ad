import { NOBODY, NO_UTILITIES, type VolumeTraits } from './traits.js';

/** An encrypted container: changes as what is inside of it does. */
export const luks: VolumeTraits = {
  name: 'LUKS',
  printed: ['crypto_luks'],
  holds: 'volumes',
  opaque: false,
  shrink: 'offline',
  grow: 'offline',
  move: 'offline',
  labelLimit: null,
  leastBytes: 0,
  leastShrunkBytes: 0,
  ownTool: 'linux',
  ownType: null,
  posix: false,
  ownsFirstSector: true,
  encryption: { by: 'luks', is: 'always' },
  access: NOBODY,
  readByLoaders: false,
  mount: null,
  linux: NO_UTILITIES,
};
