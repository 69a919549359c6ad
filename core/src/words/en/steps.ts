import { and, binary, both, capital, count, MODE, quoted, STYLE, type Mode, type Style } from './format.js';

/** What a step says to the person who carries it out. Plain text, one sentence an item. */
export interface StepText {
  readonly title: string;
  /** What to do. */
  readonly actions: readonly string[];
  /** What must be true before going on. */
  readonly checks: readonly string[];
  /** The mistake that is made here. */
  readonly warning: string | null;
}

const say = (
  title: string,
  actions: readonly string[],
  checks: readonly string[],
  warning: string | null = null,
): StepText => ({ title, actions, checks, warning });

/** A partition as it is picked from a list. */
export interface Line {
  readonly device: string;
  readonly bytes: number;
  readonly name: string;
}
const line = ({ device, bytes, name }: Line) => `${device}, ${both(bytes)}, ${quoted(name)}`;

/** The disk; `assumed`: nobody has entered its device name. */
export interface Disk {
  readonly device: string;
  readonly bytes: number;
  readonly assumed: boolean;
}
const disk = ({ device, bytes, assumed }: Disk) =>
  assumed
    ? `Find the disk of ${both(bytes)}; a Linux usually calls it ${device}. Make sure by its size.`
    : `Find the disk ${device}, ${both(bytes)}. Make sure by its size.`;

const unhibernateWindows = (system: string) =>
  say(
    `Turn off fast startup and hibernation in ${system}`,
    [
      'Open a command prompt as administrator and enter: powercfg /h off. This turns off both.',
      'Shut down completely once, and start again.',
    ],
    ['The power options no longer offer hibernation or fast startup.'],
    'With either turned on, its volumes stay in use after shutdown. Another system that writes to them then destroys files.',
  );

const unhibernateOther = (system: string) =>
  say(
    `Turn off hibernation in ${system}`,
    [
      'Enter as administrator: systemctl mask hibernate.target hybrid-sleep.target suspend-then-hibernate.target',
      'Take “resume=” out of the settings of its boot loader and its initial image, and write both again.',
    ],
    ['The desktop no longer offers to hibernate.'],
    'A hibernated system keeps its memory in swap. Another system that uses the same swap destroys it.',
  );

/** A span in the units of table tools. */
export interface Extent {
  readonly first: number;
  readonly last: number;
  readonly bytes: number;
}

const LAYER = {
  luks: 'Create an encrypted container first, then the file system inside it. Without the passphrase, or a copy of the container’s header, everything in it is lost: keep both away from the machine.',
  lvm: 'Create a volume group first, then the file system on a volume of it. Tools that do not know volume groups show one block of unknown content.',
  'luks-lvm':
    'Create an encrypted container first, a volume group inside it, then the file system on a volume of that. Keep the passphrase and a copy of the container’s header away from the machine.',
} as const;

/** The same where several volumes are planned inside. */
const LAYER_OF_VOLUMES = {
  luks: LAYER.luks,
  lvm: 'Create a volume group first, then the volumes in it. Tools that do not know volume groups show one block of unknown content.',
  'luks-lvm':
    'Create an encrypted container first, a volume group inside it, then the volumes in that. Keep the passphrase and a copy of the container’s header away from the machine.',
} as const;

/** A volume inside a container or volume group. */
export interface Inside {
  readonly name: string;
  readonly bytes: number;
  /** Its file system; empty for none. */
  readonly content: string;
  readonly label: string;
}
const insideText = ({ name, bytes, content, label }: Inside) =>
  `${name}, ${both(bytes)}${content ? `, as ${content}` : ''}${label ? `, label ${label}` : ''}`;

/** What an installer does with a line: `made`: it was formatted in a step before, and is empty. */
type Formatting = 'format' | 'made' | 'keep';
const FORMATTING: Readonly<Record<Formatting, string>> = {
  format: 'format',
  made: 'formatted already and empty: format it only if the installer insists',
  keep: 'do NOT format',
};

/** What is done before the volumes inside a partition can be seen. */
const opened = (where: string, luks: boolean, lvm: boolean) => [
  ...(luks ? [`Open the encrypted container on ${where} with its passphrase.`] : []),
  ...(lvm
    ? [
        `Activate the volume group ${luks ? 'inside it' : `on ${where}`}. Its volumes are listed by their names.`,
      ]
    : []),
];

const FROM_ANOTHER_DISK = 'It restores the partition table, not the data. It is not a backup.';

export const steps = {
  'step.backup': ({ usedBytes, unknown }: { usedBytes: number; unknown: number }) =>
    say(
      'Back up everything on the disk to another disk',
      [
        `Copy all files to a disk outside this machine. ${
          usedBytes === 0
            ? 'It is not known how much space is in use.'
            : `At least ${both(usedBytes)} is in use${unknown > 0 ? `; the space used on ${count(unknown, 'other volume')} is not known` : ''}.`
        }`,
        'Create a recovery medium for the installed system.',
      ],
      ['Three files that you picked at random open from the backup on another machine.'],
      'A copy on another partition of the same disk is not a backup.',
    ),
  'step.safety-copy': (from: {
    source: 'captured' | 'kept' | 'disk';
    day: string;
    files: readonly string[];
    device: string;
    tail: string;
  }) => {
    const title = 'Keep a safety copy of the partition table';
    const size = 'Both files have 1 048 576 bytes, and neither is on this disk.';
    switch (from.source) {
      case 'captured':
        return say(
          title,
          [
            `Keep the captured files ${and(from.files.map(quoted))} of ${from.day} on a USB stick, together with this runbook. They are the safety copy.`,
          ],
          [size],
          FROM_ANOTHER_DISK,
        );
      case 'kept':
        return say(
          title,
          [
            `Choose Safety copy under As found, and save the file on a USB stick together with this runbook. It holds the sectors of the table as read on ${from.day}.`,
            'If the disk has changed since then, read it again first.',
          ],
          ['The page READ-ME-FIRST in it opens on another machine, and shows this disk’s size and ID.'],
          FROM_ANOTHER_DISK,
        );
      case 'disk':
        return say(
          title,
          [
            `Save the first and the last MiB of the disk on a USB stick. In a Linux: dd if=/dev/${from.device} of=head.bin bs=1M count=1`,
            `and: dd if=/dev/${from.device} of=tail.bin ${from.tail}`,
          ],
          [size],
          FROM_ANOTHER_DISK,
        );
    }
  },
  'step.prepare-medium': ({ system, mode }: { system: string; mode: Mode }) =>
    say(
      `Prepare the installation medium of ${system}`,
      [
        'Download it from its maker, and compare its checksum with the published one.',
        'Write it to a USB stick of its own.',
      ],
      [
        mode === 'uefi'
          ? 'The boot menu of this machine lists the stick with an entry marked UEFI.'
          : 'The boot menu of this machine lists the stick with an entry that is not marked UEFI.',
      ],
      'Everything on the stick is lost. Make sure that the target is the stick, not a disk.',
    ),
  'step.prepare-live': ({ mode }: { mode: Mode }) =>
    say(
      'Prepare a live medium of a Linux',
      [
        'Download the medium of a Linux that can be tried without installing it, and compare its checksum with the published one.',
        'Write it to a USB stick of its own.',
      ],
      [
        mode === 'uefi'
          ? 'The boot menu of this machine lists the stick with an entry marked UEFI.'
          : 'The boot menu of this machine lists the stick with an entry that is not marked UEFI.',
      ],
      'Everything on the stick is lost. Make sure that the target is the stick, not a disk.',
    ),
  'step.recovery-key': ({ volume }: { volume: string }) =>
    say(
      `Write down the recovery key of ${quoted(volume)}`,
      [
        'Show the recovery key of the encrypted volume in its own system, and write it on paper.',
        'Keep the paper away from the machine.',
      ],
      ['The key ID on the paper is the one that the system shows.'],
      'A key that is stored only on this disk, or in an account that you cannot reach from another machine, does not help.',
    ),
  'step.unhibernate': ({ system, windows }: { system: string; windows: boolean }) =>
    windows ? unhibernateWindows(system) : unhibernateOther(system),
  'step.suspend-protection': ({ volume }: { volume: string }) =>
    say(
      `Suspend the encryption of ${quoted(volume)}`,
      [
        'Suspend the protection in the system that encrypted the volume. Do not decrypt it. Suspend it until you resume it, not for one restart only.',
      ],
      ['The volume is shown as encrypted, with its protection suspended.'],
      'If protection is active while the firmware, the boot loader or the table changes, the next start asks for the recovery key.',
    ),
  'step.check-volume': ({
    volume,
    content,
    readOnly,
  }: {
    volume: string;
    content: string;
    readOnly: boolean;
  }) =>
    say(
      `Check ${quoted(volume)} for errors`,
      readOnly
        ? [
            `Check the ${content} volume with its own tool, reading only. Never have it repaired as routine: a repair can destroy what could still be read.`,
            'If errors are reported, copy the files to another disk first, and go no further with this plan.',
          ]
        : [
            `Check the ${content} volume with its own system’s tool, and have errors corrected that it finds.${content === 'NTFS' ? ' In Windows, X stands for the letter of the volume.' : ''}`,
          ],
      [readOnly ? 'No errors are reported.' : 'A second check reports no errors.'],
      'Changing a volume that has errors can damage it further.',
    ),
  'step.shrink': (p: {
    volume: string;
    toBytes: number;
    fromBytes: number;
    /** Place among the partitions on the disk, where its own system does it. */
    own: { number: number; of: number; takeAwayMib: number } | null;
    floorBytes: number | null;
  }) =>
    say(
      `Shrink ${quoted(p.volume)} to ${both(p.toBytes)}`,
      p.own
        ? [
            `Open the disk tool of the system that owns it and choose ${quoted(p.volume)}: now ${both(p.fromBytes)}, number ${p.own.number} of ${p.own.of} in the order on the disk.`,
            `Enter the amount to take away: ${p.own.takeAwayMib} MiB. The tool may write MB for it.`,
          ]
        : [
            `Shrink the file system first, then the partition to ${both(p.toBytes)}. A tool that does both does it in this order.`,
          ],
      [
        `The volume is shown with ${both(p.toBytes)}, followed by ${binary(p.fromBytes - p.toBytes)} of free space.`,
        ...(p.floorBytes === null ? [] : [`It was not made smaller than ${both(p.floorBytes)}.`]),
      ],
      p.own
        ? 'If the tool offers less than this, stop: files that cannot be moved are in the way. Enter the limit it shows under As found, and plan again.'
        : 'Never shrink the partition before the file system: that cuts data off.',
    ),
  'step.verify-start': ({ system }: { system: string }) =>
    say(
      `Restart ${system} and check that it works`,
      ['Restart it once, and log in.', 'Open a few files of each user.'],
      [
        'It starts without asking for repair, and shows the new size of its volume.',
        'All its volumes are there.',
      ],
      'If it does not start, do not go on. Restore it first.',
    ),
  'step.firmware-mode': ({ mode }: { mode: Mode }) =>
    say(
      `Switch the firmware to ${MODE[mode]} mode`,
      [
        'Write the old setting on paper.',
        mode === 'uefi'
          ? 'Turn legacy support off, or set the boot mode to UEFI only.'
          : 'Turn legacy support on, and set the boot mode to legacy or BIOS.',
      ],
      [`The boot menu lists the installation medium in ${MODE[mode]} mode.`],
      'A system that was installed in the other mode does not start until you switch back.',
    ),
  'step.controller-mode': ({ windows }: { windows: string | null }) =>
    say(
      'Switch the storage controller from RAID to disks as they are',
      [
        ...(windows === null
          ? []
          : [
              `Before, in ${windows}: open a command prompt as administrator, enter: bcdedit /set {current} safeboot minimal, and restart into the firmware setup.`,
            ]),
        'Write the old setting on paper.',
        'Set the storage or SATA mode to AHCI, or turn RAID off, and save.',
        ...(windows === null
          ? []
          : [
              `Start ${windows} once: it starts in safe mode and loads the driver that it now needs. Enter: bcdedit /deletevalue {current} safeboot, and restart.`,
            ]),
      ],
      [
        ...(windows === null ? [] : [`${windows} starts as before.`]),
        'The firmware setup lists the disk with its own model name.',
      ],
      'If the RAID joins several disks into one, do not switch: their data is lost. A Windows that was not told first stops with an error; switching back makes it start again.',
    ),
  'step.secure-boot-off': () =>
    say(
      'Turn off Secure Boot',
      ['Set Secure Boot to disabled, and save.'],
      ['The summary of the firmware shows Secure Boot as disabled.'],
      'Do not clear or reset the keys. An encrypted volume may ask for its recovery key at the next start.',
    ),
  'step.new-table': ({ style, disk: where }: { style: Style; disk: Disk }) =>
    say(
      `Write a new ${STYLE[style]} partition table on ${where.device}`,
      [disk(where), `Write an empty ${STYLE[style]} table.`],
      [`The disk is listed as ${STYLE[style]}, without any partition.`],
      'This erases everything on the disk. Compare the size and model of the disk first.',
    ),
  'step.repair-table': ({ damage }: { damage: readonly string[] }) =>
    say(
      'Repair the partition table',
      [
        ...damage,
        'Let a partition tool write the intact copy over the damaged one. It does not change what the partitions contain.',
      ],
      ['A check of the table reports both copies as valid.'],
    ),
  'step.convert-table': ({ style, disk: where }: { style: Style; disk: Disk }) =>
    say(
      `Convert the table of ${where.device} to ${STYLE[style]} in place`,
      [
        disk(where),
        `Use a tool that lists the same partitions in a ${STYLE[style]} table, each with its start and its size unchanged.`,
        'Write down what the tool is about to write, and compare it with the sheet before you confirm.',
      ],
      [
        `The disk is listed as ${STYLE[style]}, and every partition has the start and the size it had.`,
        'A file can be read from every volume that stays.',
      ],
      'A tool that offers to write a new, empty table is the wrong one. From here on no system on this disk starts until its boot files are written again.',
    ),
  'step.redo-start': ({
    system,
    mode,
    first,
  }: {
    system: string;
    mode: Mode;
    /** Whose boot loader starts it, and stands in the first sector of the disk with BIOS. */
    first: string | null;
  }) =>
    say(
      `Make ${system} start again`,
      [
        `Start the repair tools of its own medium in ${MODE[mode]} mode.`,
        mode === 'uefi'
          ? 'Let them write its boot files to the EFI system partition, and add a boot entry.'
          : first === null
            ? 'Let them write its boot loader to the first sector of the disk, and mark its boot partition active.'
            : `Let them write its boot files and the boot sector of its own partition, and nothing else. The first sector of the disk has the boot loader of ${first}, which starts it: it must stay.`,
      ],
      ['It starts after the machine was off, and all its volumes are there.'],
      'Repair only its start. Do not let the tools reset or reinstall anything.',
    ),
  'step.remove-start': ({ system, mode }: { system: string; mode: Mode }) =>
    say(
      `Remove ${system} from the boot menu`,
      [
        ...(mode === 'uefi'
          ? [
              `Delete the directory of ${system} from the EFI system partition, and no other.`,
              'Delete its boot entry from the list of the firmware.',
            ]
          : [`Let the remaining boot loader look for systems again, so that it no longer lists ${system}.`]),
        'Make another system the default.',
      ],
      ['The boot menu no longer offers it, and still offers the others.'],
      'The fallback loader (\\EFI\\BOOT) may belong to a system that stays.',
    ),
  'step.delete': ({ line: at }: { line: Line }) =>
    say(
      `Delete ${quoted(at.name)}`,
      [`Delete ${line(at)}.`],
      ['Only this partition is gone, and the free space has its size.'],
      'Its content is lost. Compare number, size and label with the line above before you confirm.',
    ),
  'step.move': (p: {
    line: Line;
    where: 'place' | 'back-to-place' | 'aside';
    fromSector: number;
    toSector: number;
    /** Where an interrupted copy loses data: which end is copied first. */
    direction: 'forward' | 'backward' | null;
  }) =>
    say(
      `Move ${quoted(p.line.name)}${p.where === 'aside' ? ' out of the way' : p.where === 'back-to-place' ? ' to its place' : ''}`,
      [
        `Move the start of ${line(p.line)} from sector ${p.fromSector} to sector ${p.toSector}.`,
        ...(p.where === 'aside' ? ['It stays there until its own place is free.'] : []),
        'Do not interrupt it.',
      ],
      ['A check of the volume reports no errors, and its files are there.'],
      `The volume must not be mounted. Use mains power, and turn sleep off.${
        p.direction === null
          ? ''
          : ` If you copy it by hand, copy ${p.direction === 'forward' ? 'from its first sector on' : 'from its last sector backwards'}.`
      }`,
    ),
  'step.grow': ({ volume, toBytes }: { volume: string; toBytes: number }) =>
    say(
      `Grow ${quoted(volume)} to ${both(toBytes)}`,
      ['Grow the partition first, then the file system on it.'],
      [`It is shown with ${both(toBytes)}, and a check reports no errors.`],
    ),
  'step.create': (p: {
    volume: string;
    bytes: number;
    after: string | null;
    startMib: number;
    extent: Extent;
    type: string;
    name: string;
    label: string;
    content: 'placeholder' | 'setup' | 'none' | 'swap' | 'file-system';
    /** Of the system whose setup formats it. */
    setup: string;
    fileSystem: string;
    device: string;
    layer: keyof typeof LAYER | null;
    inside: readonly Inside[];
    efi: boolean;
  }) => {
    const label = p.label ? `, label ${p.label}` : '';
    const content = {
      placeholder: `Use any file system: it only holds the place, and the installer formats it later.${p.label ? ` Give it the label ${p.label}, so that you find it there.` : ''}`,
      setup: `Do not format it: the setup of ${p.setup} does.`,
      none: 'Do not create a file system on it.',
      swap: `Make it swap${label}.`,
      'file-system': `Format it as ${p.fileSystem}${label}.`,
    }[p.content];
    return say(
      `Create ${quoted(p.volume)}, ${both(p.bytes)}`,
      [
        `Use the free space after ${p.after === null ? 'the start of the disk' : quoted(p.after)}: start at ${p.startMib} MiB (sector ${p.extent.first}), size ${binary(p.bytes)} (last sector ${p.extent.last}).`,
        `Set the type to ${p.type}${p.name ? `, and the partition name to ${p.name}` : ''}.`,
        ...(p.inside.length > 0 ? p.inside.map((v) => `Inside it, create ${insideText(v)}.`) : [content]),
      ],
      [`It is listed as ${p.device}; the partitions beside it are unchanged.`],
      p.layer
        ? (p.inside.length > 0 ? LAYER_OF_VOLUMES : LAYER)[p.layer]
        : p.efi
          ? 'Set the type as well as the file system: firmware does not start from a FAT volume of another type.'
          : null,
    );
  },
  'step.format': ({ line: at, content }: { line: Line; content: string }) =>
    say(
      `Format ${quoted(at.name)}`,
      [`Format ${line(at)} as ${content}.`],
      ['It is empty, and has its label.'],
      'Its old content is lost. No other line may be marked for formatting.',
    ),
  'step.change-inside': (p: {
    line: Line;
    luks: boolean;
    lvm: boolean;
    deleted: readonly Inside[];
    made: readonly Inside[];
    formatted: readonly Inside[];
    left: readonly string[];
  }) =>
    say(
      `Change the volumes inside ${quoted(p.line.name)}`,
      [
        ...opened(line(p.line), p.luks, p.lvm),
        ...p.deleted.map((v) => `Delete the volume ${v.name}, ${both(v.bytes)}.`),
        ...p.made.map((v) => `Create ${insideText(v)}.`),
        ...p.formatted.map((v) => `Format the volume ${insideText(v)}.`),
      ],
      [
        p.left.length === 0
          ? 'No volumes are listed inside.'
          : `Inside are ${and(p.left)}, and no others. Those that no line above names are unchanged.`,
      ],
      p.deleted.length + p.formatted.length > 0
        ? 'What is deleted or formatted here is lost. The partition around it is not changed: no tool may be told to create it again.'
        : 'The partition around it is not changed: no tool may be told to create it again.',
    ),
  'step.container': (p: { change: 'create' | 'grow' | 'shrink' | 'delete'; extent: Extent | null }) => {
    const title = `${capital(p.change)} the extended partition`;
    return p.extent
      ? say(
          `${title}: ${both(p.extent.bytes)}`,
          [`Let it reach from sector ${p.extent.first} to sector ${p.extent.last}.`],
          ['Every logical partition in it is listed as before, with its start and its size.'],
          'It is listed like a partition, but it only contains others. Never format it.',
        )
      : say(
          title,
          ['Delete it. It contains no partition any more.'],
          ['Only the extended partition is gone; every primary is unchanged.'],
          'Everything that is still in it would be lost with it.',
        );
  },
  'step.relist': (p: {
    extent: Extent | null;
    changed: readonly { name: string; logical: boolean; sector: number; bytes: number; device: string }[];
  }) =>
    say(
      'Change primary and logical partitions, without changing what they contain',
      [
        p.extent
          ? `Set the extended partition: from sector ${p.extent.first}, ${both(p.extent.bytes)}.`
          : 'Remove the extended partition.',
        ...p.changed.map(
          (c) =>
            `List ${quoted(c.name)} as a ${c.logical ? 'logical' : 'primary'}: from sector ${c.sector}, ${both(c.bytes)}. It is ${c.device} afterwards.`,
        ),
      ],
      ['Each has the start and the size it had, and a file can be read from it.'],
      'Only the list changes. Nothing is formatted, and no start moves by a single sector.',
    ),
  'step.set-active': ({ marked }: { marked: readonly { name: string; device: string }[] }) =>
    say(
      marked.length === 1
        ? `Mark ${and(marked.map((m) => quoted(m.name)))} active`
        : 'Change the active mark',
      [...marked.map((m) => `Mark ${m.device} active.`), 'Remove the mark from every other partition.'],
      ['Exactly the partitions named here are marked active.'],
    ),
  'step.set-type': ({ line: at, type, typeId }: { line: Line; type: string; typeId: string }) =>
    say(
      `Set the type of ${quoted(at.name)} to ${type}`,
      [`Set the type of ${at.device}, ${both(at.bytes)}, to ${type} (${typeId}).`],
      ['It is listed with the new type; its content is unchanged.'],
    ),
  'step.set-name': ({ line: at, name }: { line: Line; name: string }) =>
    say(
      name === '' ? `Remove the partition name of ${quoted(at.name)}` : `Name a partition ${quoted(name)}`,
      [
        name === ''
          ? `Remove the name that the table gives ${at.device}, ${both(at.bytes)}.`
          : `Set the partition name of ${at.device}, ${both(at.bytes)}, to ${name}. It stands in the table, and is not the label of the volume.`,
      ],
      ['It is listed with the new name; its content is unchanged.'],
    ),
  'step.set-label': ({ line: at, label }: { line: Line; label: string }) =>
    say(
      label === ''
        ? `Remove the label of ${quoted(at.name)}`
        : `Change the label of a volume to ${quoted(label)}`,
      [
        label === ''
          ? `Remove the volume label of ${at.device}, ${both(at.bytes)}.`
          : `Set the volume label of ${at.device}, ${both(at.bytes)}, to ${label}.`,
      ],
      ['It is listed with the new label; its files are there.'],
      'Mount tables that use the old label must be changed too.',
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
  }) =>
    say(
      `Install ${p.system}`,
      [
        disk(p.disk),
        ...p.opened.flatMap((o) => opened(o.device, o.luks, o.lvm)),
        'Choose to partition by hand, and give each line its use:',
        ...p.lines.map(
          (l) =>
            `${l.device}, ${l.binary} (${l.decimal}), ${l.content}: ${l.mountPoint ? `mount at ${l.mountPoint}` : l.use}; ${FORMATTING[l.format]}.`,
        ),
        ...p.inside.map(
          (v) =>
            `${v.name} inside ${v.device}, ${both(v.bytes)}, ${v.content}: ${v.mountPoint ? `mount at ${v.mountPoint}` : v.use}; ${FORMATTING[v.format]}.`,
        ),
        p.mode === 'uefi'
          ? p.efiDevice === null
            ? p.efiMadeBy === null
              ? 'Set the target of the boot loader to an EFI system partition. The plan has none for it.'
              : `Set the target of the boot loader to the EFI system partition that the setup of ${p.efiMadeBy} made; do NOT format it.`
            : `Set the target of the boot loader to the EFI system partition ${p.efiDevice}.`
          : `Set the target of the boot loader to the disk itself, ${p.disk.device}, not to a partition.`,
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
    toFill: boolean;
    gone: readonly string[];
    swap: boolean;
  }) =>
    say(
      `Change the mount table of ${p.system}`,
      [
        `Mount its root, ${quoted(p.root)} (${p.device}), and copy etc/fstab there to etc/fstab.before.`,
        ...(p.gone.length > 0
          ? [`Take out of etc/fstab every line of ${and(p.gone.map(quoted))}: it is not there any more.`]
          : []),
        ...(p.lines.length > 0
          ? ['Add these lines to etc/fstab; where the mount point has one already, replace it:']
          : []),
        ...p.lines,
        ...(p.toFill ? ['Put the UUID in where it is missing: lsblk -o NAME,UUID prints it.'] : []),
        ...(p.swap
          ? [
              'If its settings of the boot loader or of the initial image say “resume=”, let that name the swap that is there now, and write the initial image again.',
            ]
          : []),
      ],
      ['findmnt --verify --tab-file etc/fstab reports no error on these lines.'],
      'A line that names what is not there stops the start, or delays it by a minute and a half.',
    ),
  'step.install-hosted': (p: { system: string; volume: string; bytes: number; menu: string | null }) =>
    say(
      `Install ${p.system} into a file on ${quoted(p.volume)}`,
      [
        `Make an image file of ${both(p.bytes)} on ${quoted(p.volume)}, as the guide of ${p.system} describes it, and install the system into that file: onto no disk and no partition.`,
        p.menu === null
          ? 'Give it an entry in a boot menu that can start a system from a file.'
          : `Give it an entry in the boot menu of ${p.menu}, and let that write its menu again.`,
      ],
      [
        `The file is there with its size, and ${quoted(p.volume)} still has free space.`,
        'The boot menu lists it. No partition was changed.',
      ],
      'Do not move, shrink or encrypt the volume that holds the file without thinking of it.',
    ),
  'step.install-own': (p: {
    system: string;
    disk: Disk;
    room:
      | { kind: 'placeholder'; binary: string; decimal: string; number: number; after: string }
      | { kind: 'gap'; binary: string; decimal: string; after: string }
      | { kind: 'none'; leastBytes: number };
  }) =>
    say(
      `Install ${p.system}`,
      [
        `Find the disk of ${both(p.disk.bytes)}. Make sure by its size.`,
        p.room.kind === 'placeholder'
          ? `Choose the custom installation, then the line of ${p.room.binary} (${p.room.decimal}): number ${p.room.number} in the order on the disk, after ${p.room.after}. The setup formats it.`
          : p.room.kind === 'gap'
            ? `Choose the custom installation, then the free space of ${p.room.binary} (${p.room.decimal}) after ${p.room.after}. The setup creates its own partitions there.`
            : `There is no free space for it. It needs at least ${both(p.room.leastBytes)} in one piece.`,
      ],
      ['Before you confirm, every line of the list above is still there.'],
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
    return say(
      'Set the boot order',
      [
        p.order.length > 0
          ? `Put the boot entries in this order: ${and(p.order)}. The first one starts by itself.`
          : `Put the boot loader that lists all systems first: usually the one of ${p.first ?? 'the system installed last'}.`,
        'Leave the other entries in the list.',
        ...wait,
      ],
      ['The boot menu of the firmware lists every system.'],
      'A large update of Windows may put Windows first again. Then repeat this step; nothing is lost.',
    );
  },
  'step.first-start': (p: {
    system: string;
    kept: boolean;
    clock: 'utc' | 'local';
    /** Whether it has to be set, since its own default is the other one. */
    setClock: boolean;
    several: boolean;
  }) => {
    const clock = (which: 'utc' | 'local') => (which === 'utc' ? 'UTC' : 'local time');
    return say(
      `Start ${p.system} after the machine was off`,
      [
        `Choose ${p.system} in the boot menu, and log in.`,
        ...(p.setClock
          ? [
              `Set it to read the machine’s clock as ${clock(p.clock)}. By default it reads it as ${clock(p.clock === 'utc' ? 'local' : 'utc')}.`,
            ]
          : []),
        'Shut it down properly, and start it once more.',
      ],
      [
        'It starts twice without asking for repair.',
        ...(p.kept ? ['All its files are there.'] : []),
        ...(p.several ? [`It shows the right time. It reads the machine’s clock as ${clock(p.clock)}.`] : []),
      ],
      'Start it again after its first large update: that is when boot entries change.',
    );
  },
  'step.resume-protection': ({ volume }: { volume: string }) =>
    say(
      `Resume the encryption of ${quoted(volume)}`,
      ['Resume the protection in the system that owns the volume.', 'Restart once.'],
      ['It starts without asking for the recovery key.'],
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
