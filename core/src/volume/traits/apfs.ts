import { NOBODY, NO_UTILITIES, type VolumeTraits } from './traits.js';

/** APFS: its system's own utility alone changes it. */
export const apfs: VolumeTraits = {
  name: 'APFS',
  printed: ['apfs'],
  holds: 'files',
  opaque: false,
  shrink: 'own-system',
  grow: 'own-system',
  move: 'no',
  labelLimit: null,
  leastBytes: 0,
  leastShrunkBytes: 0,
  ownTool: 'macos',
  ownType: { family: 'macos', type: 'APFS' },
  posix: false,
  ownsFirstSector: true,
  encryption: { by: 'macos', is: 'may-look-plain' },
  access: { ...NOBODY, macos: 'lives' },
  readByLoaders: false,
  mount: { type: 'apfs', checked: false },
  linux: NO_UTILITIES,
};
