import { NO_UTILITIES, shellWord, type VolumeTraits } from './traits.js';

/** mkfs.fat(8) takes the eight digits without the hyphen that is printed among them. */
const serial = (option: string): string => option.replace(/-(?=[0-9A-Fa-f]{4} $)/, '');

/** FAT. Label: a directory entry's 11 bytes. */
export const fat: VolumeTraits = {
  name: 'FAT',
  printed: ['vfat'],
  holds: 'files',
  opaque: false,
  shrink: 'offline',
  grow: 'offline',
  move: 'offline',
  labelLimit: 11,
  leastBytes: 0,
  leastShrunkBytes: 0,
  ownTool: null,
  ownType: null,
  posix: false,
  ownsFirstSector: true,
  encryption: { by: 'windows', is: 'seen' },
  access: { windows: 'writes', linux: 'writes', macos: 'writes', bsd: 'writes' },
  readByLoaders: true,
  mount: { type: 'vfat', checked: true },
  linux: {
    ...NO_UTILITIES,
    make: (path, { label, uuid }) => `mkfs.fat -F 32 ${label('-n')}${serial(uuid('-i '))}${path}`,
    check: {
      line: (path) => ({ line: `fsck.fat -n ${path}` }),
      look: (path) => `fsck.fat -n ${path}`,
      repairs: true,
    },
    label: (path, label) => (label === '' ? `fatlabel -r ${path}` : `fatlabel ${path} ${shellWord(label)}`),
  },
};
