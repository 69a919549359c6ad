import { count } from './format.js';

const hex = (n: number) => `0x${n.toString(16).padStart(8, '0')}`;

/** What is wrong with a partition table, and what was read instead. Figures in logical sectors. */
export const damage = {
  'copy.not-read': () => 'its sector was not among the bytes read',
  'copy.no-signature': () => 'the signature “EFI PART” is missing',
  'copy.header-crc': ({ stored, computed }: { stored: number; computed: number }) =>
    `the header’s CRC is ${hex(stored)} where its bytes give ${hex(computed)}`,
  'copy.header-nonsense': ({ field, value }: { field: string; value: string }) =>
    `its field ${field} says ${value}, which cannot be`,
  'copy.entries-not-read': ({ lba }: { lba: number }) =>
    `its entries at sector ${lba} were not among the bytes read`,
  'copy.entries-crc': ({ stored, computed }: { stored: number; computed: number }) =>
    `the entries’ CRC is ${hex(stored)} where their bytes give ${hex(computed)}`,

  'chain.not-read': ({ atLba }: { atLba: number }) =>
    `the record at sector ${atLba} was not among the bytes read`,
  'chain.no-signature': ({ atLba }: { atLba: number }) =>
    `there is no record at sector ${atLba}, where the chain leads`,
  'chain.loop': ({ atLba }: { atLba: number }) =>
    `it leads back to sector ${atLba}, where it has been already`,
  'chain.outside': ({ atLba }: { atLba: number }) => `it leads to sector ${atLba}, outside of the container`,
  'chain.stray': ({ atLba }: { atLba: number }) =>
    `the record at sector ${atLba} lists more than one partition and one successor`,
  'chain.too-long': () => 'it has more links than any real one',

  'damage.primary-broken': ({ fault }: { fault: string }) =>
    `The primary GPT cannot be trusted: ${fault}. What is shown comes from the backup at the end of the disk.`,
  'damage.backup-broken': ({ fault }: { fault: string }) =>
    `The backup GPT cannot be trusted: ${fault}. What is shown comes from the primary.`,
  'damage.backup-not-at-end': ({ atLba, lastLba }: { atLba: number; lastLba: number }) =>
    `The backup GPT is at sector ${atLba}, not at the end of the disk (sector ${lastLba}). The disk was probably enlarged or copied to a larger one; the room behind cannot be used until the backup is moved.`,
  'damage.both-broken': ({ primary, backup }: { primary: string; backup: string }) =>
    `Neither copy of the GPT can be trusted. Primary: ${primary}. Backup: ${backup}. No partition is shown, because none is certain.`,
  'damage.copies-differ': () =>
    'Both copies of the GPT are sound but list different partitions. What is shown comes from the primary.',
  'damage.protective-missing': () =>
    'Sector 0 holds no protective MBR. Older tools may take the disk for an empty one and overwrite it.',
  'damage.protective-short': ({
    coversSectors,
    diskSectors,
  }: {
    coversSectors: number;
    diskSectors: number;
  }) =>
    `The protective MBR covers ${coversSectors} of the disk’s ${diskSectors} sectors. Older tools may take the rest for free space.`,
  'damage.hybrid': ({ slots }: { slots: number }) =>
    `The MBR lists ${count(slots, 'partition')} beside the protective one (a hybrid MBR). Systems will disagree about what is on the disk.`,
  'damage.gpt-left-over': ({ entries }: { entries: number }) =>
    `The MBR in sector 0 lists the partitions and is in force. A GPT with ${count(entries, 'entry', 'entries')} is left over from before, and every system ignores it. Do not let a tool “repair” the disk from it. It can be removed at any time: in a live session, \`wipefs --types gpt --all\` on the disk clears its signatures and nothing else.`,
  'damage.out-of-range': ({ number }: { number: number }) =>
    `Partition ${number} lies partly outside the usable area of the disk.`,
  'damage.overlap': ({ numbers: [one, other] }: { numbers: readonly [number, number] }) =>
    `Partitions ${one} and ${other} overlap.`,
  'damage.logicals-not-read': ({ number }: { number: number }) =>
    `The extended container (partition ${number}) keeps its list of logical partitions inside itself, beyond the bytes that were read. It is shown as one part.`,
  'damage.chain-broken': ({ number, fault }: { number: number; fault: string }) =>
    `The chain of logical partitions in the extended container (partition ${number}) is damaged: ${fault}. Logical partitions behind that point cannot be seen.`,
  'damage.logical-outside': ({ number, container }: { number: number; container: number }) =>
    `Logical partition ${number} reaches out of its extended container (partition ${container}).`,
  'damage.two-containers': ({ numbers: [one, other] }: { numbers: readonly [number, number] }) =>
    `The table lists two extended containers (partitions ${one} and ${other}). Systems number what is in the second differently, or do not see it.`,

  'damaged.primary-broken': () => 'The primary partition table is damaged',
  'damaged.backup-broken': () => 'The backup partition table is damaged',
  'damaged.backup-not-at-end': () => 'The backup partition table is not at the end',
  'damaged.both-broken': () => 'Both partition tables are damaged',
  'damaged.copies-differ': () => 'The two partition tables differ',
  'damaged.protective-missing': () => 'The protective MBR is missing',
  'damaged.protective-short': () => 'The protective MBR is too short',
  'damaged.hybrid': () => 'Hybrid MBR',
  'damaged.gpt-left-over': () => 'An old GPT is left over beside the MBR',
  'damaged.out-of-range': () => 'A partition leaves the usable area',
  'damaged.overlap': () => 'Two partitions overlap',
  'damaged.logicals-not-read': () => 'Logical partitions were not read',
  'damaged.chain-broken': () => 'The chain of logical partitions is damaged',
  'damaged.logical-outside': () => 'A logical partition leaves its container',
  'damaged.two-containers': () => 'Two extended containers',
};
