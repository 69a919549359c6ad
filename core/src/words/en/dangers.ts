import { and, both, quoted } from './format.js';
import { findingText as say } from './findings/index.js';

const CHANGE = { shrink: 'shrunk', grow: 'grown', move: 'moved' } as const;

/** What findings say of contents that do not suit, of systems that lose what they need, and of what machines cannot do. */
export const dangers = {
  'finding.cannot-change': (p: {
    volume: string;
    content: string;
    known: boolean;
    encrypted: boolean;
    member: boolean;
    change: keyof typeof CHANGE;
  }) =>
    say(
      `${quoted(p.volume)} cannot be ${CHANGE[p.change]}: ${p.encrypted ? 'it is encrypted' : p.known ? `${p.content} does not allow it` : 'its content is not known'}`,
      p.encrypted
        ? 'Only its own system can change an encrypted volume, and only at its end. Moved from outside, it cannot be opened any more.'
        : p.member
          ? 'It is part of something larger, and that knows nothing of the change. Its data would be cut off. Keep its size, or delete it as a whole.'
          : p.known
            ? 'No tool does this without losing its files. Back up the files, create the volume again, and restore them.'
            : 'Nobody can tell where its data lies, so any change may destroy it. Say under As found what it is, or leave it as it is.',
    ),
  'finding.kept-broken': (p: { system: string; volumes: readonly string[]; deleted: boolean }) =>
    say(
      `${p.system} is kept, but does not start any more`,
      `It needs ${and(p.volumes.map(quoted))}, which ${p.volumes.length === 1 ? 'is' : 'are'} ${p.deleted ? 'deleted' : 'erased by formatting'}. Keep what it needs, remove the system too, or reinstall it.`,
    ),
  'finding.mount-place': (p: {
    volume: string;
    role: string;
    mountPoint: string;
    usual: string;
    must: boolean;
    system: string;
  }) =>
    say(
      `${quoted(p.volume)} is mounted at ${p.mountPoint}${p.usual ? `, not at ${p.usual}` : ''}`,
      p.must
        ? `The root of ${p.system} is always mounted at /. Mounted elsewhere, it is not its root, and the system does not start.`
        : p.role === 'home'
          ? `${p.system} looks for people’s files in /home. What is mounted elsewhere stays empty, and their files fill the root.`
          : p.role === 'boot'
            ? `${p.system} writes its kernels to /boot. Mounted elsewhere, this partition stays empty, and the kernels are on the root.`
            : `Only the root of ${p.system} is mounted at /.`,
    ),
  'finding.mount-path': ({ volume, mountPoint }: { volume: string; mountPoint: string }) =>
    say(
      `${quoted(volume)} cannot be mounted at “${mountPoint}”`,
      'A mount point is a path from the root, such as /srv/data, without empty parts, . or ..',
    ),
  'finding.root-shared': ({ volume, systems }: { volume: string; systems: readonly string[] }) =>
    say(
      `${and(systems)} cannot both be on ${quoted(volume)}`,
      'What is installed last writes over the files of the other. Give one of them a volume of its own, or remove it.',
    ),
  'finding.found-by-type': (p: { volume: string; owner: string; system: string }) =>
    say(
      `${p.system} may use ${quoted(p.volume)}, the home of ${p.owner}`,
      `${p.system} has no home volume of its own, and its type says “home”: at each start it may be found by that and mounted at /home. Give it a general type; ${p.owner} finds it by its mount table.`,
    ),
  'finding.kernels-elsewhere': ({ system, volume }: { system: string; volume: string }) =>
    say(
      `The kernels of ${system} do not come to the EFI system partition`,
      `They are written to /boot, and that is ${quoted(volume)}. Mount the EFI system partition at /boot, or let the kernels be on ${quoted(volume)}.`,
    ),
  'finding.made-too-small': (p: { volume: string; content: string; bytes: number }) =>
    say(
      `${quoted(p.volume)} is too small for ${p.content}`,
      `The utility that makes ${p.content} refuses less than ${both(p.bytes)}. Make it larger, or choose another file system.`,
    ),
  'finding.type-content': ({ volume, content }: { volume: string; content: string }) =>
    say(
      `${quoted(volume)} is listed as swap, and holds ${content}`,
      'Installers offer to use it as swap, and a Linux that finds its swap by type tries to. Give it the type of what it holds.',
    ),
  'finding.marked-read-only': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} is marked read-only in the table`,
      'Systems that heed this attribute open it for reading only. Remove the attribute (bit 60) before anything is to be written there.',
    ),
  'finding.of-the-root': ({
    volume,
    mountPoint,
    system,
  }: {
    volume: string;
    mountPoint: string;
    system: string;
  }) =>
    say(
      `${quoted(volume)} cannot be mounted at ${mountPoint}`,
      `${system} needs what is there before it mounts anything, or its kernel puts it there. It has to be on the root.`,
    ),
  'finding.home-shared': ({ volume, systems }: { volume: string; systems: readonly string[] }) =>
    say(
      `${and(systems)} share the home ${quoted(volume)}`,
      'Each writes its own settings into the same hidden files, and one version of a program cannot read what another wrote. User numbers must be the same in all of them. Give each its own home, and share a data partition instead.',
    ),
  'finding.boot-shared': ({ volume, systems }: { volume: string; systems: readonly string[] }) =>
    say(
      `${and(systems)} keep their kernels on the same partition ${quoted(volume)}`,
      'Their kernels and initial images can have the same names, so an update of one replaces what the other starts from. Give each its own /boot, or keep the kernels on the roots.',
    ),
  'finding.boot-encrypted': ({ volume, efi }: { volume: string; efi: boolean }) =>
    say(
      efi
        ? `The EFI system partition ${quoted(volume)} is set to be encrypted`
        : `The /boot ${quoted(volume)} is encrypted`,
      efi
        ? 'Firmware reads boot loaders from it before anything is unlocked. Encrypted, nothing starts from this disk.'
        : 'The boot loader must open it before it can read a kernel. Few boot loaders can, and they are slow; most installers leave /boot unencrypted.',
    ),
  'finding.first-sector': (p: { system: string; volume: string; content: string }) =>
    say(
      `The boot loader of ${p.system} would overwrite the start of ${quoted(p.volume)}`,
      `${p.content} keeps its own header in the first sector, where the loader is to be written. The volume could not be read any more.`,
    ),
  'finding.bios-sectors': () =>
    say(
      'A disk with sectors of 4096 bytes does not start in BIOS mode',
      'A BIOS reads sectors of 512 bytes. Start the machine in UEFI mode, or use this disk for data only.',
    ),
  'finding.bios-nvme': () =>
    say(
      'Most machines cannot start from an NVMe disk in BIOS mode',
      'A BIOS needs firmware on the disk itself to read it, and few NVMe disks have that. Look whether the firmware lists this disk in its boot menu before you change anything.',
    ),
  'finding.core-room': ({ volume, sector }: { volume: string; sector: number }) =>
    say(
      `There is no room for a boot loader in front of ${quoted(volume)}`,
      `It begins at sector ${sector}, as on old disks. The core of today’s boot loaders stands between the table and the first partition, and needs more: 1 MiB is usual. Installing it may fail, or work only until the next update.`,
    ),
  'finding.bios-reach': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} lies beyond what many machines read in BIOS mode`,
      'Boot loaders ask the BIOS for sectors, and many read nothing beyond 2 TiB. Put a /boot, or the root, before that.',
    ),
  'finding.hibernate-locked': ({ system }: { system: string }) =>
    say(
      `${system} will not hibernate while Secure Boot is on`,
      'With Secure Boot on, the kernel is locked down and does not hibernate, to whatever swap. Use sleep instead, or turn hibernation off in the plan.',
    ),
  'finding.swap-file-sleep': ({ system }: { system: string }) =>
    say(
      `${system} hibernates, and no swap partition is planned for it`,
      'It needs a swap file as large as its memory, and must be told where on the disk that file begins. A swap partition is simpler.',
    ),
  'finding.support-ended': ({ system }: { system: string }) =>
    say(
      `Windows 10 gets no general support any more`,
      `General support ended in October 2025. Without paid extended updates, ${system} gets no security updates.`,
    ),
  'finding.fat-limits': (p: { volume: string; tooLarge: boolean; most: number }) =>
    say(
      p.tooLarge
        ? `${quoted(p.volume)} is too large for FAT`
        : `${quoted(p.volume)} holds no file of 4 GiB or more`,
      p.tooLarge
        ? `FAT32 ends at 2 TiB with sectors of 512 bytes, here at ${both(p.most)}. The rest would not be used, or formatting fails.`
        : 'FAT stores the size of a file in 32 bits. Disk images and long films do not fit. exFAT has no such limit.',
    ),
  'finding.bsd-boot-large': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} is too large for a BSD’s boot partition`,
      'It is loaded whole into low memory, so it must be under 545 KB. 512 KiB is usual.',
    ),
  'finding.encryption-unknown': ({ volume }: { volume: string }) =>
    say(
      `It is not known whether ${quoted(volume)} is encrypted`,
      'Many machines with Windows encrypt it by themselves. If it is encrypted, write the recovery key on paper and suspend the protection before anything else starts on this machine. Look in Windows under device encryption.',
    ),
  'finding.sealed-key': (p: { system: string; by: string; volume: string }) =>
    say(
      `${p.system} may ask for its recovery key when it boots by ${p.by}`,
      `The key of ${quoted(p.volume)} is released only if the machine starts as it did before. Through another boot loader it may not be. Start ${p.system} by its own entry in the firmware’s boot menu.`,
    ),
  'finding.windows-memory': ({ system }: { system: string }) =>
    say(
      `${system} needs 4 GB of memory`,
      'Its setup refuses a machine with less. It also needs a TPM 2.0: look for it in the firmware setup.',
    ),
  'finding.swap-taken': (p: { volume: string; system: string; other: string }) =>
    say(
      `${p.other} may take the swap ${quoted(p.volume)}, in which ${p.system} hibernates`,
      `Installers, and systems that mount partitions by their type, use every swap they find. The memory of a hibernated ${p.system} would be overwritten. Shut ${p.system} down fully before each start of ${p.other}, or take the swap out of the mount table of ${p.other}.`,
    ),
  'finding.two-windows': (p: { earlier: string; later: string; mode: 'uefi' | 'bios' }) =>
    say(
      `${p.later} puts its boot files with those of ${p.earlier}`,
      p.mode === 'bios'
        ? `It writes them to the active partition of ${p.earlier} and lists both. If you remove ${p.earlier} later, neither starts any more: have the boot files of ${p.later} made on its own partition first.`
        : `Both share one directory on the EFI system partition, and one menu. An update or a repair of one can change how the other starts.`,
    ),
  'finding.macos-machine': ({ system }: { system: string }) =>
    say(
      `${system} is made for its maker’s own machines`,
      'On other machines it cannot be installed as it comes. On newer machines of its maker, other systems cannot be started beside it in this way.',
    ),
  'finding.encryption-dropped': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} is encrypted now, and would be formatted without encryption`,
      'From then on everybody who has the disk can read its files. Make an encrypted container again, or decide that it shall not be encrypted.',
    ),
  'finding.mounted-over': ({ volume, at, system }: { volume: string; at: string; system: string }) =>
    say(
      `${quoted(volume)} would hide what ${system} has in ${at}`,
      `The new volume is empty. Mounted at ${at}, it hides the files that lie there now, and ${system} may not boot or find its users’ files. Copy them into the new volume first, compare both, and only then add its line to the mount table: the step for the mount table says how.`,
    ),
  'finding.encrypts-itself': ({ system }: { system: string }) =>
    say(
      `${system} may encrypt its disk by itself`,
      `At its first start it encrypts its own volume and fixed data volumes, and keeps the recovery key in the account of the first person who signs in. Write that key on paper, or turn the encryption off, before another boot loader is installed or anything is shared with it.`,
    ),
  'finding.luks-changes': ({ volume, change }: { volume: string; change: 'shrunk' | 'grown' | 'moved' }) =>
    say(
      `${quoted(volume)} is an encrypted container that is ${change}`,
      `Have its passphrase at hand, and keep a copy of its header on another disk. ${change === 'shrunk' ? 'Open it, shrink the file system inside first, then the container, then the partition.' : change === 'grown' ? 'Grow the partition first, then the container, then the file system inside.' : 'It is copied as a whole, closed.'}`,
    ),
  'finding.efi-by-setup': ({ maker, systems }: { maker: string; systems: readonly string[] }) =>
    say(
      `The setup of ${maker} makes the EFI system partition`,
      `It makes a small one, 100 to 260 MiB, in the free space it is given. ${and(systems)} ${systems.length === 1 ? 'uses' : 'use'} it too: mount it at /boot/efi in the installer, and do not format it. Create one yourself first if you want it larger.`,
    ),
};
