import type { TypedSize, TypedUnit } from '../../../quantity/index.js';
import { and, both, or, quoted } from '../format.js';

/** What a step says to the person who carries it out. Plain text, one sentence an item. */
export interface StepText {
  readonly title: string;
  /** What to do. */
  readonly actions: readonly string[];
  /** What is written into a file, line by line as it stands. */
  readonly lines: readonly string[];
  /** What must be true before going on. */
  readonly checks: readonly string[];
  /** The mistake that is made here. */
  readonly warning: string | null;
}

export const say = (
  title: string,
  actions: readonly string[],
  checks: readonly string[],
  warning: string | null = null,
  lines: readonly string[] = [],
): StepText => ({ title, actions, lines, checks, warning });

/** A partition as it is picked from a list. */
export interface Line {
  readonly device: string;
  readonly bytes: number;
  readonly name: string;
}
export const line = ({ device, bytes, name }: Line) => `${device}, ${both(bytes)}, ${quoted(name)}`;

/** The disk, which was found when the place was entered. */
export interface Disk {
  readonly device: string;
  readonly bytes: number;
  /** Nobody has told its device name. */
  readonly assumed: boolean;
  /** What its maker calls it, where that was told. */
  readonly model: string | null;
  /** The other disks in the machine. */
  readonly others: readonly { readonly name: string; readonly bytes: number }[];
}
export const disk = ({ device, bytes, assumed, model, others }: Disk) =>
  `Use the disk that you found above: ${both(bytes)}${model === null ? '' : `, ${quoted(model)}`}${assumed ? '' : `, called ${device} when it was read`}.${notThese(others)}`;

/** The other disks, so that none of them is taken for this one. */
const notThese = (others: Disk['others']): string =>
  others.length === 0
    ? ''
    : ` It is not ${or(others.map((other) => `${quoted(other.name)}, ${both(other.bytes)}`))}: choose nothing there.`;

export const unhibernateWindows = (system: string) =>
  say(
    `Turn off fast startup and hibernation in ${system}`,
    [
      'Open a command prompt as administrator and enter the command. It turns off both.',
      'Shut down completely once, and start again.',
    ],
    ['The power options no longer offer hibernation or fast startup.'],
    'With either turned on, its volumes stay in use after shutdown. Another system that writes to them then destroys files.',
  );

export const unhibernateOther = (system: string) =>
  say(
    `Turn off hibernation in ${system}`,
    [
      'Enter the command as administrator.',
      'Take “resume=” out of the settings of its boot loader and its initial image, and write both again.',
    ],
    ['The desktop no longer offers to hibernate.'],
    'A hibernated system keeps its memory in swap. Another system that uses the same swap destroys it.',
  );

const TYPED_NAMES: Readonly<Record<TypedUnit, string>> = {
  MiB: 'MiB',
  'binary-mb': 'MB',
  MB: 'MB',
  GB: 'GB',
  sectors: 'sectors',
};

/** A size as it is typed: its digits without marks between them. */
export const typed = ({ count, unit }: TypedSize): string => `${count} ${TYPED_NAMES[unit]}`;

/** A size in each unit in which a tool may ask for it. */
export const typedIn = (sizes: readonly TypedSize[]): string =>
  sizes.length > 1 ? `${or(sizes.map(typed))}, whichever the tool asks for` : sizes.map(typed).join('');

/** A span in the units of table tools: first and last sector, and its size as it is typed. */
export interface Extent {
  readonly first: number;
  readonly last: number;
  readonly bytes: number;
  readonly size: TypedSize;
}

export const extentText = ({ first, last, size }: Extent): string =>
  `from sector ${first} to sector ${last} (${typed(size)})`;

export const LAYER = {
  luks: 'Create an encrypted container first, then the file system inside it. Without the passphrase, or a copy of the container’s header, everything in it is lost: keep both away from the machine. Mount a USB stick at /mnt/stick first: the copy goes there.',
  lvm: 'Create a volume group first, then the file system on a volume of it. Tools that do not know volume groups show one block of unknown content.',
  'luks-lvm':
    'Create an encrypted container first, a volume group inside it, then the file system on a volume of that. Keep the passphrase and a copy of the container’s header away from the machine. Mount a USB stick at /mnt/stick first: the copy goes there.',
} as const;

/** The same where several volumes are planned inside. */
export const LAYER_OF_VOLUMES = {
  luks: LAYER.luks,
  lvm: 'Create a volume group first, then the volumes in it. Tools that do not know volume groups show one block of unknown content.',
  'luks-lvm':
    'Create an encrypted container first, a volume group inside it, then the volumes in that. Keep the passphrase and a copy of the container’s header away from the machine. Mount a USB stick at /mnt/stick first: the copy goes there.',
} as const;

/** A volume inside a container or volume group. */
export interface Inside {
  readonly name: string;
  /** As it is typed. */
  readonly size: TypedSize;
  /** Its file system; empty for none. */
  readonly content: string;
  readonly label: string;
}
export const insideText = ({ name, size, content, label }: Inside) =>
  `${name}, ${typed(size)}${content ? `, as ${content}` : ''}${label ? `, label ${label}` : ''}`;

/** A subvolume of a btrfs volume, and where it is mounted; empty where it is not. */
export interface Subvolume {
  readonly name: string;
  readonly mountPoint: string;
}

/** What a volume is mounted at, or the subvolumes in it. */
export const mounting = (mountPoint: string, subvolumes: readonly Subvolume[], made: boolean): string =>
  subvolumes.length === 0
    ? `mount at ${mountPoint}`
    : `${made ? 'use' : 'create'} the ${subvolumes.length === 1 ? 'subvolume' : 'subvolumes'} ${and(
        subvolumes.map((s) => (s.mountPoint ? `${s.name} (mounted at ${s.mountPoint})` : s.name)),
      )}`;

/** What an installer does with a line: `made`: it was formatted as it was created, and is empty. `as-told`: a step before says how. */
export type Formatting = 'format' | 'made' | 'as-told' | 'keep';
export const FORMATTING: Readonly<Record<Formatting, string>> = {
  format: 'format',
  made: 'formatted already and empty: format it only if the installer insists',
  'as-told': 'formatted as the step before says',
  keep: 'do NOT format',
};

/** What is done before the volumes inside a partition can be seen. */
export const opened = (where: string, luks: boolean, lvm: boolean) => [
  ...(luks ? [`Open the encrypted container on ${where} with its passphrase.`] : []),
  ...(lvm
    ? [
        `Activate the volume group ${luks ? 'inside it' : `on ${where}`}. Its volumes are listed by their names.`,
      ]
    : []),
];

export const FROM_ANOTHER_DISK = 'It restores the partition table, not the data. It is not a backup.';
