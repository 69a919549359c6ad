import { and, both, count, quoted } from '../format.js';
import { findingText as say } from './text.js';

const names = (list: readonly string[]) => and(list);

/** Why a file system does not suit what a volume is for. */
const USE = {
  system: (system: string) => `${system} cannot be installed on it.`,
  home: (system: string) => `${system} cannot store owners, permissions and links on it.`,
  boot: (system: string) => `The boot loader of ${system} cannot read its kernels from it.`,
  efi: () => 'Firmware reads FAT only.',
  swap: (system: string) => `${system} cannot use it as swap.`,
  data: (system: string) => `${system} cannot write to it.`,
} as const;

/** What is the matter with a system and the volumes that it uses. */
export const ofSystems = {
  'finding.home-unmounted': ({ volume, system }: { volume: string; system: string }) =>
    say(
      `${quoted(volume)} has no mount point`,
      `${system} would keep people’s files on its root, and the old files would not be visible.`,
    ),
  'finding.mount-table-stale': ({ volume, deleted }: { volume: string; deleted: boolean }) =>
    say(
      `A system that stays still mounts ${quoted(volume)}`,
      `Its mount table names a volume that is ${deleted ? 'deleted' : 'made again with another ID'}. Remove the line, or enter the new ID, before you start that system. Otherwise it waits for the volume, or does not start.`,
    ),
  'finding.mount-twice': (p: { system: string; partitions: number; mountPoint: string }) =>
    say(
      `${p.system} mounts ${count(p.partitions, 'partition')} at ${p.mountPoint}`,
      'Only the last one would be visible; the files on the others would be hidden.',
    ),
  'finding.no-room': (p: { system: string; bytes: number; advice: string }) =>
    say(
      `There is not enough free space for ${p.system}`,
      `It needs at least ${both(p.bytes)} in one piece. ${p.advice}`,
    ),
  'advice.give': ({ volume, bytes }: { volume: string; bytes: number }) =>
    `${quoted(volume)} could give ${both(bytes)} and keep its advised size.`,
  'advice.ask-used': ({ volume }: { volume: string }) =>
    `It could come from ${quoted(volume)}: enter under As found how much space it uses.`,
  'advice.none': () => 'No volume on this disk can give that much.',
  'finding.no-root': (p: { system: string; root: boolean; family: string }) =>
    say(
      `${p.system} has no ${p.root ? 'root' : 'system volume'}`,
      `The installer of a ${p.family} must be told where to install it. There is enough free space.`,
    ),
  'finding.nobody-owns': ({ volume }: { volume: string }) =>
    say(
      `No system owns ${quoted(volume)}`,
      'Choose the system it belongs to. Then it is clear which system may change it, and which one loses files if it is deleted.',
    ),
  'finding.old-settings': ({ system, volume }: { system: string; volume: string }) =>
    say(
      `${system} will find old settings on ${quoted(volume)}`,
      'A new major version or another desktop may not work with them. Create a new user first and check that it works. Then, if something is wrong, rename the old hidden files of a user one by one.',
    ),
  'finding.recovery-between': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} divides the free space`,
      'It is small. Moved to one side, it leaves the free space in one piece. Its own system may have to be told where it is now.',
    ),
  'finding.recovery-deleted': () =>
    say(
      'A recovery partition would be lost while its system stays',
      'Without it the system cannot repair its own start. Create a recovery medium first, or keep the partition.',
    ),
  'finding.retired-owns': ({ system, partitions }: { system: string; partitions: number }) =>
    say(
      `${system} is removed, but still owns ${count(partitions, 'partition')}`,
      'Partitions that nobody uses take space and make every list harder to read.',
    ),
  'finding.retired-room': ({ system }: { system: string }) =>
    say(
      `The space of ${system} is not used yet`,
      'It is free: give it to a partition that stays, or leave it free for later.',
    ),
  'finding.root-content': (p: {
    volume: string;
    content: string;
    system: string;
    use: keyof typeof USE;
    usual: string;
  }) => say(`${quoted(p.volume)} cannot be ${p.content}`, `${USE[p.use](p.system)} Use ${p.usual}.`),
  'finding.root-kept': (p: {
    system: string;
    volume: string;
    /** The subvolume that is its root, where there is one. */
    root: string | null;
    /** Other subvolumes of it, which stay. */
    others: readonly string[];
  }) =>
    p.root === null
      ? say(
          `${p.system} is installed over the files on ${quoted(p.volume)}`,
          'Files of the old system stay among those of the new one. Most installers refuse this; others leave a system that fails in odd ways. Keep files you need on a home partition or in the backup.',
        )
      : say(
          `${p.system} is installed again in the subvolume ${quoted(p.root)} of ${quoted(p.volume)}`,
          `${p.others.length === 0 ? '' : `The files in ${and(p.others.map(quoted))} stay. `}Before the installer, rename ${quoted(p.root)} in a live session, so that the old system is set aside, and create an empty one of that name. An installer that asks for no subvolume formats the whole volume${p.others.length === 0 ? '' : `, with ${and(p.others.map(quoted))}`}: then stop.`,
        ),
  'finding.setup-over': (p: {
    system: string;
    volume: string;
    leastBytes: number;
    /** Whether both have room; `null` where the space in use is not known. */
    fits: boolean | null;
  }) =>
    say(
      p.fits === false
        ? `There is not enough free space on ${quoted(p.volume)} to install ${p.system} beside its old files`
        : `${p.system} is installed over the old one, without formatting`,
      `Its setup sets the old files aside in a folder, and needs ${both(p.leastBytes)} beside them.${p.fits === null ? ' How much is in use is not known: enter it under As found.' : ''} Programs and settings are gone all the same. Have a backup of the files.`,
    ),
  'finding.shared-data': (p: {
    system: string;
    volume: string;
    content: string;
    systems: readonly string[];
    reads: boolean;
  }) =>
    say(
      `${p.system} cannot write to ${quoted(p.volume)}`,
      `Without added software, ${names(p.systems)} ${p.systems.length === 1 ? 'reads' : 'read'} ${p.reads ? `${p.content} but cannot write it safely` : `and write no ${p.content}`}.`,
    ),
  'finding.shared-swap': ({ volume, system }: { volume: string; system: string }) =>
    say(
      `${quoted(volume)} is shared, and ${system} hibernates`,
      'The other system overwrites the memory of the one that hibernates. Give each its own swap, or turn hibernation off in both.',
    ),
  'finding.swap-advised': ({ system }: { system: string }) =>
    say(
      `${system} has no swap, and memory is small`,
      'When memory is full, programs are ended. A swap partition prevents this, or a swap file added later.',
    ),
  'finding.swap-in-the-clear': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} is not encrypted, but the root is`,
      'Anyone who has the disk can read passwords and files from it that were in memory.',
    ),
  'finding.swap-remade': ({ volume, systems }: { volume: string; systems: readonly string[] }) =>
    say(
      `${quoted(volume)} is made again`,
      `The mount table of ${names(systems)} names it by its old UUID. Each start then waits for it for a minute and a half, and there is no swap. Enter the new UUID there, and where hibernation is set up.`,
    ),
  'finding.system-too-small': ({ volume, system }: { volume: string; system: string }) =>
    say(
      `${quoted(volume)} is too small for ${system}`,
      'It cannot be installed, or not be updated, in so little space.',
    ),
  'finding.system-tight': ({ volume, system }: { volume: string; system: string }) =>
    say(
      `${quoted(volume)} is small for ${system}`,
      'It will work, but a full system volume stops the system. Be generous if home is separate.',
    ),
  'finding.volume-in-use': ({ system }: { system: string }) =>
    say(
      `${system} may still be using its volumes after shutdown`,
      'With hibernation or fast startup on, it does not really close its volumes. Another system that writes to them, or to a shared EFI system partition, can destroy files. The runbook turns both off first.',
    ),
  'finding.windows-later': ({ system, systems }: { system: string; systems: readonly string[] }) =>
    say(
      `Installing ${system} will hide ${names(systems)}`,
      'Its setup puts itself first in the boot order. The runbook restores the order afterwards; nothing is lost.',
    ),
  'finding.no-primary-free': ({ system }: { system: string }) =>
    say(
      `There is no free primary partition for ${system}`,
      'Its setup creates a primary in the free space it is given, and all four places of this MBR are in use.',
    ),
  'finding.windows-on-logical': ({ volume, system }: { volume: string; system: string }) =>
    say(
      `${quoted(volume)} is a logical, and ${system} starts from a primary`,
      'The firmware starts the active primary; a logical cannot be active.',
    ),
};
