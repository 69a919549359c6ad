import {
  NOBODY,
  shellWord,
  type Access,
  type Ability,
  type UtilityLine,
  type VolumeTraits,
} from './traits.js';

/** ext2, ext3, ext4: s_volume_name has 16 bytes; e2fsck(8), resize2fs(8), mke2fs(8). A kernel enlarges those with a journal while they are in use. */
const ext = (name: 'ext2' | 'ext3' | 'ext4', grow: Ability, bsd: Access): VolumeTraits => {
  const check = (path: string): UtilityLine => ({
    line: `e2fsck -f ${path}`,
    unattended: `e2fsck -f -p ${path}`,
    mends: true,
  });
  return {
    name,
    printed: [name],
    holds: 'files',
    opaque: false,
    shrink: 'offline',
    grow,
    move: 'offline',
    labelLimit: 16,
    leastBytes: 0,
    leastShrunkBytes: 0,
    ownTool: 'linux',
    ownType: null,
    posix: true,
    ownsFirstSector: false,
    encryption: { by: 'luks', is: 'seen' },
    access: { ...NOBODY, linux: 'lives', bsd },
    readByLoaders: true,
    mount: { type: name, checked: true },
    linux: {
      make: (path, { label, uuid }) => `mkfs.${name} ${label('-L')}${uuid('-U ')}${path}`,
      check: { line: check, look: (path) => `e2fsck -f -n ${path}`, repairs: true },
      shrink: (path, kibibytes) => [check(path), { line: `resize2fs ${path} ${kibibytes}K` }],
      grow: (path) => [check(path), { line: `resize2fs ${path}` }],
      label: (path, label) => `e2label ${path} ${shellWord(label)}`,
    },
  };
};

export const ext2 = ext('ext2', 'offline', 'writes');
export const ext3 = ext('ext3', 'online', 'reads');
export const ext4 = ext('ext4', 'online', 'reads');
