import { and, count, MODE, quoted, type Mode } from '../format.js';
import { findingText as say } from './text.js';

const names = (list: readonly string[]) => and(list);

/** What stands between a system and its boot: its boot loader, the EFI system partition, the firmware. */
export const ofBoot = {
  'finding.windows-tpm': ({ system, known }: { system: string; known: boolean }) =>
    say(
      known ? `${system} needs a TPM` : `Check that the machine has a TPM for ${system}`,
      known
        ? 'Its setup refuses a machine without a TPM 2.0. Turn it on in the firmware setup if it is there, or choose another system.'
        : 'Its setup refuses a machine without a TPM 2.0. The firmware setup lists it under security. Set it under Machine.',
    ),
  'finding.firmware-word-size': ({ system, windows }: { system: string; windows: boolean }) =>
    say(
      windows
        ? `The firmware does not start ${system}`
        : `The medium of ${system} needs a boot loader of 32 bits`,
      windows
        ? 'Its UEFI runs boot loaders of 32 bits only, and the system has one of 64 bits.'
        : 'The UEFI of this machine runs boot loaders of 32 bits only. Choose a medium that holds \\EFI\\BOOT\\BOOTIA32.EFI: the system itself may have 64 bits.',
    ),
  'finding.certificates-old': ({ systems, known }: { systems: readonly string[]; known: boolean }) =>
    say(
      known
        ? `Secure Boot may refuse a new medium of ${and(systems)}`
        : 'Check which certificates Secure Boot has',
      known
        ? 'Its certificates are those of 2011. What was signed after they ended in 2026 needs those of 2023. Update the firmware, or let the system that is there bring the certificates, before you prepare the medium.'
        : 'Those of 2011 ended in 2026. A medium that is signed by those of 2023 alone does not start where the firmware has only the old ones. The report of the machine tells which it has.',
    ),
  'finding.entries-full': ({ systems }: { systems: readonly string[] }) =>
    say(
      'The firmware has no room for another boot entry',
      `The setup of ${and(systems)} cannot write its entry, and may fail at its end. Delete entries that start nothing first, in the firmware setup or in the system that is there.`,
    ),
  'finding.controller-raid': ({ systems }: { systems: readonly string[] }) =>
    say(
      `The installer of ${and(systems)} may not list the disk`,
      'The firmware shows its disks through a RAID of its own. An installer without a driver for it lists no disk at all, or only the installation medium.',
    ),
  'finding.bios-boot-missing': ({ bsd }: { bsd: boolean }) =>
    say(
      bsd ? 'There is no boot partition for the BSD' : 'There is no BIOS boot partition',
      bsd
        ? 'To start in BIOS mode from a GPT disk, it needs a small partition of its own type (BSD boot), under 545 KB. The BIOS boot partition of other boot loaders does not serve it.'
        : 'To start in BIOS mode from a GPT disk, the boot loader needs 1 MiB of its own, without a file system.',
    ),
  'finding.boot-missing': ({ system }: { system: string }) =>
    say(
      `${system} needs a /boot partition of its own`,
      'It keeps its kernels outside the root, where the boot loader can read them.',
    ),
  'finding.boot-small': ({ volume }: { volume: string }) =>
    say(`${quoted(volume)} has room for only a kernel or two`, 'When it is full, kernel updates fail.'),
  'finding.chooser-goes': ({ system, systems }: { system: string; systems: readonly string[] }) =>
    say(
      `Removing ${system} removes the boot loader of the disk`,
      `The first sector still points to it. ${names(systems)} will not start until new boot code is written there. The runbook has this step; keep the repair medium at hand.`,
    ),
  'finding.clocks': () =>
    say(
      'The systems will show different times',
      'One reads the machine’s clock as local time, the other as UTC. Each time you change systems, the time is wrong by the time zone.',
    ),
  'finding.efi-content': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} is not formatted as FAT`,
      'Firmware reads boot loaders from FAT only. An EFI system partition needs the right type, file system and mount point.',
    ),
  'finding.efi-fat32': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} is too small for FAT32`,
      'It would be formatted as FAT16 or FAT12, which some firmware does not read.',
    ),
  'finding.efi-formatted': ({ volume, losers }: { volume: string; losers: readonly string[] }) =>
    say(
      `${quoted(volume)} is set to be formatted`,
      `This erases its boot loaders${losers.length > 0 ? `, and ${names(losers)} will not start any more` : ''}. Share it and keep it instead.`,
    ),
  'finding.efi-missing': ({ family }: { family: string }) =>
    say(
      'There is no EFI system partition',
      `In UEFI mode the firmware starts systems from an EFI system partition. ${family} cannot start without one.`,
    ),
  'finding.efi-mount': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} has no mount point, so no boot loader is installed on it`,
      'The installer writes the boot loader where the EFI system partition is mounted. Without a mount point it is written to the root, where the firmware does not find it.',
    ),
  'finding.efi-not-used': ({ system }: { system: string }) =>
    say(
      `${system} has no EFI system partition to boot from`,
      `There is one on the disk, but ${system} is not set to use it. It can be shared: it is mounted, never formatted, and its files stay.`,
    ),
  'finding.efi-small': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} is too small for the boot loaders planned on it`,
      'When it is full, an update of a boot loader or kernel stops half-way, and the system may not start.',
    ),
  'finding.efi-type': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} is not marked as an EFI system partition`,
      'The right file system and mount point are not enough: firmware and installers find it by its type.',
    ),
  'finding.encrypted-root': ({ volume, system }: { volume: string; system: string }) =>
    say(
      `${quoted(volume)} is encrypted, and ${system} has no /boot of its own`,
      'The boot loader must read the kernel before anything is unlocked. Few boot loaders can open the encrypted container themselves, and they are slow.',
    ),
  'finding.hibernate-swap': ({ system }: { system: string }) =>
    say(
      `${system} cannot hibernate with this swap`,
      'Hibernation writes memory to swap. If it does not fit, open work is lost when the machine wakes up.',
    ),
  'finding.host-gone': ({ system }: { system: string }) =>
    say(`The volume for the image file of ${system} is gone`, 'Its image file would have no place.'),
  'finding.host-locked': ({ volume, system }: { volume: string; system: string }) =>
    say(
      `${quoted(volume)} is encrypted and cannot host ${system}`,
      'The boot loader cannot read the image file before the volume is unlocked.',
    ),
  'finding.host-kind': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} cannot hold an image file`,
      'It has no file system in which a boot loader finds a file.',
    ),
  'finding.host-sleeps': ({ volume, system, host }: { volume: string; system: string; host: string }) =>
    say(
      `${host} leaves ${quoted(volume)} in use when it hibernates`,
      `${system} writes to it in the meantime, and files are destroyed. Turn off hibernation and fast startup there.`,
    ),
  'finding.host-full': ({ volume, system }: { volume: string; system: string }) =>
    say(
      `${quoted(volume)} has too little free space for the image file of ${system}`,
      'The file, and what it may grow by, must fit beside the files that are there.',
    ),
  'finding.left-hibernated': ({ volume }: { volume: string }) =>
    say(
      `A system is hibernated on ${quoted(volume)}`,
      'Whatever another system writes now is destroyed when it wakes up. Start it, turn off hibernation and fast startup, shut it down completely, and read the disk again.',
    ),
  'finding.medium-start-unknown': ({ mode }: { mode: Mode }) =>
    say(
      'The boot mode of the installation medium is not set',
      `The same USB stick may start in UEFI or in BIOS mode, and that decides how the system is installed. This plan needs ${MODE[mode]}.`,
    ),
  'finding.modes-mixed': (p: { systems: readonly string[]; now: Mode; start: Mode }) =>
    say(
      'The systems would use two different boot modes',
      `${names(p.systems)} ${p.systems.length === 1 ? 'starts' : 'start'} in ${MODE[p.now]} mode. A system installed from a medium started in ${MODE[p.start]} mode does not appear in the same boot menu.`,
    ),
  'finding.one-loader': ({ systems, system }: { systems: number; system: string }) =>
    say(
      `${count(systems, 'system')} boot by one boot loader, the one of ${system}`,
      `While ${system} is being reinstalled, or after it is removed, none of the others starts. Keep a live USB at hand, and write its boot loader again last.`,
    ),
  'finding.secure-boot-refuses': ({ systems }: { systems: readonly string[] }) =>
    say(
      `Secure Boot is to be on, and does not start ${names(systems)}`,
      `${systems.length === 1 ? 'Its boot loader is' : 'Their boot loaders are'} not signed. Leave Secure Boot off, or install a system whose boot loader is signed.`,
    ),
  'finding.secure-boot-unsigned': (p: { systems: readonly string[]; encrypted: boolean }) =>
    say(
      'Secure Boot will not start the installer',
      `${names(p.systems)} ${p.systems.length === 1 ? 'has' : 'have'} no signed boot loader. Turn Secure Boot off before installing.${p.encrypted ? ' This change makes an encrypted volume ask for its recovery key.' : ''}`,
    ),
  'finding.start-lost': ({ system }: { system: string }) =>
    say(
      `${system} loses the partition it boots from`,
      'Its boot loader is on the EFI system partition that is deleted, and it has no other. Its own volume stays, but nothing starts it.',
    ),
  'finding.start-target': ({ system, fault }: { system: string; fault: string }) =>
    say(`${system} would not start the way it is set`, fault),
  'finding.not-started': (p: {
    system: string;
    /** Why, where the boot table tells it. */
    why: string | null;
    /** Before which step of the procedure. */
    step: number | null;
  }) =>
    say(
      `${p.system} stays, but does not boot`,
      p.why ??
        `At the restart before step ${p.step} nothing that is left on the disk starts it. Keep what it boots from, or install it again.`,
    ),
  'finding.cannot-start': (p: { system: string; cannot: boolean; reasons: readonly string[] }) =>
    say(
      p.cannot ? `${p.system} cannot start this way` : `${p.system} may not start on this machine`,
      p.reasons.join(' '),
    ),
  'finding.two-efi': () =>
    say(
      'There is more than one EFI system partition',
      'Boot loaders stay apart, which is good. But some firmware and installers use only the first one. Choose the right one in the installer, and in the boot menu of the firmware.',
    ),
};
