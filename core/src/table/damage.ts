import type { CopyFault } from './gpt/decode.js';
import type { ChainFault } from './mbr/chain.js';

/** Something wrong with, or unusual about, the table of a disk. Figures in logical sectors. */
export type Damage =
  | { readonly id: 'primary-broken'; readonly fault: CopyFault }
  | { readonly id: 'backup-broken'; readonly fault: CopyFault }
  | { readonly id: 'backup-not-at-end'; readonly atLba: number; readonly lastLba: number }
  | { readonly id: 'both-broken'; readonly primary: CopyFault; readonly backup: CopyFault }
  | { readonly id: 'copies-differ' }
  | { readonly id: 'protective-missing' }
  | { readonly id: 'protective-short'; readonly coversSectors: number; readonly diskSectors: number }
  | { readonly id: 'hybrid'; readonly slots: number }
  | { readonly id: 'out-of-range'; readonly number: number }
  | { readonly id: 'overlap'; readonly numbers: readonly [number, number] }
  | { readonly id: 'logicals-not-read'; readonly number: number }
  | { readonly id: 'chain-broken'; readonly number: number; readonly fault: ChainFault }
  | { readonly id: 'logical-outside'; readonly number: number; readonly container: number }
  | { readonly id: 'two-containers'; readonly numbers: readonly [number, number] };

const hex = (n: number) => `0x${n.toString(16).padStart(8, '0')}`;

function faultInWords(fault: CopyFault): string {
  switch (fault.code) {
    case 'not-read':
      return 'its sector was not among the bytes read';
    case 'no-signature':
      return 'the signature “EFI PART” is missing';
    case 'header-crc':
      return `the header’s CRC is ${hex(fault.stored)} where its bytes give ${hex(fault.computed)}`;
    case 'header-nonsense':
      return `its field ${fault.field} says ${fault.value}, which cannot be`;
    case 'entries-not-read':
      return `its entries at sector ${fault.lba} were not among the bytes read`;
    case 'entries-crc':
      return `the entries’ CRC is ${hex(fault.stored)} where their bytes give ${hex(fault.computed)}`;
  }
}

function chainInWords(fault: ChainFault): string {
  switch (fault.code) {
    case 'not-read':
      return `the record at sector ${fault.atLba} was not among the bytes read`;
    case 'no-signature':
      return `there is no record at sector ${fault.atLba}, where the chain leads`;
    case 'loop':
      return `it leads back to sector ${fault.atLba}, where it has been already`;
    case 'outside':
      return `it leads to sector ${fault.atLba}, outside of the container`;
    case 'stray':
      return `the record at sector ${fault.atLba} lists more than one partition and one successor`;
    case 'too-long':
      return 'it has more links than any real one';
  }
}

/** One or two plain sentences: what is wrong, and what was read instead. */
export function damageInWords(damage: Damage): string {
  switch (damage.id) {
    case 'primary-broken':
      return `The primary GPT cannot be trusted: ${faultInWords(damage.fault)}. What is shown comes from the backup at the end of the disk.`;
    case 'backup-broken':
      return `The backup GPT cannot be trusted: ${faultInWords(damage.fault)}. What is shown comes from the primary.`;
    case 'backup-not-at-end':
      return `The backup GPT is at sector ${damage.atLba}, not at the end of the disk (sector ${damage.lastLba}). The disk was probably enlarged or copied to a larger one; the room behind cannot be used until the backup is moved.`;
    case 'both-broken':
      return `Neither copy of the GPT can be trusted. Primary: ${faultInWords(damage.primary)}. Backup: ${faultInWords(damage.backup)}. No partition is shown, because none is certain.`;
    case 'copies-differ':
      return 'Both copies of the GPT are sound but list different partitions. What is shown comes from the primary.';
    case 'protective-missing':
      return 'Sector 0 holds no protective MBR. Older tools may take the disk for an empty one and overwrite it.';
    case 'protective-short':
      return `The protective MBR covers ${damage.coversSectors} of the disk’s ${damage.diskSectors} sectors. Older tools may take the rest for free space.`;
    case 'hybrid':
      return `The MBR lists ${damage.slots} partition${damage.slots === 1 ? '' : 's'} beside the protective one (a hybrid MBR). Systems will disagree about what is on the disk.`;
    case 'out-of-range':
      return `Partition ${damage.number} lies partly outside the usable area of the disk.`;
    case 'overlap':
      return `Partitions ${damage.numbers[0]} and ${damage.numbers[1]} overlap.`;
    case 'logicals-not-read':
      return `The extended container (partition ${damage.number}) keeps its list of logical partitions inside itself, beyond the bytes that were read. It is shown as one part.`;
    case 'chain-broken':
      return `The chain of logical partitions in the extended container (partition ${damage.number}) is damaged: ${chainInWords(damage.fault)}. Logical partitions behind that point cannot be seen.`;
    case 'logical-outside':
      return `Logical partition ${damage.number} reaches out of its extended container (partition ${damage.container}).`;
    case 'two-containers':
      return `The table lists two extended containers (partitions ${damage.numbers[0]} and ${damage.numbers[1]}). Systems number what is in the second differently, or do not see it.`;
  }
}
