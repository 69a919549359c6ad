import { and, both, count, MODE, quoted, STYLE, type Mode, type Style } from './format.js';

/** What a finding says: what is the matter, and why it matters in one or two plain sentences. */
export interface FindingText {
  readonly title: string;
  readonly why: string;
}

export const findingText = (title: string, why: string): FindingText => ({ title, why });
const say = findingText;
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

/** What each rule says of what it found, by the rule and, where it has several, the case. */
export const findings = {
  'finding.active-primary': ({ marked }: { marked: number }) =>
    say(
      marked === 0 ? 'No primary partition is active' : 'More than one primary partition is active',
      'In BIOS mode with an MBR, exactly one primary partition is marked active. A machine without a boot menu starts from it.',
    ),
  'finding.bare-volume': ({ content, label }: { content: string; label: string }) =>
    say(
      `The disk is not empty: ${content}${label ? ` ${quoted(label)}` : ''} fills all of it`,
      'It has no partition table. Writing one destroys this volume and everything on it; the volume cannot stay beside partitions.',
    ),
  'finding.below-advised': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} would be almost full`,
      'Windows needs free space to update itself. Below the advised size its updates may fail within months.',
    ),
  'finding.below-floor': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} would be smaller than its minimum`,
      'Its own tool will refuse to shrink it that far.',
    ),
  'finding.windows-tpm': ({ system, known }: { system: string; known: boolean }) =>
    say(
      known ? `${system} needs a TPM` : `Check that the machine has a TPM for ${system}`,
      known
        ? 'Its setup refuses a machine without a TPM 2.0. Turn it on in the firmware setup if it is there, or choose another system.'
        : 'Its setup refuses a machine without a TPM 2.0. The firmware setup lists it under security. Set it under Machine.',
    ),
  'finding.controller-raid': ({ systems }: { systems: readonly string[] }) =>
    say(
      `The installer of ${and(systems)} may not list the disk`,
      'The firmware shows its disks through a RAID of its own. An installer without a driver for it lists no disk at all, or only the installation medium.',
    ),
  'finding.inside-room': ({ volume, bytes, volumes }: { volume: string; bytes: number; volumes: number }) =>
    say(
      `The volumes inside ${quoted(volume)} need ${both(bytes)} more than it has`,
      `Together the ${count(volumes, 'volume')} take more than is left inside the partition after its container and volume group. The last one could not be created.`,
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
  'finding.cannot-shrink': ({ volume, content }: { volume: string; content: string }) =>
    say(
      `${quoted(volume)} has free space, but ${content} cannot shrink`,
      'Save its files elsewhere, delete it, create a smaller one, and copy the files back. Until then the saved copy is the only one.',
    ),
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
  'finding.data-erased': ({ volume, deleted }: { volume: string; deleted: boolean }) =>
    say(
      `Everything on ${quoted(volume)} is ${deleted ? 'deleted' : 'erased by formatting'}`,
      'Only a backup can bring it back.',
    ),
  'finding.duplicate-id': () =>
    say(
      'Two partitions have the same ID',
      'Systems find volumes by this ID. If two are the same, the wrong one may be mounted. This often comes from copying a partition.',
    ),
  'finding.duplicate-label': ({ label, partitions }: { label: string; partitions: number }) =>
    say(
      `${count(partitions, 'partition')} have the label ${quoted(label)}`,
      'In the installer only their size tells them apart, and a mount by label takes any of them.',
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
  'finding.encrypted-volume': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} is encrypted by its own system`,
      'Shrink it only from that system, with protection suspended and the recovery key on paper: a change to how the machine starts can make it ask for the key. Guided installers often refuse the whole disk; partition the free space beside it by hand.',
    ),
  'finding.floor-unknown': ({ volume }: { volume: string }) =>
    say(
      `It is not known whether ${quoted(volume)} can shrink this far`,
      'The space it uses is not known. Let its own system show how far it can shrink, and enter that under As found.',
    ),
  'finding.hibernate-swap': ({ system }: { system: string }) =>
    say(
      `${system} cannot hibernate with this swap`,
      'Hibernation writes memory to swap. If it does not fit, open work is lost when the machine wakes up.',
    ),
  'finding.home-unmounted': ({ volume, system }: { volume: string; system: string }) =>
    say(
      `${quoted(volume)} has no mount point`,
      `${system} would keep people’s files on its root, and the old files would not be visible.`,
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
  'finding.label-missing': ({ role }: { role: string }) =>
    say(
      `A new partition (${role}) has no label`,
      'In the installer it is one line among others of the same kind. A label costs nothing and is shown everywhere.',
    ),
  'finding.left-hibernated': ({ volume }: { volume: string }) =>
    say(
      `A system is hibernated on ${quoted(volume)}`,
      'Whatever another system writes now is destroyed when it wakes up. Start it, turn off hibernation and fast startup, shut it down completely, and read the disk again.',
    ),
  'finding.left-in-use': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} was not closed cleanly`,
      'The space it says is used may be out of date, and it may need repair. Start its system or have the volume checked, shut down cleanly, and read the disk again before you resize or move it.',
    ),
  'finding.logical-renumbered': () =>
    say(
      'Partitions that stay get other numbers',
      'A mount table or boot loader that names them by device or PARTUUID would use the wrong one, or none. Change it to UUID or label before you change the table.',
    ),
  'finding.long-exposure': ({ volume, minutes }: { volume: string; minutes: number }) =>
    say(
      `A power cut would destroy ${quoted(volume)} for up to ${count(minutes, 'minute')}`,
      'While it is copied over itself, it cannot be read at its old or its new place. Use mains power, turn sleep off, stay with it, and have a backup that you have tested.',
    ),
  'finding.look-alike': ({ one, other }: { one: string; other: string }) =>
    say(
      `${quoted(one)} and ${quoted(other)} will look the same in an installer`,
      'Both are listed with the same content and the same rounded size. Give one another size or label, or go by the device name.',
    ),
  'finding.mbr-on-blank': () =>
    say(
      'Use GPT for a new table on a UEFI machine',
      'An MBR has four primary partitions, ends at 2 TiB and has no second copy. Nothing on this disk needs it any more.',
    ),
  'finding.mbr-reach': () =>
    say(
      'Part of the disk cannot be used',
      'An MBR can address 2 to the power of 32 sectors. Only GPT reaches the whole disk.',
    ),
  'finding.medium-start-unknown': ({ mode }: { mode: Mode }) =>
    say(
      'The boot mode of the installation medium is not set',
      `The same USB stick may start in UEFI or in BIOS mode, and that decides how the system is installed. This plan needs ${MODE[mode]}.`,
    ),
  'finding.misaligned': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} does not start on a whole MiB`,
      'It is new, so it can start where the disk writes whole blocks. Otherwise every write across a block border costs two.',
    ),
  'finding.modes-mixed': (p: { systems: readonly string[]; now: Mode; start: Mode }) =>
    say(
      'The systems would use two different boot modes',
      `${names(p.systems)} ${p.systems.length === 1 ? 'starts' : 'start'} in ${MODE[p.now]} mode. A system installed from a medium started in ${MODE[p.start]} mode does not appear in the same boot menu.`,
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
  'finding.no-order': ({ circle }: { circle: boolean }) =>
    say(
      'The steps of this plan cannot be put in order',
      circle
        ? 'Some partitions are in each other’s way, and no free space can hold one of them for a while. Leave free space, or move only one of them.'
        : 'On the way, the table would have to list what it cannot. Divide the change into two plans.',
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
  'finding.not-own-tool': (p: { volume: string; shrunk: boolean; family: string; content: string }) =>
    say(
      `${quoted(p.volume)} would be ${p.shrunk ? 'shrunk' : 'grown'} without its own system`,
      `There is no ${p.family} on the disk that could change its ${p.content} with its own tool, check it, and start from it afterwards. Other tools can. Have a backup that you have tested, and let the system that owns it check it the next time it is started.`,
    ),
  'finding.number-order': () =>
    say(
      'The numbers will not follow the order on the disk',
      'Linux names partitions by number, Windows counts them in disk order. Go by size and label, not by number; the recognition sheet shows both.',
    ),
  'finding.old-settings': ({ system, volume }: { system: string; volume: string }) =>
    say(
      `${system} will find old settings on ${quoted(volume)}`,
      'A new major version or another desktop may not work with them. Create a new user first and check that it works. Then, if something is wrong, rename the old hidden files of a user one by one.',
    ),
  'finding.one-loader': ({ systems, system }: { systems: number; system: string }) =>
    say(
      `${count(systems, 'system')} boot by one boot loader, the one of ${system}`,
      `While ${system} is being reinstalled, or after it is removed, none of the others starts. Keep a live USB at hand, and write its boot loader again last.`,
    ),
  'finding.opaque-member': ({ volume, content }: { volume: string; content: string }) =>
    say(
      `${quoted(volume)} is part of something larger`,
      `A ${content} may share its data with other partitions or disks. Keep it or delete it as a whole; it is never resized here. Deleting it can break the whole.`,
    ),
  'finding.recovery-between': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} divides the free space`,
      'It is small. Moved to one side, it leaves the free space in one piece. Its own system may have to be told where it is now.',
    ),
  'finding.recovery-deleted': () =>
    say(
      'A recovery partition is deleted while its system stays',
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
  'finding.room-elsewhere': ({ volume }: { volume: string }) =>
    say(
      `There is free space for ${quoted(volume)}, but not next to it`,
      'The partitions in between must move, with their data. The plan moves as little as possible.',
    ),
  'finding.root-content': (p: {
    volume: string;
    content: string;
    system: string;
    use: keyof typeof USE;
    usual: string;
  }) => say(`${quoted(p.volume)} cannot be ${p.content}`, `${USE[p.use](p.system)} Use ${p.usual}.`),
  'finding.root-kept': ({ system, volume }: { system: string; volume: string }) =>
    say(
      `${system} is installed over the files on ${quoted(volume)}`,
      'Files of the old system stay among those of the new one. Most installers refuse this; others leave a system that fails in odd ways. Keep files you need on a home partition or in the backup.',
    ),
  'finding.same-size-disk': () =>
    say(
      'Another disk in this machine has the same size',
      'An installer lists both with the same size. Unplug the other one, or compare their partitions, before anything is written.',
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
  'finding.sliver': ({ bytes }: { bytes: number }) =>
    say(`${both(bytes)} of free space is left over`, 'It is too small to be useful.'),
  'finding.slots-full': () =>
    say(
      'All four places of the MBR are in use',
      'Free space outside the extended partition cannot become a primary any more. It can be used if the extended partition grows over it, or if a primary becomes a logical.',
    ),
  'finding.start-lost': ({ system }: { system: string }) =>
    say(
      `${system} loses the partition it boots from`,
      'Its boot loader is on the EFI system partition that is deleted, and it has no other. Its own volume stays, but nothing starts it.',
    ),
  'finding.start-moves': (p: { volume: string; boots: boolean; overItself: boolean }) =>
    say(
      `The start of ${quoted(p.volume)} moves: all its data is copied`,
      `${p.overItself ? 'If power fails during the copy, the volume is lost.' : 'Its old place stays whole until the copy is done.'} The copy takes long, and the volume cannot be used meanwhile.${p.boots ? ' The boot files of its system may need repair afterwards.' : ''}`,
    ),
  'finding.start-target': ({ system, fault }: { system: string; fault: string }) =>
    say(`${system} would not start the way it is set`, `As set, ${fault}`),
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
  'finding.cannot-start': (p: { system: string; cannot: boolean; reasons: readonly string[] }) =>
    say(
      p.cannot ? `${p.system} cannot start this way` : `${p.system} may not start on this machine`,
      p.reasons.join(' '),
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
  'finding.table-converted': (p: { style: Style; mode: Mode; systems: readonly string[] }) =>
    say(
      `The table is converted to ${STYLE[p.style]} in place`,
      p.systems.length > 0
        ? `The partitions stay, but ${names(p.systems)} cannot start until the boot files are written again in ${MODE[p.mode]} mode. A mistake here can hide every partition: keep the safety copy on another medium.`
        : 'The partitions stay. A mistake here can hide all of them: keep the safety copy on another medium.',
    ),
  'finding.table-damage': ({ title, why }: { title: string; why: string }) => say(title, why),
  'finding.too-many-entries': ({ most, partitions }: { most: number; partitions: number }) =>
    say(
      `A GPT has ${count(most, 'entry', 'entries')}, and ${count(partitions, 'partition')} are planned`,
      'Tables with more entries exist, but many systems and boot loaders do not read past the usual number.',
    ),
  'finding.two-efi': () =>
    say(
      'There is more than one EFI system partition',
      'Boot loaders stay apart, which is good. But some firmware and installers use only the first one. Choose the right one in the installer, and in the boot menu of the firmware.',
    ),
  'finding.volume-in-use': ({ system }: { system: string }) =>
    say(
      `${system} may still be using its volumes after shutdown`,
      'With hibernation or fast startup on, it does not really close its volumes. Another system that writes to them, or to a shared EFI system partition, can destroy files. The runbook turns both off first.',
    ),
  'finding.volume-larger': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} is larger than its partition`,
      'Its end is cut off: the partition was shrunk without its file system, or the table is wrong. Do not write to it. Restore the old end of the partition, check the volume, then plan.',
    ),
  'finding.volume-smaller': ({ volume }: { volume: string }) =>
    say(
      `${quoted(volume)} does not fill its partition`,
      'The partition was enlarged, but not its file system. Grow the file system, or shrink the partition.',
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

  'remedy.mark-active': ({ volume }: { volume: string }) => `Mark ${quoted(volume)} active`,
  'remedy.set-size': ({ bytes }: { bytes: number }) => `Make it ${both(bytes)}`,
  'remedy.grow': ({ bytes }: { bytes: number }) => `Grow it to ${both(bytes)}`,
  'remedy.grow-moving': ({ bytes, moved }: { bytes: number; moved: number }) =>
    `Grow it to ${both(bytes)} (moves ${both(moved)} of data)`,
  'remedy.create': ({ bytes }: { bytes: number }) => `Create it, ${both(bytes)}`,
  'remedy.create-boot': ({ bytes }: { bytes: number }) => `Create a /boot of ${both(bytes)}`,
  'remedy.create-swap': ({ bytes }: { bytes: number }) => `Create swap, ${both(bytes)}`,
  'remedy.grow-swap': ({ bytes }: { bytes: number }) => `Grow swap to ${both(bytes)}`,
  'remedy.shrink': ({ volume, bytes }: { volume: string; bytes: number }) =>
    `Shrink ${quoted(volume)} to ${both(bytes)}`,
  'remedy.keep-system': ({ system }: { system: string }) => `Keep ${system}`,
  'remedy.set-clock': ({ systems, clock }: { systems: readonly string[]; clock: 'local' | 'utc' }) =>
    `Set ${names(systems)} to ${clock === 'utc' ? 'UTC' : 'local time'}`,
  'remedy.keep-as-found': () => 'Keep it as found',
  'remedy.keep-content': () => 'Keep its files',
  'remedy.relabel': ({ label }: { label: string }) => `Label the newest ${quoted(label)}`,
  'remedy.label': ({ label }: { label: string }) => `Label it ${quoted(label)}`,
  'remedy.format-fat': () => 'Format it as FAT',
  'remedy.format-lost': () => 'Format it (its files are lost)',
  'remedy.do-not-format': () => 'Keep it, without formatting',
  'remedy.mount': ({ mountPoint }: { mountPoint: string }) => `Mount it at ${mountPoint}`,
  'remedy.share-efi': ({ volume }: { volume: string }) => `Share ${quoted(volume)}, mounted at /boot/efi`,
  'remedy.format-instead': () => 'Format it instead: the old files are erased',
  'remedy.secure-boot-off': () => 'Do not turn Secure Boot on',
  'remedy.controller-plain': () => 'Switch the controller to disks as they are',
  'remedy.mark-efi': () => 'Mark it as EFI system partition (files stay)',
  'remedy.own-partitions': ({ system }: { system: string }) => `Give ${system} its own partitions`,
  'remedy.no-hibernation': ({ systems }: { systems: readonly string[] }) =>
    `Turn off hibernation in ${names(systems)}`,
  'remedy.use-gpt': () => 'Write a GPT instead',
  'remedy.start-medium': ({ mode }: { mode: Mode }) => `Start the medium in ${MODE[mode]} mode`,
  'remedy.one-mode': ({ mode }: { mode: Mode }) => `Use ${MODE[mode]} mode for all systems`,
  'remedy.align': () => 'Move its start to the next whole MiB',
  'remedy.unmount': ({ volume }: { volume: string }) => `Do not mount ${quoted(volume)}`,
  'remedy.delete': ({ volume }: { volume: string }) => `Delete ${quoted(volume)}`,
  'remedy.own': ({ system }: { system: string }) => `Assign it to ${system}`,
  'remedy.to-start-of-gap': () => 'Move it to the start of the free space',
  'remedy.clear-up': () => 'Delete the partitions only it uses, and remove it from the others',
  'remedy.give-gap': ({ volume }: { volume: string }) => `Give the space to ${quoted(volume)}`,
  'remedy.use-file-system': ({ content }: { content: string }) => `Use ${content}`,
  'remedy.use-shared': ({ content }: { content: string }) => `Use ${content}, which all of them can write`,
  'remedy.boot-from-disk': () => 'Put its boot loader in the first sector of the disk',
  'remedy.no-layer': () => 'Do not encrypt it',
  'remedy.is-encrypted': () => 'It is encrypted',
  'remedy.is-not-encrypted': () => 'It is not encrypted',
  'remedy.system-goes': ({ system }: { system: string }) => `Remove ${system} from the disk`,
  'remedy.install-anew': ({ system }: { system: string }) => `Reinstall ${system}`,
  'remedy.make-logical': ({ volume }: { volume: string }) => `Make ${quoted(volume)} a logical (files stay)`,
  'remedy.make-primary': () => 'Make it a primary',
  'remedy.leave-where-it-is': ({ volume }: { volume: string }) => `Leave ${quoted(volume)} where it is`,
  'remedy.leave-start': () => 'Keep its start where it is',
  'remedy.boot-as-proposed': () => 'Boot it as proposed',
  'remedy.encrypt': () => 'Encrypt it too',
  'remedy.already-off': () => 'They are already off',
};
