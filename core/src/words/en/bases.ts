/** What a rule rests on. */
export interface BasisText {
  /** The standard with its section, the manual page, or the kind of knowledge; `null` where it follows from what is said. */
  readonly source: string | null;
  readonly states: string;
}

const basis = (source: string | null, states: string): BasisText => ({ source, states });

const PRACTICE = 'common practice';
const THUMB = 'rule of thumb';
const MAKER = 'what its maker says';
const BENCH = 'sizes under Systems';

/** What each rule rests on, by the rule. */
export const bases = {
  'basis.active-primary': () => basis(PRACTICE, 'the code in the MBR starts the one active primary'),
  'basis.bare-volume': () =>
    basis(null, 'a file system may cover a disk without a table; a new table is written over its beginning'),
  'basis.below-advised': () =>
    basis(
      THUMB,
      'used × 1.15, and at least 20 GiB free in a Windows, 5 GiB in another system; used × 1.05 of files',
    ),
  'basis.below-floor': () => basis(null, 'a volume cannot be smaller than what it holds'),
  'basis.bios-boot-missing': () =>
    basis(
      PRACTICE,
      'on GPT a BIOS loader keeps its core in a BIOS boot partition; that of a BSD is of a type of its own, and under 545 KB',
    ),
  'basis.bios-limits': () =>
    basis(PRACTICE, 'what firmware in BIOS mode can start from, and where a loader’s core has room'),
  'basis.boot-encrypted': () =>
    basis(
      'UEFI 2.10 §13.3',
      'firmware reads an EFI system partition in the clear; loaders read kernels before anything is unlocked',
    ),
  'basis.boot-missing': () =>
    basis(THUMB, 'image-based systems and unusual roots keep kernels on a /boot of 1 GiB'),
  'basis.boot-shared': () =>
    basis(PRACTICE, 'kernels of two systems in one place have the same names and replace each other'),
  'basis.cannot-change': () =>
    basis(
      null,
      'what the tools of each file system can do; the edits refuse the same, and this holds however a plan came to be',
    ),
  'basis.cannot-shrink': () =>
    basis(
      null,
      'XFS, exFAT and others cannot be made smaller: their files are saved, and the volume is created again',
    ),
  'basis.chooser-goes': () =>
    basis(
      PRACTICE,
      'in BIOS mode the code in the first sector of the disk reads the rest of its loader from the root of its system',
    ),
  'basis.clocks': () =>
    basis(PRACTICE, 'Windows keeps the clock of the machine in local time, others in UTC, each by default'),
  'basis.controller-raid': () =>
    basis(PRACTICE, 'behind a RAID of the firmware an installer without its driver lists no disk'),
  'basis.data-erased': () => basis(null, 'what is deleted or formatted is lost'),
  'basis.duplicate-id': () =>
    basis(
      'UEFI 2.10 §5.3.3, fstab(5)',
      'uniquePartitionGUID is unique; mount tables name file systems by UUID',
    ),
  'basis.duplicate-label': () => basis(null, 'labels are how people tell volumes apart'),
  'basis.efi-content': () => basis('UEFI 2.10 §13.3', 'an EFI system partition is FAT'),
  'basis.efi-fat32': () =>
    basis('UEFI 2.10 §13.3.1', 'FAT32 on a fixed disk; FAT32 has at least 65 525 clusters'),
  'basis.efi-formatted': () =>
    basis(null, 'an EFI system partition holds the loaders of every system that shares it'),
  'basis.efi-missing': () =>
    basis('UEFI 2.10 §13.3', 'the firmware starts loaders from an EFI system partition'),
  'basis.efi-mount': () =>
    basis('Boot Loader Specification (UAPI)', 'mounted at /efi or /boot; /boot/efi is common practice'),
  'basis.efi-not-used': () =>
    basis(
      'UEFI 2.10 §13.3',
      'the firmware starts loaders from an EFI system partition; which one, the installer has to be told',
    ),
  'basis.efi-small': () => basis(THUMB, 'what loaders, kernels and firmware updates take'),
  'basis.efi-type': () =>
    basis('UEFI 2.10 §13.3', 'the firmware looks for a partition of the EFI system type, and for FAT on it'),
  'basis.encrypted-root': () => basis(PRACTICE, 'loaders read kernels from a /boot in the clear'),
  'basis.encrypted-volume': () => basis(PRACTICE, 'an encrypted volume is changed from its own system only'),
  'basis.encryption-unknown': () =>
    basis(
      PRACTICE,
      'many machines with Windows 11 encrypt their system volume by themselves; what is not known counts as the worse',
    ),
  'basis.entry-lost': () =>
    basis('UEFI 2.10 §3.1.3', 'an entry names a partition and the path of a loader on it'),
  'basis.entry-missing': () =>
    basis('UEFI 2.10 §3.5.1.1', 'without an entry only what lies at the fallback path is started'),
  'basis.entry-nowhere': () => basis('UEFI 2.10 §3.1.3', 'an entry names its partition by the GUID of that'),
  'basis.entry-twice': () => basis(PRACTICE, 'the boot menu of a firmware shows descriptions only'),
  'basis.fat-limits': () =>
    basis('FAT specification §3.1, §6', '32 bits count sectors, and the size of a file'),
  'basis.first-sector': () =>
    basis(
      null,
      'where each format keeps its own header: XFS, NTFS, FAT, exFAT, APFS and LUKS in the first sector itself',
    ),
  'basis.floor-unknown': () => basis(null, 'a minimum rests on evidence, or is not known'),
  'basis.hibernate-locked': () =>
    basis(
      'kernel_lockdown(7)',
      'with Secure Boot on, a kernel does not hibernate to swap that it cannot trust',
    ),
  'basis.hibernate-swap': () =>
    basis('Kernel ABI, sysfs-power image_size', 'the image is 2/5 of memory by default; advised: RAM + √RAM'),
  'basis.home-shared': () =>
    basis(PRACTICE, 'settings in a home belong to one version of one desktop, and user numbers differ'),
  'basis.home-unmounted': () =>
    basis(null, 'installers forget mount points of kept partitions; each is given again by hand'),
  'basis.host-full': () => basis(THUMB, 'the file and a tenth'),
  'basis.host-gone': () => basis(null, 'a system hosted as a file needs the volume that holds it'),
  'basis.host-kind': () => basis(PRACTICE, 'a boot loader finds a file in a file system only'),
  'basis.host-locked': () => basis(PRACTICE, 'the boot loader reads the file before anything is unlocked'),
  'basis.host-sleeps': () => basis(null, 'a hibernated system keeps parts of its volumes in memory'),
  'basis.inside-room': () =>
    basis(
      'vgcreate(8), pvcreate(8), cryptsetup(8)',
      'extents of 4 MiB, 1 MiB of metadata, 16 MiB of LUKS2 header by default',
    ),
  'basis.kept-broken': () =>
    basis(
      null,
      'a system starts from its own volumes; what it is mounted from and started by must stay with it',
    ),
  'basis.label-missing': () => basis(null, 'a label is what tells partitions apart in every installer'),
  'basis.left-in-use': () =>
    basis(
      null,
      'a sleeping system keeps parts of its volumes in memory; an unclean volume must be checked by its own system',
    ),
  'basis.logical-renumbered': () =>
    basis(
      null,
      'Linux numbers logicals in the order of their chain, from 5 on; their PARTUUID holds the number too',
    ),
  'basis.long-exposure': () => basis(THUMB, 'over half an hour in which a power cut costs a volume'),
  'basis.look-alike': () => basis(null, 'picking the wrong line in an installer is the costliest mistake'),
  'basis.encryption-dropped': () =>
    basis(null, 'what was encrypted was meant to be; mkfs on a container leaves its files open'),
  'basis.mounted-over': () =>
    basis('mount(8)', 'what lies in a folder is hidden while a volume is mounted there'),
  'basis.encrypts-itself': () =>
    basis(PRACTICE, 'since version 24H2 a new Windows 11 encrypts the disk on nearly every machine'),
  'basis.luks-changes': () =>
    basis(
      'cryptsetup-resize(8), cryptsetup-luksHeaderBackup(8)',
      'what is inside goes first when it shrinks, the container when it grows',
    ),
  'basis.macos-machine': () =>
    basis(null, 'macOS is made for its maker’s machines only; its loader lies with its own volume'),
  'basis.mbr-on-blank': () =>
    basis(
      'UEFI 2.10 §5.3',
      'GPT is the table of UEFI; an MBR is kept only where something on the disk needs it',
    ),
  'basis.mbr-reach': () => basis('UEFI 2.10 table 5.2', 'the slots of an MBR hold 32-bit sector numbers'),
  'basis.medium-start-unknown': () =>
    basis(null, 'how the installer is started decides the mode a system is installed for'),
  'basis.misaligned': () =>
    basis(PRACTICE, 'new partitions start on whole MiB, which suits every physical sector and erase block'),
  'basis.modes-mixed': () =>
    basis(
      'UEFI 2.10 §3.5.1',
      'a boot menu that was started in one mode cannot start a system that was installed in the other',
    ),
  'basis.mount-place': () =>
    basis('Filesystem Hierarchy Standard 3.0 §3', 'a root is /, homes are /home, kernels are in /boot'),
  'basis.mount-table-stale': () =>
    basis(
      'fstab(5)',
      'what is created again has another UUID; a line that names what is gone delays or stops the boot',
    ),
  'basis.mount-twice': () => basis(null, 'a mount point holds one file system'),
  'basis.no-order': () =>
    basis(null, 'a step that writes somewhere waits for whatever lies there to be gone'),
  'basis.no-room': () => basis(BENCH, 'least size of the system'),
  'basis.no-root': () => basis(null, 'a system needs a volume for itself'),
  'basis.nobody-owns': () =>
    basis(null, 'a partition without an owner is the first to be deleted by mistake'),
  'basis.not-own-tool': () => basis(PRACTICE, 'a system’s own tool changes its own volumes'),
  'basis.number-order': () => basis(PRACTICE, 'a new partition usually gets the lowest free number'),
  'basis.old-settings': () =>
    basis(PRACTICE, 'settings in a home are written by one version of a desktop and read by another'),
  'basis.one-loader': () => basis(PRACTICE, 'what lists the others must outlive them'),
  'basis.opaque-member': () => basis(null, 'volumes that span several partitions are not looked into here'),
  'basis.recovery-between': () =>
    basis(null, 'free space is used in one piece; a partition between two pieces keeps them apart'),
  'basis.recovery-deleted': () =>
    basis(null, 'the recovery volume is what repairs a system that does not boot'),
  'basis.retired-room': () => basis(null, 'space that nobody has is best given to a neighbour at once'),
  'basis.room-elsewhere': () => basis(null, 'a volume grows into room that lies directly behind it'),
  'basis.root-content': () =>
    basis(
      null,
      'each family lives on file systems of its own; homes need owners and permissions; a boot loader reads only some',
    ),
  'basis.root-kept': () =>
    basis(PRACTICE, 'a system installed over the files of another version keeps leftovers of both'),
  'basis.same-size-disk': () => basis(null, 'choosing the wrong disk loses everything on it'),
  'basis.sealed-key': () =>
    basis(
      'TCG PC Client Platform Firmware Profile',
      'PCR 4 and 7 record the loaders, and the key is sealed to them',
    ),
  'basis.secure-boot-refuses': () =>
    basis('UEFI 2.10 §32', 'with Secure Boot on, unsigned images are refused'),
  'basis.secure-boot-unsigned': () =>
    basis('UEFI 2.10 §32', 'with Secure Boot on, unsigned images are refused'),
  'basis.setup-over': () =>
    basis(
      PRACTICE,
      'a setup over an old system without formatting keeps its files in a folder, and its programs not',
    ),
  'basis.shared-data': () =>
    basis(PRACTICE, 'which families write which file systems without added software'),
  'basis.shared-swap': () => basis(null, 'a hibernated system keeps its memory in swap until it wakes'),
  'basis.sliver': () => basis(THUMB, 'a gap too small for any use'),
  'basis.slots-full': () =>
    basis(
      'UEFI 2.10 §5.2.1',
      'an MBR has four slots; the extended container takes one, and holds any number of logicals',
    ),
  'basis.made-too-small': () =>
    basis('mkfs.xfs(8), mkfs.btrfs(8)', 'utilities refuse what their format cannot hold'),
  'basis.marked-read-only': () =>
    basis('UEFI 2.10 §5.3.3', 'bits 48 to 63 belong to the type; of basic data, bit 60 is read-only'),
  'basis.type-content': () =>
    basis(
      'UAPI Discoverable Partitions Specification',
      'swap is switched on by its type alone, where no mount table names it',
    ),
  'basis.found-by-type': () =>
    basis(
      'UAPI Discoverable Partitions Specification',
      'a home is mounted by its type, where no mount table names one',
    ),
  'basis.kernels-elsewhere': () =>
    basis(
      'UAPI Boot Loader Specification',
      'kernels lie on the EFI system partition, or on a boot partition beside it',
    ),
  'basis.root-shared': () => basis(null, 'a root holds the files of one system'),
  'basis.not-started': () => basis('UEFI 2.10 §3.1', 'the machine at every restart of the procedure'),
  'basis.start-lost': () =>
    basis('UEFI 2.10 §13.3', 'a system whose loader is gone is not found by the firmware'),
  'basis.start-moves': () => basis(null, 'moving a start copies the volume in place, offline'),
  'basis.start-target': () =>
    basis(
      'UEFI 2.10 §3.5.1',
      'loaders are files on an EFI system partition; a BIOS runs the disk’s first sector',
    ),
  'basis.support-ended': () => basis(MAKER, 'general support ended on 14 October 2025'),
  'basis.swap-advised': () => basis(THUMB, 'with 8 GiB of memory or less, have some swap'),
  'basis.swap-in-the-clear': () =>
    basis(null, 'swap holds pieces of memory, and with it of what is encrypted elsewhere'),
  'basis.swap-remade': () =>
    basis(null, 'swap is not moved or resized but created again, and its UUID changes with it'),
  'basis.swap-taken': () =>
    basis(
      'systemd-gpt-auto-generator(8), swapon(8)',
      'these, and installers, take swap of the general type where they find it',
    ),
  'basis.system-cannot-start': () =>
    basis(
      'UEFI 2.10 §3.5, §5',
      'which mode starts from which table; and the rules of the installers themselves',
    ),
  'basis.system-size': () => basis(BENCH, 'least and comfortable size of the system'),
  'basis.table-converted': () =>
    basis(
      'UEFI 2.10 §5.3',
      'the table is written in other places; boot code of the old style is not used in the new mode',
    ),
  'basis.table-damage': () =>
    basis('UEFI 2.10 §5.2.3, §5.3', 'what each field of a table holds, and which checksums cover it'),
  'basis.too-many-entries': () => basis('UEFI 2.10 §5.3.1', 'a GPT of the usual size has 128 entries'),
  'basis.two-efi': () =>
    basis('UEFI 2.10 §13.3', 'a disk may have several; some firmware and installers use only the first'),
  'basis.two-windows': () =>
    basis(
      PRACTICE,
      'a later Windows writes its boot files where the earlier one has its own, and lists both',
    ),
  'basis.volume-in-use': () =>
    basis(PRACTICE, 'hibernation and fast startup leave volumes in use after shutdown'),
  'basis.volume-size': () => basis(null, 'a volume states its own size; its partition must hold it'),
  'basis.windows-later': () =>
    basis(PRACTICE, 'its setup and large updates put Windows first in the boot order of the firmware'),
  'basis.windows-memory': () => basis(MAKER, 'Windows 11 requires 4 GB of memory'),
  'basis.windows-on-logical': () => basis(PRACTICE, 'a Windows starts from an active primary only'),
  'basis.firmware-word-size': () => basis('UEFI 2.10 §2.3', 'a firmware runs images of its own word size'),
  'basis.certificates-old': () =>
    basis(
      MAKER,
      'the certificates of 2011 end in June and October 2026; new media are signed by those of 2023',
    ),
  'basis.entries-full': () =>
    basis(PRACTICE, 'a firmware keeps boot entries in a small memory, which can be full'),
  'basis.windows-tpm': () =>
    basis(MAKER, 'Windows 11 requires a TPM 2.0, and its setup refuses a machine without one'),
};
