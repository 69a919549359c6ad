import { NOBODY, NO_UTILITIES, type VolumeTraits } from './traits.js';

/** A member of a volume group: pvresize(8) takes whatever its partition has got; less of it only once no volume lies there. */
export const lvm: VolumeTraits = {
  name: null,
  printed: ['lvm2_member'],
  holds: 'volumes',
  opaque: true,
  shrink: 'no',
  grow: 'online',
  move: 'offline',
  labelLimit: null,
  leastBytes: 0,
  leastShrunkBytes: 0,
  ownTool: null,
  ownType: null,
  posix: false,
  ownsFirstSector: false,
  encryption: { by: 'luks', is: 'seen' },
  access: NOBODY,
  readByLoaders: false,
  mount: null,
  linux: { ...NO_UTILITIES, grow: (path) => [{ line: `pvresize ${path}` }] },
};
