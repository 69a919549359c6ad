/** A trade term: every spelling under which it stands in a sentence, and what it means in plain words. */
export interface TermText {
  /** The first is how it is listed. */
  readonly names: readonly string[];
  readonly means: string;
}

const term = (names: readonly string[], means: string): TermText => ({ names, means });

/** What trade terms mean, to somebody who has never changed a disk. */
export const glossary = {
  'term.active': () =>
    term(
      ['active partition', 'marked active', 'active primary'],
      'The primary partition of an MBR that a machine in BIOS mode boots from. Exactly one should be marked.',
    ),
  'term.bios': () =>
    term(
      ['BIOS', 'BIOS mode'],
      'The older way a machine boots: it runs a little code in the first sector of the disk. UEFI firmware can often do it too, and calls it legacy or CSM.',
    ),
  'term.bios-boot': () =>
    term(
      ['BIOS boot partition'],
      'A partition of about 1 MiB without a file system, in which a boot loader keeps its code on a GPT disk in BIOS mode.',
    ),
  'term.boot-entry': () =>
    term(
      ['boot entry', 'boot entries'],
      'A line in the memory of a UEFI firmware: a name, a partition, and the boot loader on it that is to be run.',
    ),
  'term.boot-loader': () =>
    term(
      ['boot loader', 'boot loaders'],
      'The first program of a system. It loads the kernel, and may offer a menu of several systems.',
    ),
  'term.boot-order': () =>
    term(
      ['boot order'],
      'The order in which a firmware tries its boot entries. The first that works is started.',
    ),
  'term.btrfs': () =>
    term(
      ['subvolume', 'subvolumes'],
      'A part of a btrfs volume that can be mounted by itself. All subvolumes share the space of their volume.',
    ),
  'term.efi': () =>
    term(
      ['EFI system partition', 'EFI system partitions', 'EFI partitions', 'EFI partition'],
      'A small FAT partition in which a UEFI firmware finds boot loaders. Several systems can share one.',
    ),
  'term.exposure': () =>
    term(
      ['exposure', 'exposed'],
      'While a step is exposed, a power cut would lose what is being moved or changed.',
    ),
  'term.extended': () =>
    term(
      ['extended partition'],
      'One of the four partitions of an MBR can be extended: it holds no files, but any number of logical partitions.',
    ),
  'term.fast-startup': () =>
    term(
      ['fast startup'],
      'Windows does not shut down completely, but saves its kernel to the disk. Its volumes stay in use and must not be changed from outside.',
    ),
  'term.file-system': () =>
    term(
      ['file system', 'file systems'],
      'How files are kept in a partition: NTFS, ext4, FAT and others. Each system can use some of them.',
    ),
  'term.firmware': () =>
    term(
      ['firmware', 'firmware setup'],
      'The program built into the machine that runs before any system. Its setup is opened by a key right after power on.',
    ),
  'term.floor': () =>
    term(['floor'], 'The smallest size to which a volume can be shrunk, because of what is stored in it.'),
  'term.fstab': () =>
    term(
      ['mount table', 'mount tables', 'fstab'],
      'The list (/etc/fstab) by which a Linux knows which volume is mounted where.',
    ),
  'term.gpt': () =>
    term(
      ['GPT'],
      'The current kind of partition table: up to 128 partitions, disks of any size, and a second copy at the end of the disk.',
    ),
  'term.hibernation': () =>
    term(
      ['hibernation', 'hibernates', 'hibernated'],
      'The memory is saved to the disk and the machine is turned off. Until the system has woken, its volumes must not be changed.',
    ),
  'term.installer': () =>
    term(
      ['installation medium'],
      'A USB stick or disc that a machine boots from in order to install a system.',
    ),
  'term.kernel': () =>
    term(
      ['kernel', 'kernels'],
      'The core of a system. A Linux keeps several versions, in /boot or on the EFI system partition.',
    ),
  'term.live': () =>
    term(
      ['live session', 'live sessions'],
      'A system that runs from a USB stick without being installed. Volumes of the disk are not in use then, so they can be changed.',
    ),
  'term.logical': () =>
    term(
      ['logical partition', 'logical partitions', 'logicals', 'logical'],
      'A partition inside the extended partition of an MBR. Linux numbers them from 5 on.',
    ),
  'term.luks': () =>
    term(
      ['LUKS'],
      'The usual encryption of whole volumes in Linux. Without its passphrase nothing inside can be read.',
    ),
  'term.lvm': () =>
    term(
      ['LVM', 'volume group'],
      'A layer between partitions and volumes in Linux: a volume group takes partitions together, and is divided into volumes.',
    ),
  'term.mbr': () =>
    term(
      ['MBR'],
      'The older kind of partition table, in the first sector of the disk: four partitions, and at most 2 TiB.',
    ),
  'term.mount-point': () =>
    term(
      ['mount point', 'mount points'],
      'The folder under which a volume is seen in a Linux or BSD: / for its root, /home for the files of people.',
    ),
  'term.partition-table': () =>
    term(
      ['partition table', 'partition tables'],
      'The list on the disk of where each partition starts and ends. GPT and MBR are its two kinds.',
    ),
  'term.partuuid': () =>
    term(
      ['PARTUUID'],
      'A number by which a partition table tells its partitions apart, whatever is stored in them.',
    ),
  'term.primary': () =>
    term(
      ['primary partition', 'primary partitions', 'primaries', 'primary'],
      'A partition that stands in an MBR itself. There are at most four.',
    ),
  'term.recovery': () =>
    term(
      ['recovery volume', 'recovery partition'],
      'A small partition from which a system repairs itself when it does not boot.',
    ),
  'term.root': () =>
    term(['root'], 'The volume in which a Linux or BSD itself is installed. It is mounted at /.'),
  'term.runbook': () =>
    term(
      ['runbook'],
      'All steps of the plan in their order, to be carried out at the machine, on paper or on another screen.',
    ),
  'term.safety-copy': () =>
    term(
      ['safety copy'],
      'The sectors of the partition table as they were found. With it a damaged table can be restored; files are not in it.',
    ),
  'term.secure-boot': () =>
    term(
      ['Secure Boot'],
      'A UEFI firmware then runs only boot loaders that are signed. Not every system has one.',
    ),
  'term.sector': () =>
    term(['sector', 'sectors'], 'The smallest piece of a disk that is read or written: 512 or 4096 bytes.'),
  'term.swap': () =>
    term(
      ['swap'],
      'Space on the disk for memory that is not in use just now. For hibernation the whole memory has to fit in it.',
    ),
  'term.tpm': () =>
    term(
      ['TPM'],
      'A chip that keeps keys. Windows uses it to unlock its encrypted volumes by itself, and asks for the recovery key when something about the boot has changed.',
    ),
  'term.uefi': () =>
    term(
      ['UEFI', 'UEFI mode'],
      'The current way a machine boots: its firmware reads boot loaders from the EFI system partition.',
    ),
  'term.uuid': () =>
    term(
      ['UUID', 'UUIDs'],
      'A long number that a file system gets when it is created. Mount tables name volumes by it. Formatting makes another one.',
    ),
  'term.volume': () =>
    term(
      ['volume', 'volumes'],
      'What is inside a partition and has a file system: the place where files are.',
    ),
};
