import { NO_UTILITIES, shellWord, type VolumeTraits } from './traits.js';

/** NTFS: ntfsresize(8), which leaves it marked to be checked by Windows. Label: $VOLUME_NAME of 128 bytes, of which 32 units are common to all tools. */
export const ntfs: VolumeTraits = {
  name: 'NTFS',
  printed: ['ntfs'],
  holds: 'files',
  opaque: false,
  shrink: 'online',
  grow: 'online',
  move: 'offline',
  labelLimit: 32,
  leastBytes: 0,
  ownTool: 'windows',
  ownType: null,
  posix: false,
  ownsFirstSector: true,
  encryption: { by: 'windows', is: 'may-look-plain' },
  access: { windows: 'lives', linux: 'writes', macos: 'reads', bsd: 'none' },
  readByLoaders: false,
  mount: { type: 'ntfs3', checked: false },
  linux: {
    ...NO_UTILITIES,
    shrink: (path, kibibytes) => [
      { line: `ntfsresize --no-action --size ${kibibytes}Ki ${path}` },
      { line: `ntfsresize --size ${kibibytes}Ki ${path}`, asks: 'yes' },
    ],
    grow: (path) => [{ line: `ntfsresize ${path}`, asks: 'yes' }],
    label: (path, label) => `ntfslabel ${path} ${shellWord(label)}`,
  },
};
