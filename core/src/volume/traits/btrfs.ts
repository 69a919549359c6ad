import { MIB } from '../../quantity/index.js';
import { MOUNT, mounted, NOBODY, shellWord, type VolumeTraits } from './traits.js';

/** btrfs: btrfs-filesystem(8), mkfs.btrfs(8), which refuses less than 109 MiB with its usual profiles (tried); a kernel shrinks none below 256 MiB (Linux, fs/btrfs/ioctl.c; tried). */
export const btrfs: VolumeTraits = {
  name: 'btrfs',
  printed: ['btrfs'],
  holds: 'files',
  opaque: false,
  shrink: 'online',
  grow: 'online',
  move: 'offline',
  labelLimit: 255,
  leastBytes: 109 * MIB,
  leastShrunkBytes: 256 * MIB,
  ownTool: 'linux',
  ownType: null,
  posix: true,
  ownsFirstSector: false,
  encryption: { by: 'luks', is: 'seen' },
  access: { ...NOBODY, linux: 'lives' },
  readByLoaders: true,
  mount: { type: 'btrfs', checked: false },
  linux: {
    make: (path, { label, uuid }) => `mkfs.btrfs ${label('-L')}${uuid('-U ')}${path}`,
    check: {
      line: (path) => ({ line: `btrfs check --readonly ${path}` }),
      look: (path) => `btrfs check --readonly ${path}`,
      repairs: false,
    },
    shrink: (path, kibibytes) => mounted(path, `btrfs filesystem resize ${kibibytes}K ${MOUNT}`),
    grow: (path) => mounted(path, `btrfs filesystem resize max ${MOUNT}`),
    label: (path, label) => `btrfs filesystem label ${path} ${shellWord(label)}`,
  },
};
