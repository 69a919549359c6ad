import { NOBODY, NO_UTILITIES, type VolumeTraits } from './traits.js';

/** A plain volume of Windows; its own tool enlarges it and cannot make it smaller. */
export const refs: VolumeTraits = {
  name: 'ReFS',
  printed: ['refs'],
  holds: 'files',
  opaque: false,
  shrink: 'no',
  grow: 'online',
  move: 'offline',
  labelLimit: 32,
  leastBytes: 0,
  leastShrunkBytes: 0,
  ownTool: 'windows',
  ownType: null,
  posix: false,
  ownsFirstSector: false,
  encryption: { by: 'windows', is: 'may-look-plain' },
  access: { ...NOBODY, windows: 'writes' },
  readByLoaders: false,
  mount: { type: 'refs', checked: false },
  linux: NO_UTILITIES,
};
