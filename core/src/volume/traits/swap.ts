import { NOBODY, NO_UTILITIES, shellWord, type VolumeTraits } from './traits.js';

/** Linux swap: mkswap(8). */
export const swap: VolumeTraits = {
  name: 'swap',
  printed: ['swap', 'swsuspend'],
  holds: 'nothing',
  opaque: false,
  shrink: 'recreate',
  grow: 'recreate',
  move: 'recreate',
  labelLimit: 16,
  leastBytes: 0,
  leastShrunkBytes: 0,
  ownTool: 'linux',
  ownType: { family: 'bsd', type: 'BSD swap' },
  posix: false,
  ownsFirstSector: false,
  encryption: { by: 'luks', is: 'seen' },
  access: NOBODY,
  readByLoaders: false,
  mount: { type: 'swap', checked: false },
  linux: {
    ...NO_UTILITIES,
    make: (path, { label, uuid }) => `mkswap ${label('-L')}${uuid('-U ')}${path}`,
    label: (path, label) => `swaplabel -L ${shellWord(label)} ${path}`,
  },
};
