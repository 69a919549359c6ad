import type { SystemFamily } from '../family.js';

/**
 * How a size change can be made: with the volume in use, only with it out of use, only by making it
 * anew, from its own system only, or not at all.
 */
export type Ability = 'online' | 'offline' | 'recreate' | 'own-system' | 'no';

/**
 * What a system does with a file system without added software. `lives`: it can be installed on it. `writes`: it reads
 * and writes files on it. `reads`: it reads files and does not write them safely. `none`: it does not see them.
 */
export type Access = 'lives' | 'writes' | 'reads' | 'none';

/** What has encrypted a volume: the system that alone can open it, or a container of its own. */
export type Encrypter = 'windows' | 'macos' | 'luks';

/**
 * All that is to be known of a kind of content, one file a kind; `index.ts` lists them. Every kind says all of it: `null` is a
 * decision too. What it can and cannot do is common practice of each file system's own utilities.
 */
export interface VolumeTraits {
  /** Its proper name; what has none is described (`volume.<kind>` of the catalogue). */
  readonly name: string | null;
  /** What `lsblk` and `blkid` print for it, in small letters. */
  readonly printed: readonly string[];
  /** What lies in it. `volumes`: other volumes, that nobody who does not open it sees. */
  readonly holds: 'files' | 'volumes' | 'nothing' | 'unknown';
  /** A member of something larger: treated as one block that is kept or deleted, never resized. */
  readonly opaque: boolean;
  readonly shrink: Ability;
  readonly grow: Ability;
  readonly move: Ability;
  /** Most characters of a label; `null` where there is none. */
  readonly labelLimit: number | null;
  /** The least that its utility makes, in bytes. */
  readonly leastBytes: number;
  /** The least that one is shrunk to, whatever is used of it. */
  readonly leastShrunkBytes: number;
  /** The system whose own tool should change it. */
  readonly ownTool: SystemFamily | null;
  /** The type that this family gives a volume of it, whatever it is for. */
  readonly ownType: { readonly family: SystemFamily; readonly type: string } | null;
  /** Can hold a Linux root: owners, permissions and links. */
  readonly posix: boolean;
  /** Its first sector is its own, so that no boot code can stand there. */
  readonly ownsFirstSector: boolean;
  /** By what it is encrypted if it is; and whether it always is, or may be and look plain to a system that has it open. */
  readonly encryption: { readonly by: Encrypter; readonly is: 'always' | 'may-look-plain' | 'seen' };
  /** Common practice of each family's own drivers as they come with it. */
  readonly access: Readonly<Record<SystemFamily, Access>>;
  /** Boot loaders read kernels from it; one that is encrypted or spans partitions is another matter. */
  readonly readByLoaders: boolean;
  /** What mount(8) calls it, and whether it is checked at a boot (fstab(5), sixth field); `null`: what is in it is found when it is mounted. */
  readonly mount: { readonly type: string; readonly checked: boolean } | null;
  readonly linux: LinuxUtilities;
}

/**
 * A line of a general utility, as a person types it. @see LinuxUtilities
 */
export interface UtilityLine {
  readonly line: string;
  /** Where nobody answers it: what is safe to mend is mended, and it stops at the rest. It is the line itself where it asks nothing. */
  readonly unattended?: string;
  /** It ends with 1 where it mended something (e2fsck(8)). */
  readonly mends?: boolean;
  /** It talks with the person: a passphrase, or one confirmation. */
  readonly asks?: 'passphrase' | 'yes';
}

/** Lines that a Linux runs for it as it is out of use, at a path; `null`: none of its general utilities does that. */
export interface LinuxUtilities {
  /** Formats a device. */
  readonly make: ((path: string, options: MakeOptions) => string) | null;
  readonly check: {
    /** Looks whether it is whole, and mends it where that `repairs`; where repair is a last resort, without it. */
    readonly line: (path: string) => UtilityLine;
    /** Looks, and writes nothing. It ends with another answer than 0 where the file system goes on behind the end of its place. */
    readonly look: (path: string) => string;
    readonly repairs: boolean;
  } | null;
  /** The file system, before its partition. */
  readonly shrink: ((path: string, kibibytes: number) => readonly UtilityLine[]) | null;
  /** What it holds, after its partition, to all of it. */
  readonly grow: ((path: string) => readonly UtilityLine[]) | null;
  /** Its label; empty: it has none then. */
  readonly label: ((path: string, label: string) => string) | null;
}

/** Each is given the option of its utility; what is empty or not known is left out. */
export interface MakeOptions {
  readonly label: (option: string) => string;
  readonly uuid: (option: string) => string;
}

export const NO_UTILITIES: LinuxUtilities = {
  make: null,
  check: null,
  shrink: null,
  grow: null,
  label: null,
};

export const NOBODY = { windows: 'none', linux: 'none', macos: 'none', bsd: 'none' } as const;

/** Where a volume is mounted for the time of a few commands: beside the stick, not over it. */
export const MOUNT = '/mnt/volume';

/** Commands that want the volume mounted. */
export const mounted = (path: string, ...commands: readonly string[]): readonly UtilityLine[] =>
  [`mkdir -p ${MOUNT}`, `mount ${path} ${MOUNT}`, ...commands, `umount ${MOUNT}`].map((line) => ({ line }));

/** One word of the shell, whatever is in it (POSIX 2.2.2). */
export const shellWord = (word: string): string => `'${word.replaceAll("'", `'\\''`)}'`;
