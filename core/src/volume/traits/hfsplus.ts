import { NOBODY, NO_UTILITIES, type VolumeTraits } from './traits.js';

/** HFS+: its system's own utility alone changes it. */
export const hfsplus: VolumeTraits = {
  name: 'HFS+',
  printed: ['hfsplus'],
  holds: 'files',
  opaque: false,
  shrink: 'own-system',
  grow: 'own-system',
  move: 'no',
  labelLimit: null,
  leastBytes: 0,
  leastShrunkBytes: 0,
  ownTool: 'macos',
  ownType: { family: 'macos', type: 'HFS+' },
  posix: false,
  ownsFirstSector: false,
  encryption: { by: 'macos', is: 'may-look-plain' },
  access: { ...NOBODY, macos: 'writes', linux: 'reads' },
  readByLoaders: false,
  mount: { type: 'hfsplus', checked: false },
  linux: NO_UTILITIES,
};
