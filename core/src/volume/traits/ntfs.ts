import { KIB } from '../../quantity/index.js';
import { NO_UTILITIES, shellWord, type UtilityLine, type VolumeTraits } from './traits.js';

/** Refuses what is marked to be checked by Windows, which it leaves it as: what was cut off is gone on with by force alone. */
const resize = (what: string): UtilityLine => ({
  line: `ntfsresize ${what}`,
  unattended: `ntfsresize --force ${what}`,
  asks: 'yes',
});

/** NTFS: ntfsresize(8). Label: $VOLUME_NAME of 128 bytes, of which 32 units are common to all tools. */
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
  leastShrunkBytes: 0,
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
    check: {
      line: (path) => ({ line: `ntfsresize --info ${path}` }),
      look: (path) => `ntfsresize --info --force ${path}`,
      repairs: true,
    },
    shrink: (path, kibibytes) => [resize(`--size ${kibibytes * KIB} ${path}`)],
    grow: (path) => [resize(path)],
    label: (path, label) => `ntfslabel --force ${path} ${shellWord(label)}`,
  },
};
