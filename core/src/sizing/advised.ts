import { GIB, MIB } from '../quantity/index.js';
import { holdingOf, type System } from '../system/index.js';
import type { Role } from '../table/index.js';
import { newEfiBytes } from './efi.js';
import { bootSize } from './others.js';
import { hibernationSwapBytes, SWAP_ADVISED_UP_TO_BYTES, swapRules } from './swap.js';

const SWAPS_ON_PARTITIONS: readonly System['family'][] = ['linux', 'bsd'];

/** Memory of a machine of which it is not known, for the size of a swap that is wanted all the same. */
const USUAL_RAM = 4 * GIB;
/** More swap than this is worth it for hibernation only. Rule of thumb. */
const LARGEST_SWAP = 8 * GIB;

/**
 * Swap that a system should have a partition for, in bytes; 0 where it should have none: it swaps elsewhere, or the
 * memory is large or not known.
 */
export function advisedSwapBytes(
  system: Pick<System, 'family' | 'hibernates' | 'swap'>,
  ram: number | null,
): number {
  const elsewhere = system.swap !== undefined || !SWAPS_ON_PARTITIONS.includes(system.family);
  if (ram === null || elsewhere) return 0;
  if (system.hibernates) return hibernationSwapBytes(ram);
  return ram <= SWAP_ADVISED_UP_TO_BYTES ? (swapRules(ram).find((r) => r.id === 'fill')?.bytes ?? 0) : 0;
}

/** What to begin from when a part is made by hand, in bytes; `undefined` for what takes all there is. */
export function usualPartBytes(
  role: Role,
  system: System | undefined,
  { ram, disk }: { readonly ram: number | null; readonly disk: Parameters<typeof newEfiBytes>[1] },
): number | undefined {
  switch (role) {
    case 'root':
    case 'system':
      return system?.comfortableBytes;
    case 'efi':
      return newEfiBytes(system ? [system] : [], disk);
    case 'boot':
      return bootSize(system && holdingOf(system)).bytes;
    case 'bios-boot':
      return MIB;
    case 'swap': {
      const advised = system ? advisedSwapBytes(system, ram) : 0;
      return advised || Math.min(ram ?? USUAL_RAM, LARGEST_SWAP);
    }
    case 'home':
    case 'data':
    case 'recovery':
    case 'reserved':
    case 'container':
    case 'opaque':
    case 'other':
      return undefined;
  }
}
