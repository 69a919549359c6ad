import { NOBODY, NO_UTILITIES, type VolumeTraits } from './traits.js';

/** Encrypted by Windows: its header stands in front of what it holds. Its printed name is recognised by its ending (`isEncryptedName`). */
export const windowsEncrypted: VolumeTraits = {
  name: null,
  printed: [],
  holds: 'files',
  opaque: false,
  shrink: 'own-system',
  grow: 'own-system',
  move: 'no',
  labelLimit: null,
  leastBytes: 0,
  leastShrunkBytes: 0,
  ownTool: 'windows',
  ownType: null,
  posix: false,
  ownsFirstSector: true,
  encryption: { by: 'windows', is: 'always' },
  access: { ...NOBODY, windows: 'lives' },
  readByLoaders: false,
  mount: null,
  linux: NO_UTILITIES,
};
