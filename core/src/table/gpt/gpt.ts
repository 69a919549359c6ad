import type { Guid } from '../../bytes/index.js';
import { sectors, type Sectors } from '../../quantity/index.js';
import { ENTRY_ARRAY_BYTES } from './layout.js';

/** One used entry. `number` is its 1-based place in the array; the span is `[start, start + length)`. */
export interface GptEntry {
  readonly number: number;
  readonly typeGuid: Guid;
  readonly uniqueGuid: Guid;
  readonly start: Sectors;
  readonly length: Sectors;
  /** 64 bits as 16 lower-case hex digits. */
  readonly attributes: string;
  readonly name: string;
}

export interface Gpt {
  readonly diskGuid: Guid;
  readonly firstUsable: Sectors;
  /** First sector after the usable area. */
  readonly usableEnd: Sectors;
  readonly entryCount: number;
  readonly entryBytes: number;
  /** In order of number. */
  readonly entries: readonly GptEntry[];
}

/** Sectors that the entry array of 128 entries takes: 32 of 512 bytes, 4 of 4096. */
export function entryArraySectors(sectorBytes: number): number {
  return Math.ceil(ENTRY_ARRAY_BYTES / sectorBytes);
}

/** The area a new table leaves for partitions: from LBA 34 with 512-byte sectors, 6 with 4096 (UEFI 2.10 §5.3.1). */
export function usableArea(diskSectors: number, sectorBytes: number): { first: Sectors; end: Sectors } {
  const array = entryArraySectors(sectorBytes);
  return { first: sectors(2 + array), end: sectors(diskSectors - 1 - array) };
}
