import {
  GB,
  GIB,
  nominalSectors,
  surveyFromHand,
  systemFrom,
  type HandDrawing,
  type Machine,
  type Survey,
  type System,
} from '@rhizotome/core';

/** What is seen of a demo machine when the bench is filled: facts, a drawn disk, and systems to come. */
export interface DemoMachine {
  readonly name: string;
  readonly story: string;
  readonly machine: Machine;
  /** Absent where the disk is still to be read by the visitor. */
  readonly survey: ((identity: { readonly id: string; readonly takenAt: string }) => Survey) | null;
  /** What is said of the found partitions, by their number. */
  readonly used: Readonly<Record<number, number>>;
  readonly systems: readonly System[];
}

const NO_OTHER_DISKS = { otherDisks: [] as const };

function disk(
  gigabytes: number,
  style: HandDrawing['style'],
  lines: readonly string[],
): DemoMachine['survey'] {
  return (identity) => {
    const outcome = surveyFromHand(
      { diskBytes: nominalSectors(gigabytes) * 512, sectorBytes: 512, style, text: lines.join('\n') },
      identity,
    );
    if (!outcome.ok) throw new Error(`Demo disk: ${outcome.refusal.message}`);
    return outcome.survey;
  };
}

const coming = (profile: string, name: string, id = 'system-1') =>
  systemFrom(profile, { id, name, origin: 'new' });

/** The machines of Skarvness, a made-up marine field station. */
export const DEMO_MACHINES: readonly DemoMachine[] = [
  {
    name: 'petrel',
    story:
      'Laptop with one Windows, encrypted. A Linux for sound analysis is to come beside it. The captured ends of its disk lie in demo/captures.',
    machine: {
      firmware: 'both',
      modeInUse: 'uefi',
      mediumStart: 'unknown',
      secureBoot: 'on',
      ramBytes: 16 * GIB,
      medium: 'nvme',
      device: 'nvme0n1',
      ...NO_OTHER_DISKS,
    },
    survey: null,
    used: {},
    systems: [],
  },
  {
    name: 'dunlin',
    story:
      'Old bench PC in BIOS mode: an MBR with three primaries. A second Linux and shared data are wanted.',
    machine: {
      firmware: 'bios',
      modeInUse: 'bios',
      mediumStart: 'bios',
      secureBoot: 'off',
      ramBytes: 8 * GIB,
      medium: 'hdd',
      device: 'sda',
      ...NO_OTHER_DISKS,
    },
    survey: disk(500, 'mbr', [
      '350MiB ntfs "Startup"',
      '300GiB windows "Dunlin main"',
      '10GiB recovery "Factory"',
    ]),
    used: { 1: 2_351_104, 2: 87_050_571_776, 3: 7_570_714_624 },
    systems: [coming('linux-desktop', 'Bench Linux')],
  },
  {
    name: 'turnstone',
    story: 'Tide-gauge PC with a blank disk of 240 GB: two Linux systems and shared data, from nothing.',
    machine: {
      firmware: 'uefi',
      modeInUse: 'uefi',
      mediumStart: 'uefi',
      secureBoot: 'off',
      ramBytes: 8 * GIB,
      medium: 'sata-ssd',
      device: 'sda',
      ...NO_OTHER_DISKS,
    },
    survey: disk(240, 'none', []),
    used: {},
    systems: [coming('linux-small', 'Gauge Linux'), coming('linux-desktop', 'Desk Linux', 'system-2')],
  },
  {
    name: 'curlew',
    story: 'Imaging workstation, 4 TB, firmware in legacy mode, disk GPT: the Windows setup refuses.',
    machine: {
      firmware: 'both',
      modeInUse: 'bios',
      mediumStart: 'bios',
      secureBoot: 'off',
      ramBytes: 64 * GIB,
      medium: 'hdd',
      device: 'sda',
      otherDisks: [{ name: 'system disk', sizeBytes: 500 * GB }],
    },
    survey: disk(4000, 'gpt', ['1500GiB exfat "images"']),
    used: { 1: 1_240 * GIB },
    systems: [coming('windows-11', 'Windows')],
  },
  {
    name: 'sanderling',
    story: 'Handheld with 64 GB of eMMC: an image-based Linux first, Windows squeezed in. A tight fit.',
    machine: {
      firmware: 'uefi',
      modeInUse: 'uefi',
      mediumStart: 'uefi',
      secureBoot: 'on',
      ramBytes: 4 * GIB,
      medium: 'emmc',
      device: 'mmcblk0',
      ...NO_OTHER_DISKS,
    },
    survey: disk(64, 'gpt', ['600MiB efi "EFI"', '1GiB boot "boot"', 'rest btrfs "root"']),
    used: { 1: 41 * 1024 * 1024, 2: 312 * 1024 * 1024, 3: 18 * GIB },
    systems: [coming('windows-10', 'Windows')],
  },
  {
    name: 'fulmar',
    story: 'Desk machine of 1 TB: macOS stays, Linux and Windows come.',
    machine: {
      firmware: 'uefi',
      modeInUse: 'uefi',
      mediumStart: 'uefi',
      secureBoot: 'off',
      ramBytes: 32 * GIB,
      medium: 'nvme',
      device: 'nvme0n1',
      ...NO_OTHER_DISKS,
    },
    survey: disk(1000, 'gpt', ['200MiB efi "EFI"', '800GiB macos "Fulmar"']),
    used: { 1: 61 * 1024 * 1024, 2: 212 * GIB },
    systems: [coming('windows-11', 'Windows'), coming('linux-development', 'Desk Linux', 'system-2')],
  },
  {
    name: 'knot',
    story: 'Linux only: the system is reinstalled, its root enlarged, its home kept.',
    machine: {
      firmware: 'uefi',
      modeInUse: 'uefi',
      mediumStart: 'uefi',
      secureBoot: 'off',
      ramBytes: 8 * GIB,
      medium: 'sata-ssd',
      device: 'sda',
      ...NO_OTHER_DISKS,
    },
    survey: disk(240, 'gpt', [
      '512MiB efi "KNOT-ESP"',
      '30GiB root "knot-root"',
      '8GiB swap "knot-swap"',
      'rest home "knot-home"',
    ]),
    used: { 1: 20_480, 2: 10_232_205_312, 4: 82_656_231_424 },
    systems: [],
  },
];
