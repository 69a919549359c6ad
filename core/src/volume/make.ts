import type { VolumeKind } from './kinds.js';

/** Each is given the option of its utility; what is empty or not known is left out. */
interface MakeOptions {
  readonly label: (option: string) => string;
  readonly uuid: (option: string) => string;
}

type Makes = Partial<Readonly<Record<VolumeKind, (path: string, options: MakeOptions) => string>>>;

/** mkfs.fat(8) takes the eight digits without the hyphen that is printed among them. */
const serial = (option: string): string => option.replace(/-(?=[0-9A-Fa-f]{4} $)/, '');

const MAKES: Makes = {
  ext2: (path, { label, uuid }) => `mkfs.ext2 ${label('-L')}${uuid('-U ')}${path}`,
  ext3: (path, { label, uuid }) => `mkfs.ext3 ${label('-L')}${uuid('-U ')}${path}`,
  ext4: (path, { label, uuid }) => `mkfs.ext4 ${label('-L')}${uuid('-U ')}${path}`,
  xfs: (path, { label, uuid }) => `mkfs.xfs ${label('-L')}${uuid('-m uuid=')}${path}`,
  btrfs: (path, { label, uuid }) => `mkfs.btrfs ${label('-L')}${uuid('-U ')}${path}`,
  fat: (path, { label, uuid }) => `mkfs.fat -F 32 ${label('-n')}${serial(uuid('-i '))}${path}`,
  swap: (path, { label, uuid }) => `mkswap ${label('-L')}${uuid('-U ')}${path}`,
};

/**
 * What formats a device in a Linux: mke2fs(8), mkfs.xfs(8), mkfs.btrfs(8), mkfs.fat(8), mkswap(8). Empty for a kind that another
 * system formats. @param uuid as it is printed; absent: one is made up by the utility
 */
export function makeCommands(kind: VolumeKind, path: string, label: string, uuid?: string): string[] {
  const make = MAKES[kind];
  if (!make) return [];
  return [
    make(path, {
      label: (option) => (label === '' ? '' : `${option} ${shellWord(label)} `),
      uuid: (option) => (uuid === undefined ? '' : `${option}${uuid} `),
    }),
  ];
}

/** One word of the shell, whatever is in it (POSIX 2.2.2). */
export const shellWord = (word: string): string => `'${word.replaceAll("'", `'\\''`)}'`;
