import { and, both, MODE, quoted, STYLE, type Mode, type Style } from './format.js';

const on = (mode: Mode, style: Style) =>
  `${MODE[mode]} mode from ${style === 'mbr' ? 'an' : 'a'} ${STYLE[style]} disk`;
export interface State {
  readonly mode: Mode;
  readonly style: Style;
}

/** How a boot mode and a table suit the systems, and the ways to a state that does. */
export const match = {
  'verdict.fits': ({ mode, style }: State) => `Installs and starts in ${on(mode, style)}.`,
  'verdict.bios-boot-planned': ({ mode, style }: State) =>
    `Installs and starts in ${on(mode, style)}: the BIOS boot partition is planned.`,
  'verdict.needs-bios-boot': ({ mode, style }: State) =>
    `Starts in ${on(mode, style)} if there is a BIOS boot partition (1 MiB, no file system).`,
  'verdict.unreliable': ({ mode, style }: State) =>
    `It depends on the firmware whether it starts in ${on(mode, style)}.`,
  'verdict.needs-uefi': ({ system }: { system: string }) =>
    `${system} needs UEFI; it cannot be installed in BIOS mode.`,
  'verdict.setup-refuses': ({ mode, style }: State) => `Its setup refuses ${on(mode, style)}.`,
  'verdict.cannot-start': ({ mode, style }: State) => `It cannot start in ${on(mode, style)}.`,
  'verdict.no-such-mode': ({ mode }: { mode: Mode }) =>
    `The firmware of this machine has no ${MODE[mode]} mode.`,
  'verdict.medium-other-mode': ({ start, mode }: { start: Mode; mode: Mode }) =>
    `Its installation medium will be started in ${MODE[start]} mode, and would install it for ${MODE[start]}, not ${MODE[mode]}.`,
  'verdict.installed-other-mode': ({ installed, mode }: { installed: Mode; mode: Mode }) =>
    `It is installed for ${MODE[installed]} and will not start once the firmware is in ${MODE[mode]} mode.`,

  'way.medium-start': ({ mode }: { mode: Mode }) => `Start the installation medium in ${MODE[mode]} mode`,
  'way.firmware-mode': ({ mode }: { mode: Mode }) => `Switch the firmware to ${MODE[mode]} mode`,
  'way.convert-table': ({ style }: { style: Style }) => `Convert the table to ${STYLE[style]} in place`,
  'way.new-table': ({ mode, style }: State) =>
    `Erase the disk and write a new ${STYLE[style]} table, in ${MODE[mode]} mode`,
  'keeps.all': () => 'Everything on the disk.',
  'keeps.partitions': () => 'The partitions and their files.',
  'keeps.nothing': () => 'Nothing.',
  'loses.nothing': () => 'Nothing.',
  'loses.all': () => 'Everything on the disk.',
  'loses.stranded': ({ systems, mode }: { systems: readonly string[]; mode: Mode }) =>
    `${and(systems)}, installed for ${MODE[mode]}, will not start until the boot files are written again.`,
  'loses.boot-files-uefi': () =>
    'The boot files of every system on the disk. Each must be made to start in UEFI mode again.',
  'loses.boot-files-mbr': () =>
    'The boot files of every system on the disk, the names and IDs of the partitions, and the second copy of the table.',
  'condition.boot-menu': ({ mode }: { mode: Mode }) =>
    `The boot menu of the firmware often lists the same stick twice: choose the entry ${mode === 'uefi' ? 'marked' : 'that is not marked'} UEFI.`,
  'condition.mode-unknown': ({ mode }: { mode: Mode }) =>
    `The firmware has a ${MODE[mode]} mode. This is not known yet: enter it under Machine.`,
  'condition.mode': ({ mode }: { mode: Mode }) => `The firmware has a ${MODE[mode]} mode.`,
  'condition.medium': ({ mode }: { mode: Mode }) =>
    `The installation medium is started in ${MODE[mode]} mode too.`,
  'condition.head-free': ({ sectors, first }: { sectors: number; first: number | null }) =>
    `The first ${sectors} sectors are free (${first === null ? 'there is no partition' : `the first partition starts at ${first}`}).`,
  'condition.tail-free': ({ sectors, free }: { sectors: number; free: number }) =>
    `The last ${sectors} sectors are free (${free} are).`,
  'condition.efi-room': ({ bytes }: { bytes: number }) =>
    `There is room for an EFI system partition (largest free space ${both(bytes)}).`,
  'condition.few-partitions': ({ most, kept }: { most: number; kept: number }) =>
    `At most ${most} partitions stay (${kept} do).`,
  'condition.within-reach': ({ reach, end }: { reach: number; end: number }) =>
    `Every partition that stays ends within ${both(reach)} (the last ends at ${both(end)}).`,
  'condition.reach': ({ reach, beyond }: { reach: number; beyond: number }) =>
    `An MBR reaches only the first ${both(reach)} of this disk; ${both(beyond)} could not be used.`,
  'condition.backup': () => 'There is a backup that you have tested.',
  'condition.backup-all': () => 'There is a backup of everything on the disk that you have tested.',
};

/** How each system boots, what changes that, and how it is repaired. */
export const boot = {
  'boots.not': ({ fault }: { fault: string }) => `Does not boot. ${fault}`,
  'boots.by': ({ system }: { system: string }) => `From the boot menu of ${system}.`,
  'boots.partition': ({ volume }: { volume: string }) => `By the boot code in the first sector of ${volume}.`,
  'boots.own-volume': ({ volume }: { volume: string }) =>
    `By the firmware of its maker’s machine: its boot loader is on ${volume} itself.`,
  'boots.made-entry': ({ system }: { system: string }) =>
    `By its own boot entry in the firmware. Its boot loader is on the EFI system partition that the setup of ${system} makes.`,
  'boots.untold': () => 'As it does today: what it boots from was not told, and the plan does not change it.',
  'boots.disk': () => 'Directly: its boot loader is in the first sector of the disk.',
  'boots.entry': ({ volume, loaders }: { volume: string; loaders: readonly string[] }) =>
    `By its own boot entry in the firmware. Its boot loader is on ${volume}, in a directory of its own.${loaders.length > 0 ? ` Found there: ${loaders.join(', ')}.` : ''}`,
  'boots.named': ({ name }: { name: string }) => quoted(name),
  'boots.gone': () => 'a partition that is no longer there',
  'boots.the-default': () => 'the default system',

  'boot.windows-uefi-install': () =>
    'Puts its own boot entry first in the firmware. It leaves the other boot loaders where they are.',
  'boot.windows-uefi-update': () =>
    'A large update may put its entry first again, and may turn fast startup on again.',
  'boot.windows-uefi-repair': ({ first }: { first: string }) =>
    `Put ${first} first again in the boot order of the firmware. No file is lost.`,
  'boot.windows-bios-install': () =>
    'Writes its own boot code to the first sector of the disk. The boot loader that was there is lost.',
  'boot.windows-bios-update': () => 'Rarely changes the first sector.',
  'boot.rewrite-loader': ({ system }: { system: string }) =>
    `Write the boot loader of ${system} to the disk again, from a live session.`,
  'boot.list-again': ({ system }: { system: string }) =>
    `Start ${system}, and let its boot loader look for systems again.`,
  'boot.own-tools': () => 'Its own repair tools write its boot code again.',
  'boot.macos-install': () => 'Makes itself the system that the machine starts.',
  'boot.macos-update': () => 'May make itself the default again.',
  'boot.macos-repair': () =>
    'Choose the default in its startup settings, or hold the key for the boot menu once.',
  'boot.menu-update': () => 'Nothing updates it by itself. Look in its guide how it is updated.',
  'boot.menu-repair': () =>
    'Start the system by its own entry in the firmware’s boot menu. From a live session, write the boot menu and its entry again.',
  'boot.linux-uefi-install': () =>
    'Adds its directory to the EFI system partition and a boot entry to the firmware, and puts it first.',
  'boot.linux-bios-install': () =>
    'Writes its boot loader to the first sector of the disk, if that is the target chosen in its installer.',
  'boot.listed-update': ({ system }: { system: string }) =>
    `A new kernel starts only after the boot loader of ${system} has looked for systems again.`,
  'boot.linux-uefi-update': () =>
    'A new boot loader replaces its own directory, and may put its own entry first.',
  'boot.linux-bios-update': () =>
    'A new kernel is listed automatically. A new boot loader is written to the first sector again.',
  'boot.linux-uefi-repair': ({ fallback }: { fallback: string }) =>
    `From a live session, write its boot loader to its EFI system partition and its boot entry again. Until then, ${fallback} may start something.`,
  'boot.linux-bios-repair': () =>
    'From a live session, write its boot loader to the first sector of the disk again.',

  'boot-fault.place-missing': () => 'The partition chosen for its boot loader is no longer in the plan.',
  'boot-fault.not-efi': () =>
    'UEFI firmware starts boot loaders only from an EFI system partition, and this is not one.',
  'boot-fault.efi-in-bios': () =>
    'In BIOS mode nothing starts from an EFI system partition: the first sector of the disk is the target.',
  'boot-fault.disk-in-uefi': () =>
    'In UEFI mode nothing starts from the first sector of the disk: an EFI system partition is the target.',
  'boot-fault.by-missing': ({ system }: { system: string }) =>
    `${system}, whose boot menu should list it, is not on the disk.`,
  'boot-fault.circle': ({ system }: { system: string }) => `It boots by ${system}, which boots by it.`,
  'boot-fault.cannot-list': ({ system }: { system: string }) =>
    `It boots by ${system}, whose boot loader lists only systems of its own family.`,
  'boot-fault.disk-twice': ({ system }: { system: string }) =>
    `The disk’s first sector holds one boot loader, and ${system} is to have it as well.`,
  'boot-fault.not-mounted': () =>
    'Its installer does not use that EFI system partition, so no boot loader is written there. Share it, and give it a mount point.',
  'boot-fault.not-listed': () =>
    'It is a file in another system’s volume, and no boot loader that could open it lists it.',
  'boot-fault.no-place': () => 'There is no EFI system partition for its boot loader.',
};
