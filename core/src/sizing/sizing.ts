import { bytes, GIB, MIB, type Bytes } from '../quantity/index.js';
import type { System } from '../system/index.js';

/** FAT32 by definition has at least 65 525 clusters (FAT on-disk format specification, "FAT type determination"). */
const FAT32_CLUSTERS = 65_525;

/**
 * The least partition that can be FAT32, with one sector a cluster: 32 reserved sectors, two tables of
 * four bytes a cluster, and the clusters. About 33 MiB with 512-byte sectors, 260 MiB with 4096.
 */
export function fat32FloorBytes(sectorBytes: number): Bytes {
  const tableSectors = Math.ceil(((FAT32_CLUSTERS + 2) * 4) / sectorBytes);
  const wanted = (32 + 2 * tableSectors + FAT32_CLUSTERS) * sectorBytes;
  return bytes(Math.ceil(wanted / MIB) * MIB);
}

export interface BudgetLine {
  readonly what: string;
  readonly bytes: number;
}

const KERNELS_KEPT = 2;
const KERNEL_BYTES = 15 * MIB;
const INITIAL_IMAGE_BYTES = 100 * MIB;

/** What an EFI system partition has to hold for these systems. Rule of thumb throughout. */
export function efiBudget(systems: readonly System[], sectorBytes: number): readonly BudgetLine[] {
  const lines: BudgetLine[] = [
    { what: 'file system', bytes: sectorBytes === 512 ? 2 * MIB : 4 * MIB },
    { what: 'reserve for firmware updates', bytes: 32 * MIB },
  ];
  for (const system of systems) {
    const loader = system.family === 'windows' || system.family === 'macos' ? 30 * MIB : 8 * MIB;
    lines.push({ what: `loader of ${system.name}`, bytes: loader });
    if (system.kernelsOnEfi)
      lines.push({
        what: `${KERNELS_KEPT + 1} kernels of ${system.name}`,
        bytes: (KERNELS_KEPT + 1) * (KERNEL_BYTES + INITIAL_IMAGE_BYTES),
      });
  }
  return lines;
}

/** Sum of the lines, in bytes. */
export function totalOf(lines: readonly BudgetLine[]): Bytes {
  return bytes(lines.reduce((sum, line) => sum + line.bytes, 0));
}

/** Size of a new EFI system partition: 512 MiB, or 1 GiB where kernels live on it. */
export function newEfiBytes(systems: readonly System[]): Bytes {
  return bytes(systems.some((s) => s.kernelsOnEfi) ? GIB : 512 * MIB);
}

/** Advised size of a Windows system volume after shrinking: used x 1.15, and 20 GiB free for updates. Rule of thumb. */
export function advisedWindowsBytes(usedBytes: number): Bytes {
  return bytes(Math.ceil(Math.max(usedBytes * 1.15, usedBytes + 20 * GIB) / MIB) * MIB);
}

/** Swap advised for hibernation: RAM + sqrt(RAM in GiB) GiB. At least RAM is needed. Rule of thumb. */
export function hibernationSwapBytes(ramBytes: number): Bytes {
  return bytes(Math.ceil((ramBytes + Math.sqrt(ramBytes / GIB) * GIB) / GIB) * GIB);
}

export interface SwapRule {
  readonly id: 'equal' | 'twice' | 'fill' | 'hibernate';
  readonly bytes: number;
  readonly reason: string;
}

const FILL_TARGET_BYTES = 16 * GIB;

/** The usual rules for the size of swap, worked out for this much memory. */
export function swapRules(ramBytes: number): readonly SwapRule[] {
  return [
    {
      id: 'fill',
      bytes: Math.max(0, FILL_TARGET_BYTES - ramBytes),
      reason: 'RAM and swap reach 16 GiB together',
    },
    { id: 'equal', bytes: ramBytes, reason: 'as much as RAM' },
    { id: 'twice', bytes: 2 * ramBytes, reason: 'twice RAM, the old rule for small memory' },
    {
      id: 'hibernate',
      bytes: hibernationSwapBytes(ramBytes),
      reason: 'RAM and some, so that it can hibernate',
    },
  ];
}

/** At or below this much memory a machine should have some swap. Rule of thumb. */
export const SWAP_ADVISED_UP_TO_BYTES = 8 * GIB;
