import { bytes, GIB, MIB, type Bytes } from '../quantity/index.js';
import { holdingOf, type System } from '../system/index.js';
import { kernelsBytes } from './kernels.js';
import { RULE_OF_THUMB, totalOf, type SizeLine } from './make-up.js';
import { message, type Phrase } from '../words/index.js';

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

/** What an EFI system partition has to hold for these systems. Rule of thumb throughout. */
export function efiBudget(systems: readonly System[], sectorBytes: number): readonly SizeLine[] {
  const line = (what: Phrase, size: number): SizeLine => ({ what, bytes: size, source: RULE_OF_THUMB });
  return [
    line(message('line.file-system'), sectorBytes === 512 ? 2 * MIB : 4 * MIB),
    line(message('line.firmware-reserve'), 32 * MIB),
    ...systems.flatMap((system) => {
      const large = system.family === 'windows' || system.family === 'macos';
      return [
        line(message('line.loader', { system: system.name }), large ? 30 * MIB : 8 * MIB),
        ...(system.kernelsOnEfi
          ? [
              line(
                message('line.kernels-of', { count: holdingOf(system).kernelsKept + 1, system: system.name }),
                kernelsBytes(holdingOf(system)),
              ),
            ]
          : []),
      ];
    }),
  ];
}

/** Where it takes no more of a disk than this, a new one is generous. Rule of thumb. */
const MOST_SHARE = 0.01;

/** Below this a new EFI system partition is not made: 512 MiB, 1 GiB where kernels live on it; more where that would not hold what comes. */
export function leastEfiBytes(systems: readonly System[], sectorBytes: number): Bytes {
  const usual = systems.some((s) => s.kernelsOnEfi) ? GIB : 512 * MIB;
  const step = 256 * MIB;
  return bytes(Math.max(usual, Math.ceil(totalOf(efiBudget(systems, sectorBytes)) / step) * step));
}

/** Size of a new EFI system partition, in bytes: 1 GiB where the disk has room for it, and never below the least. */
export function newEfiBytes(
  systems: readonly System[],
  { sizeSectors, sectorBytes }: { readonly sizeSectors: number; readonly sectorBytes: number },
): Bytes {
  const roomy = GIB <= sizeSectors * sectorBytes * MOST_SHARE;
  return bytes(Math.max(leastEfiBytes(systems, sectorBytes), roomy ? GIB : 0));
}
