import type { Guid } from '../../bytes/index.js';
import { sectors, type Sectors } from '../../quantity/index.js';
import { ENTRY_BYTES, ENTRY_COUNT } from './layout.js';

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

/** Sectors that the entry array takes: of 128 entries 32 of 512 bytes, 4 of 4096. */
export function entryArraySectors(sectorBytes: number, entries = ENTRY_COUNT): number {
  return Math.ceil((ENTRY_BYTES * Math.max(ENTRY_COUNT, entries)) / sectorBytes);
}

/**
 * The area that a table of so many entries, 128 at the least, leaves for partitions: of 128 from LBA 34 with 512-byte
 * sectors, 6 with 4096 (UEFI 2.10 §5.3.1).
 */
export function usableArea(
  diskSectors: number,
  sectorBytes: number,
  entries?: number,
): { first: Sectors; end: Sectors } {
  const array = entryArraySectors(sectorBytes, entries);
  return { first: sectors(2 + array), end: sectors(diskSectors - 1 - array) };
}
