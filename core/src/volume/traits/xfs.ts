import { MIB } from '../../quantity/index.js';
import { MOUNT, mounted, NOBODY, shellWord, type VolumeTraits } from './traits.js';

/** XFS: sb_fname has 12 bytes; mkfs.xfs(8) since 5.19 refuses less than 300 MiB (tried). */
export const xfs: VolumeTraits = {
  name: 'XFS',
  printed: ['xfs'],
  holds: 'files',
  opaque: false,
  shrink: 'no',
  grow: 'online',
  move: 'offline',
  labelLimit: 12,
  leastBytes: 300 * MIB,
  leastShrunkBytes: 0,
  ownTool: 'linux',
  ownType: null,
  posix: true,
  ownsFirstSector: true,
  encryption: { by: 'luks', is: 'seen' },
  access: { ...NOBODY, linux: 'lives' },
  readByLoaders: true,
  mount: { type: 'xfs', checked: false },
  linux: {
    make: (path, { label, uuid }) => `mkfs.xfs ${label('-L')}${uuid('-m uuid=')}${path}`,
    check: {
      line: (path) => ({ line: `xfs_repair -n ${path}` }),
      look: (path) => `xfs_repair -n ${path}`,
      repairs: false,
    },
    shrink: null,
    grow: (path) => mounted(path, `xfs_growfs ${MOUNT}`),
    label: (path, label) => `xfs_admin -L ${label === '' ? '--' : shellWord(label)} ${path}`,
  },
};
