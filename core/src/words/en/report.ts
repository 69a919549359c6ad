import { formatBoth, formatBinary } from '../../quantity/index.js';
import { count } from './format.js';

const FACTS = {
  firmware: 'Firmware',
  modeInUse: 'Boot mode in use',
  secureBoot: 'Secure Boot',
  ramBytes: 'Memory',
  tpm: 'TPM 2.0',
  wordSize: 'word size of the firmware',
  certificates: 'certificates of Secure Boot',
  medium: 'Kind of disk',
  controller: 'Storage controller',
  device: 'Name of the disk in Linux',
  otherDisks: 'Other disks',
  bootEntries: 'Boot entries',
} as const;

const VALUES: Readonly<Record<string, string>> = {
  uefi: 'UEFI',
  bios: 'BIOS',
  nvme: 'NVMe',
  'sata-ssd': 'SATA SSD',
  hdd: 'HDD',
  emmc: 'eMMC',
  raid: 'RAID',
  plain: 'AHCI or NVMe',
};

type Fact = keyof typeof FACTS;

const value = (fact: Fact, said: string) =>
  fact === 'ramBytes' ? formatBinary(Number(said)) : fact === 'otherDisks' ? said : (VALUES[said] ?? said);

/** What a report of a machine changes, and where it differs from what was read before. */
export const report = {
  'report.not-json': () =>
    'This report is not complete. Copy all that the script printed, from the first “{” to the last “}”.',
  'report.no-partitions': ({ disk }: { disk: string }) =>
    `The report lists no partitions of ${disk}, and does not say that it has none. What is on it is not known. Run the report again as administrator, or read the disk in another way.`,
  'report.no-style': ({ disk }: { disk: string }) =>
    `The report does not tell which partition table ${disk} has. It may be blank, or one volume without a table. Read it in another way: with lsblk in a live session, or from its sectors.`,
  'report.disk': ({ bytes, style, partitions }: { bytes: number; style: string; partitions: number }) =>
    `Disk: ${formatBoth(bytes)}, ${style === 'none' ? 'no table' : style.toUpperCase()}, ${count(partitions, 'partition')}`,
  'report.disk-more': ({ bytes }: { bytes: number; style: string; partitions: number }) =>
    `Disk: the same ${formatBinary(bytes)} as before, more is known of it. What is planned stays.`,
  'report.machine': ({ fact, was, becomes }: { fact: Fact; was: string | null; becomes: string }) =>
    `${FACTS[fact]}: ${value(fact, becomes)}${was === null ? '' : `, until now ${value(fact, was)}`}`,
  'report.system': ({
    name,
    hibernates,
    clock,
  }: {
    name: string;
    hibernates: boolean;
    clock: 'utc' | 'local';
  }) =>
    `${name}: ${hibernates ? 'hibernates, or starts fast' : 'does not hibernate'}; its clock runs in ${clock === 'utc' ? 'UTC' : 'local time'}`,
  'report.volume': ({
    name,
    content,
    used,
    floor,
    unlocked,
  }: {
    name: string;
    content: string;
    used: number | null;
    floor: number | null;
    unlocked: boolean;
  }) =>
    [
      `${name} (${content})`,
      ...(used === null ? [] : [`${formatBinary(used)} used`]),
      ...(floor === null ? [] : [`its own tool can shrink it to ${formatBinary(floor)}`]),
      ...(unlocked ? ['not encrypted'] : []),
    ].join(', '),
  'report.apple-silicon': () =>
    'This Mac has its maker’s own processor: no firmware that boots other systems by itself. Plan only what macOS can do in its own tools.',
  'report.no-administrator': ({ family }: { family: 'windows' | 'linux' | 'other' }) =>
    ({
      windows:
        'Not run as administrator: how far volumes can shrink, what is encrypted and whether there is a TPM was not told.',
      linux: 'Not run as root: what is on partitions that are not mounted may not be told.',
      other: 'Not run as administrator: some facts may be missing.',
    })[family],
  'report.variable-unread': ({ name, why }: { name: string; why: string }) => `${name} was not read: ${why}.`,
  'report.differs-content': ({ number, read, told }: { number: number; read: string; told: string }) =>
    `Partition ${number}: the disk says ${read}, the report ${told}.`,
  'report.differs-label': ({ number, read, told }: { number: number; read: string; told: string }) =>
    `Partition ${number}: its label on the disk is “${read}”, in the report “${told}”.`,
  'report.differs-used': ({
    number,
    read,
    evidence,
    told,
  }: {
    number: number;
    read: number;
    evidence: string;
    told: number;
  }) =>
    `Partition ${number}: ${formatBinary(read)} used (${evidence}), the report tells ${formatBinary(told)}.`,
};
