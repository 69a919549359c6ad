import { and, or, binary, both, count, MODE, type Mode, quoted } from '../format.js';
import {
  type Disk,
  disk,
  mounting,
  type Subvolume,
  type Formatting,
  FORMATTING,
  opened,
  say,
} from './shared.js';

/** The EFI system partition that is meant, by what tells it from another. */
const efiText = (
  efi: { readonly name: string; readonly bytes: number; readonly device: string } | null,
): string =>
  efi === null
    ? 'the EFI system partition'
    : `the EFI system partition ${quoted(efi.name)}, ${both(efi.bytes)} (${efi.device})`;

const made = (part: { role: string; leastBytes: number; mostBytes: number | null }): string =>
  part.mostBytes === null
    ? part.role
    : `${part.role} (${part.leastBytes === part.mostBytes ? binary(part.mostBytes) : `${binary(part.leastBytes)} to ${binary(part.mostBytes)}`})`;

/** A boot entry, as its fields are called in a utility or a firmware setup. */
export interface EntryFields {
  readonly number: string;
  readonly name: string;
  readonly loader: string;
}

const fieldsOf = ({ name, loader }: EntryFields): string[] => [
  `Its boot entry was called “${name}” and led to ${loader} on the EFI system partition. If it has to be added by hand, these are its fields.`,
  `Where the firmware can boot from a file, it can start ${loader} once before there is an entry.`,
];

/** The directory of a loader, in brackets; not told of the fallback's, which may be another system's. */
const folderOf = ({ loader }: EntryFields): string => {
  const folder = loader.replace(/\\[^\\]*$/, '');
  return /^\\EFI\\BOOT$/i.test(folder) ? '' : ` (${folder})`;
};

/** By bcdedit and mountvol, which come with every Windows. */
const inWindows = (
  system: string,
  entry: EntryFields | undefined,
  directories: readonly string[],
  next: string | null,
  putsItselfFirst: boolean,
): string[] => [
  'Open a command prompt as administrator, and enter the commands. If a volume has the letter S: already, take another letter in all of them.',
  putsItselfFirst
    ? 'The first puts the entry of this Windows first. The second lists all entries of the firmware. The others show the directories of the EFI system partition.'
    : 'The first lists all entries of the firmware. The others show the directories of the EFI system partition.',
  ...(next === null || putsItselfFirst
    ? []
    : [`Put the entry of ${next} first in the boot order: the firmware setup does so.`]),
  `Find the entry of ${system} in the list${entry ? `: ${quoted(entry.name)}, with the path ${entry.loader}` : ''}. Enter bcdedit /delete, and its identifier with the braces.`,
  `Delete the directory of ${system}${entry ? folderOf(entry) : ''} on S:, with rd /s and its name, and no other.`,
  ...(directories.length > 0
    ? [`As it was read, the partition holds ${directories.map((name) => `\\EFI\\${name}`).join(', ')}.`]
    : []),
  'Enter mountvol S: /d.',
];

/** What is installed, and how systems start. */
/** Setups ask for megabytes, and count in 1024s. */
const takes = (bytes: number | null): string =>
  bytes === null
    ? ''
    : ` Create a new partition in it, and enter ${Math.ceil(bytes / 2 ** 20)} MB as its size: ${both(bytes)}, not all of the free space.`;

export const systems = {
  'step.redo-start': ({
    system,
    mode,
    first,
    byItsMedium,
    entry,
    efi,
  }: {
    system: string;
    mode: Mode;
    /** Where its boot files are to lie. */
    efi: { readonly name: string; readonly bytes: number; readonly device: string } | null;
    /** Whose boot loader starts it, and stands in the first sector of the disk with BIOS. */
    first: string | null;
    /** Whether it has a medium whose tools repair it; else it is done from a live session. */
    byItsMedium: boolean;
    /** The boot entry that it had, where it was read. */
    entry?: EntryFields | undefined;
  }) =>
    say(
      `Make ${system} start again`,
      [
        ...(!byItsMedium
          ? [
              `Mount its root, and in it its other partitions as its mount table has them; change root into it.`,
              mode === 'uefi'
                ? `Let its own tool write its boot loader to ${efiText(efi)}, add a boot entry, and write its menu again.`
                : 'Let its own tool write its boot loader to the first sector of the disk, and write its menu again.',
            ]
          : [
              `Start the repair tools of its own medium in ${MODE[mode]} mode.`,
              mode === 'uefi'
                ? `Let them write its boot files to ${efiText(efi)}, and add a boot entry.`
                : first === null
                  ? 'Let them write its boot loader to the first sector of the disk, and mark its boot partition active.'
                  : `Let them write its boot files and the boot sector of its own partition, and nothing else. The first sector of the disk has the boot loader of ${first}, which starts it: it must stay.`,
            ]),
        ...(entry ? fieldsOf(entry) : []),
      ],
      ['It starts after the machine was off, and all its volumes are there.'],
      'Repair only its start. Do not let the tools reset or reinstall anything.',
    ),
  'step.remove-start': ({
    system,
    mode,
    entry,
    directories,
    next,
    windows,
  }: {
    system: string;
    mode: Mode;
    entry?: EntryFields | undefined;
    directories: readonly string[];
    /** The system that is started from then on, where one is there by then. */
    next: string | null;
    /** It is done in a Windows, with a letter for the EFI system partition. */
    windows: { putsItselfFirst: boolean } | null;
  }) =>
    say(
      `Remove ${system} from the boot menu`,
      [
        ...(windows
          ? inWindows(system, entry, directories, next, windows.putsItselfFirst)
          : mode === 'uefi'
            ? [
                ...(next === null
                  ? []
                  : [
                      `Put the entry of ${next} first in the boot order. In a Linux, installed or in a live session, efibootmgr lists the entries and changes their order; the firmware setup does so too.`,
                    ]),
                `Delete the directory of ${system}${entry ? folderOf(entry) : ''} from the EFI system partition, and no other.`,
                ...(directories.length > 0
                  ? [
                      `As it was read, the partition holds ${directories.map((name) => `\\EFI\\${name}`).join(', ')}.`,
                    ]
                  : []),
                entry
                  ? `Delete its boot entry ${entry.number} “${entry.name}” from the list of the firmware.`
                  : 'Delete its boot entry from the list of the firmware.',
              ]
            : [
                `Let the remaining boot loader look for systems again, so that it no longer lists ${system}.`,
              ]),
        ...(mode === 'bios' ? ['Make another system the default.'] : []),
      ],
      [
        ...(next === null || mode === 'bios' ? [] : [`${next} is the first entry of the boot order.`]),
        'The boot menu no longer offers it, and still offers the others.',
      ],
      'The fallback loader (\\EFI\\BOOT) may belong to a system that stays.',
    ),
  'step.install': (p: {
    system: string;
    disk: Disk;
    lines: readonly {
      device: string;
      binary: string;
      decimal: string;
      content: string;
      mountPoint: string;
      subvolumes: readonly Subvolume[];
      use: string;
      format: Formatting;
    }[];
    /** Containers and groups with volumes that it is given. */
    opened: readonly { readonly device: string; readonly luks: boolean; readonly lvm: boolean }[];
    inside: readonly {
      readonly name: string;
      readonly device: string;
      readonly bytes: number;
      readonly content: string;
      readonly mountPoint: string;
      readonly use: string;
      readonly format: Formatting;
    }[];
    mode: Mode;
    efiDevice: string | null;
    /** A setup before it, which may have made one. */
    efiMadeBy: string | null;
    /** As which device it is listed. */
    efiMadeAs: string | null;
    /** Partitions that were created here for it, in this installer. */
    made: readonly { readonly device: string; readonly name: string }[];
  }) =>
    say(
      `Install ${p.system}`,
      [
        disk(p.disk),
        ...p.opened.flatMap((o) => opened(o.device, o.luks, o.lvm)),
        ...(p.made.length > 0
          ? [
              `Leave ${and(p.made.map((m) => `${quoted(m.name)} (${m.device})`))} as created in the steps before.`,
            ]
          : []),
        p.lines.length + p.inside.length > 0
          ? 'Choose to partition by hand, and give each line its use:'
          : p.made.length > 0
            ? 'Give no use to any other line.'
            : 'The plan has no partition for it: go no further, and give it some under Layout.',
        ...p.lines.map(
          (l) =>
            `${l.device}, ${l.binary} (${l.decimal}), ${l.content}: ${l.mountPoint || l.subvolumes.length > 0 ? mounting(l.mountPoint, l.subvolumes, l.format === 'made' || l.format === 'keep') : l.use}; ${FORMATTING[l.format]}.`,
        ),
        ...p.inside.map(
          (v) =>
            `${v.name} inside ${v.device}, ${both(v.bytes)}, ${v.content}: ${v.mountPoint ? `mount at ${v.mountPoint}` : v.use}; ${FORMATTING[v.format]}.`,
        ),
        p.mode === 'uefi'
          ? p.efiDevice === null
            ? p.efiMadeBy === null
              ? 'Set the target of the boot loader to an EFI system partition. The plan has none for it.'
              : `Set the target of the boot loader to the EFI system partition that the setup of ${p.efiMadeBy} made${p.efiMadeAs === null ? '' : `, likely ${p.efiMadeAs}`}; do NOT format it.`
            : `Set the target of the boot loader to the EFI system partition ${p.efiDevice}.`
          : `Set the target of the boot loader to the disk itself${p.disk.assumed ? '' : `, ${p.disk.device}`}, not to a partition.`,
      ],
      [
        'The summary of the installer formats only the lines that say so here.',
        'It lists no change to a line of another system.',
      ],
      'Choosing the wrong line is the costliest mistake. Compare size, place and label with the recognition sheet. Never choose to use the whole disk.',
    ),
  'step.mount-table': (p: {
    system: string;
    root: string;
    device: string;
    lines: readonly string[];
    /** Places where it has files by now, and the new volumes that would hide them. */
    copies: readonly { readonly volume: string; readonly at: string }[];
    toFill: boolean;
    gone: readonly string[];
    swap: boolean;
  }) =>
    say(
      `Change the mount table of ${p.system}`,
      [
        `Mount its root, ${quoted(p.root)} (${p.device}), and copy etc/fstab there to etc/fstab.before.`,
        ...p.copies.map(
          ({ volume, at }) =>
            `Mount the new ${quoted(volume)} too, and copy everything in ${at} of ${p.system} into it, with owners, links and permissions: sudo cp -a. Compare both with diff -r: it must print nothing. Rename the old ${at} to ${at}.before and make an empty ${at}.`,
        ),
        ...(p.gone.length > 0
          ? [
              `Take out of etc/fstab every line of ${and(p.gone.map(quoted))}: ${p.gone.length === 1 ? 'it is' : 'they are'} not there any more.`,
            ]
          : []),
        ...(p.lines.length > 0
          ? [
              'Add the lines shown below to etc/fstab, each as one line; where the mount point has one already, replace it.',
            ]
          : []),
        ...(p.toFill ? ['Put the UUID in where it is missing: lsblk -o NAME,UUID prints it.'] : []),
        ...(p.swap
          ? [
              'If its settings of the boot loader or of the initial image say “resume=”, let that name the swap that is there now, and write the initial image again.',
            ]
          : []),
      ],
      [
        ...(p.lines.length > 0
          ? ['Each of these lines stands in etc/fstab once, and lsblk lists each UUID in them.']
          : []),
        ...p.copies.map(({ volume, at }) => `${quoted(volume)} has every file that ${at} had.`),
        ...(p.gone.length > 0 ? [`No line names ${and(p.gone.map(quoted))}.`] : []),
      ],
      'A line that names what is not there stops the boot, or delays it by 90 seconds.',
      p.lines,
    ),
  'step.install-hosted': (p: {
    system: string;
    volume: string;
    bytes: number;
    menu: string | null;
    /** A step of its own comes for that menu. */
    later: boolean;
  }) =>
    say(
      `Install ${p.system} into a file on ${quoted(p.volume)}`,
      [
        `Make an image file of ${Math.ceil(p.bytes / 2 ** 20)} MiB (${both(p.bytes)}) on ${quoted(p.volume)}, as the guide of ${p.system} describes it, and install the system into that file: onto no disk and no partition.`,
        p.menu === null
          ? 'Give it an entry in a boot menu that can start a system from a file.'
          : p.later
            ? `It starts once ${quoted(p.menu)} is installed.`
            : `Give it an entry in the boot menu of ${p.menu}, and let that write its menu again.`,
      ],
      [
        `The file is there with its size, and ${quoted(p.volume)} still has free space.`,
        ...(p.later ? [] : ['The boot menu lists it.']),
        'No partition was changed.',
      ],
      'Do not move, shrink or encrypt the volume that holds the file without thinking of it.',
    ),
  'step.install-menu': (p: {
    system: string;
    disk: Disk;
    /** The EFI system partition that it is put on; `null` in BIOS mode. */
    efi: { device: string; name: string; number: number } | null;
    lists: readonly string[];
    signed: boolean;
  }) =>
    say(
      `Install the boot menu ${quoted(p.system)}`,
      [
        p.efi === null
          ? `Let its own setup write it to the first sector of the disk ${p.disk.device}, as its guide describes it.`
          : `Put its files into a directory of its own on ${quoted(p.efi.name)} (${p.efi.device}), as its guide describes it.`,
        ...(p.efi === null
          ? []
          : [
              `Add a boot entry with the name ${quoted(p.system)} to the firmware. Its loader is the file in that directory, its partition is number ${p.efi.number} of this disk. In a live session efibootmgr does so.`,
            ]),
        ...(p.lists.length > 0 ? [`Give it an entry for ${and(p.lists)}.`] : []),
      ],
      [
        ...(p.efi === null ? [] : [`The firmware lists ${quoted(p.system)}, and the path of its loader.`]),
        ...(p.lists.length > 0
          ? [`Its menu lists ${and(p.lists)}.`]
          : ['Its menu appears when it is started.']),
      ],
      p.efi === null
        ? 'It replaces what starts the machine now.'
        : `Leave the directories of the other systems, and \\EFI\\BOOT, as they are.${p.signed ? '' : ' It is not signed: the firmware starts it with Secure Boot off only.'}`,
    ),
  'step.install-own': (p: {
    system: string;
    disk: Disk;
    room:
      | { kind: 'placeholder'; binary: string; decimal: string; number: number; after: string }
      /** Over an old Windows, whose files are set aside. */
      | { kind: 'over'; binary: string; decimal: string; number: number; after: string }
      | {
          kind: 'gap';
          binary: string;
          decimal: string;
          after: string;
          /** How much of it, where not all. */
          takesBytes: number | null;
          /** What the setup makes there; `mostBytes` is `null` for what takes the rest. */
          makes: readonly { role: string; leastBytes: number; mostBytes: number | null }[];
        }
      | { kind: 'none'; leastBytes: number };
  }) =>
    say(
      `Install ${p.system}`,
      [
        disk(p.disk),
        p.room.kind === 'over'
          ? `Choose the custom installation, then the line of ${p.room.binary} (${p.room.decimal}): number ${p.room.number} in the order on the disk, after ${p.room.after}. Do NOT format it: the setup says that it sets the files of the old system aside in a folder. Its programs are gone then, its files are there.`
          : p.room.kind === 'placeholder'
            ? `Choose the custom installation, then the line of ${p.room.binary} (${p.room.decimal}): number ${p.room.number} in the order on the disk, after ${p.room.after}. The setup formats it.`
            : p.room.kind === 'gap'
              ? `Choose the custom installation, then the free space of ${p.room.binary} (${p.room.decimal}) after ${p.room.after}.${takes(p.room.takesBytes)} The setup creates its own partitions there${p.room.makes.length > 0 ? `, usually in this order: ${and(p.room.makes.map(made))}` : ''}.`
              : `There is no free space for it. It needs at least ${both(p.room.leastBytes)} in one piece.`,
      ],
      [
        'Before you confirm, every line of the list above is still there.',
        'It restarts by itself two or three times: press no key then, and leave the medium where it is.',
      ],
      'Do not delete or format any other line of the list.',
    ),
  'step.start-order': (p: {
    first: string | null;
    /** As it was decided, the default first; none where it was not. */
    order: readonly string[];
    /** The system whose menu lists the others. */
    menu: string | null;
    waitSeconds: number | null;
    mode: Mode;
    /** Those that release their key only where they are started by their own entry. */
    own: readonly string[];
    /** Those of a family whose updates put them first again. */
    pushes: readonly string[];
    /** It has a startup manager, and no firmware setup. */
    startupManager: boolean;
  }) => {
    const wait =
      p.waitSeconds === null || p.menu === null
        ? []
        : [`In the settings of the boot menu of ${p.menu}, let it wait ${count(p.waitSeconds, 'second')}.`];
    if (p.mode === 'bios')
      return say(
        'Set the order of the boot menu',
        [
          ...(p.order.length > 0
            ? [
                `In the settings of the boot menu of ${p.menu ?? 'the system that has one'}, make ${p.order[0]} the default${p.order.length > 1 ? `; the order is ${and(p.order)}` : ''}.`,
              ]
            : []),
          ...wait,
          'Let it look for systems again, and write the menu.',
        ],
        [
          'The boot menu lists every system.',
          ...(p.order[0] ? [`Left alone, it starts ${p.order[0]}.`] : []),
        ],
      );
    if (p.startupManager)
      return say(
        'Choose what starts by itself',
        [
          `In the startup manager, hold Control and choose ${p.first ?? 'the system that you use most'}: it starts by itself from then on. The settings of macOS have the same under startup disk.`,
          ...p.own.map(
            (system) =>
              `From now on start ${system} from the startup manager, never through the menu of another system: there it may ask for its recovery key.`,
          ),
          ...wait,
        ],
        ['The startup manager lists every system.'],
        ...(p.pushes.length > 0
          ? [`A large update of ${or(p.pushes)} may put it first again; then choose once more.`]
          : []),
      );
    return say(
      'Set the boot order',
      [
        p.order.length > 0
          ? `Put the boot entries in this order: ${and(p.order)}. The first one starts by itself.`
          : p.menu === null
            ? `Put the entry of ${p.first ?? 'the system that you use most'} first.`
            : `Put the entry of ${p.first ?? p.menu} first.`,
        'Leave the other entries in the list.',
        ...p.own.map(
          (system) =>
            `From now on start ${system} by its own entry in the firmware’s boot menu, never through the menu of another system: there it may ask for its recovery key.`,
        ),
        ...(p.menu === null
          ? []
          : [
              `Look whether the boot menu of ${p.menu} lists the other systems. Where it does not, they are started by their own entries in the firmware’s boot menu.`,
            ]),
        ...wait,
      ],
      ['The boot menu of the firmware lists every system.'],
      p.pushes.length === 0
        ? null
        : `A large update of ${or(p.pushes)} may put it first again. Then repeat this step; nothing is lost.`,
    );
  },
  'step.first-start': (p: {
    system: string;
    kept: boolean;
    clock: 'utc' | 'local';
    /** Whether it has to be set, since its own default is the other one. */
    setClock: boolean;
    several: boolean;
    /** Whether its recovery environment lies elsewhere than before. */
    recovery: boolean;
    /** Whether it is started by its own entry in the firmware, and through no menu of others. */
    ownEntry: boolean;
    /** Whether it may encrypt its volumes at this start. */
    encryptsItself: boolean;
  }) => {
    const clock = (which: 'utc' | 'local') => (which === 'utc' ? 'UTC' : 'local time');
    return say(
      `Start ${p.system} after the machine was off`,
      [
        p.ownEntry
          ? `Choose ${p.system} by its own entry in the firmware’s boot menu, not in the menu of another system, and log in.`
          : `Choose ${p.system} in the boot menu, and log in.`,
        ...(p.encryptsItself
          ? [
              `Look in its settings whether it encrypts its disk: a new Windows does that by itself. Turn it off there and wait until it is decrypted, or write the recovery key on paper and keep it away from the machine.`,
            ]
          : []),
        ...(p.setClock
          ? [
              `Set it to read the machine’s clock as ${clock(p.clock)}, and restart it. By default it reads it as ${clock(p.clock === 'utc' ? 'local' : 'utc')}.`,
            ]
          : []),
        ...(p.recovery
          ? [
              'Open a command prompt as administrator and enter the commands: they register its recovery environment at its new place.',
            ]
          : []),
        'Shut it down properly, and start it once more.',
      ],
      [
        ...(p.recovery ? ['The last command shows the recovery environment as enabled.'] : []),
        'It starts twice without asking for repair.',
        ...(p.encryptsItself ? ['Its disk is not encrypted, or its recovery key is on paper.'] : []),
        ...(p.kept ? ['All its files are there.'] : []),
        ...(p.several ? [`It shows the right time. It reads the machine’s clock as ${clock(p.clock)}.`] : []),
      ],
      'Start it again after its first large update: that is when boot entries change.',
    );
  },
  'step.resume-protection': ({ volume, system }: { volume: string; system: string }) =>
    say(
      `Resume the encryption of ${quoted(volume)}`,
      [
        `Make sure that ${system} was started by its own entry in the firmware’s boot menu. If not, restart it so.`,
        `Resume the protection in ${system}.`,
        'Restart once, by the same entry.',
      ],
      ['It starts without asking for the recovery key.'],
      'The key is sealed to the way in which the system was started. Through another system’s boot menu it may ask for the recovery key each time.',
    ),
  'step.verify-disk': () =>
    say(
      'Read the disk again and compare',
      [
        'List the disk once more: in a Linux with lsblk -o NAME,SIZE,PARTLABEL,FSTYPE,LABEL, elsewhere with the disk tool of the system.',
        'Compare every line with the recognition sheet from start to end: size and label.',
      ],
      ['Each partition of the sheet is there with its size. No other has changed.'],
    ),
};
