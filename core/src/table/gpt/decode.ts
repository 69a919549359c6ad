import {
  crc32,
  decodeGuid,
  NIL_GUID,
  readUint,
  readUint64,
  type ByteSource,
  type Field,
} from '../../bytes/index.js';
import { sectors } from '../../quantity/index.js';
import type { Gpt, GptEntry } from './gpt.js';
import {
  ENTRY,
  ENTRY_BYTES,
  GPT_SIGNATURE,
  HEADER,
  HEADER_BYTES,
  MOST_ENTRIES,
  MOST_ENTRY_BYTES,
  NAME_UNITS,
} from './layout.js';

/** Why a copy of the table cannot be trusted. */
export type CopyFault =
  | { readonly code: 'not-read' }
  | { readonly code: 'no-signature' }
  | { readonly code: 'header-crc'; readonly stored: number; readonly computed: number }
  | { readonly code: 'header-nonsense'; readonly field: string; readonly value: string }
  | { readonly code: 'entries-not-read'; readonly lba: number }
  | { readonly code: 'entries-crc'; readonly stored: number; readonly computed: number };

export interface GptCopy {
  readonly gpt: Gpt;
  readonly alternateLba: number;
}

export type CopyOutcome =
  { readonly ok: true; readonly copy: GptCopy } | { readonly ok: false; readonly fault: CopyFault };

class Untrusted extends Error {
  constructor(readonly fault: CopyFault) {
    super(fault.code);
  }
}

/**
 * One copy of the table, its header at `lba`. Nothing is taken from a copy whose CRCs do not hold.
 * Reads at most one sector and `MOST_ENTRIES * MOST_ENTRY_BYTES`; never throws for bad bytes.
 */
export function decodeGptCopy(source: ByteSource, lba: number, sectorBytes: number): CopyOutcome {
  try {
    const sector = source.read(lba * sectorBytes, sectorBytes);
    if (!sector) throw new Untrusted({ code: 'not-read' });
    return { ok: true, copy: decodeTrusted(source, sector, lba, sectorBytes) };
  } catch (error) {
    if (error instanceof Untrusted) return { ok: false, fault: error.fault };
    throw error;
  }
}

/** Where a header says that it and its twin lie, if the sector holds one whose own CRC is right. */
export function headerPlaces(
  sector: Uint8Array,
): { readonly myLba: number; readonly alternateLba: number } | undefined {
  if (sector.length < HEADER_BYTES || !hasGptSignature(sector)) return undefined;
  try {
    checkHeaderCrc(sector);
    return {
      myLba: lbaField(sector, HEADER.myLba, 'MyLBA'),
      alternateLba: lbaField(sector, HEADER.alternateLba, 'AlternateLBA'),
    };
  } catch (error) {
    if (error instanceof Untrusted) return undefined;
    throw error;
  }
}

/** Whether the sector begins with the signature "EFI PART". */
export function hasGptSignature(sector: Uint8Array): boolean {
  return [...GPT_SIGNATURE].every((c, i) => sector[i] === c.charCodeAt(0));
}

function decodeTrusted(source: ByteSource, sector: Uint8Array, lba: number, sectorBytes: number): GptCopy {
  if (!hasGptSignature(sector)) throw new Untrusted({ code: 'no-signature' });
  checkHeaderCrc(sector);
  const number64 = (field: Field, name: string) => lbaField(sector, field, name);
  expect(number64(HEADER.myLba, 'MyLBA') === lba, 'MyLBA', readUint64(sector, HEADER.myLba));
  const firstUsable = number64(HEADER.firstUsableLba, 'FirstUsableLBA');
  const lastUsable = number64(HEADER.lastUsableLba, 'LastUsableLBA');
  const diskSectors = Math.floor(source.sizeBytes / sectorBytes);
  expect(firstUsable >= 2 && firstUsable <= lastUsable, 'FirstUsableLBA', firstUsable);
  expect(lastUsable < diskSectors, 'LastUsableLBA', lastUsable);

  const entryCount = readUint(sector, HEADER.entryCount);
  const entryBytes = readUint(sector, HEADER.entrySize);
  const powerOfTwo = Number.isInteger(Math.log2(entryBytes / ENTRY_BYTES));
  expect(entryCount > 0 && entryCount <= MOST_ENTRIES, 'NumberOfPartitionEntries', entryCount);
  expect(
    entryBytes >= ENTRY_BYTES && entryBytes <= MOST_ENTRY_BYTES && powerOfTwo,
    'SizeOfPartitionEntry',
    entryBytes,
  );
  const entryLba = number64(HEADER.entryLba, 'PartitionEntryLBA');
  const array = source.read(entryLba * sectorBytes, entryCount * entryBytes);
  if (!array) throw new Untrusted({ code: 'entries-not-read', lba: entryLba });
  const stored = readUint(sector, HEADER.entriesCrc);
  const computed = crc32(array);
  if (stored !== computed) throw new Untrusted({ code: 'entries-crc', stored, computed });

  const gpt: Gpt = {
    diskGuid: decodeGuid(sector, HEADER.diskGuid.at),
    firstUsable: sectors(firstUsable),
    usableEnd: sectors(lastUsable + 1),
    entryCount,
    entryBytes,
    entries: decodeEntries(array, entryCount, entryBytes),
  };
  return { gpt, alternateLba: number64(HEADER.alternateLba, 'AlternateLBA') };
}

function checkHeaderCrc(sector: Uint8Array): void {
  const size = readUint(sector, HEADER.headerSize);
  expect(size >= HEADER_BYTES && size <= sector.length, 'HeaderSize', size);
  const stored = readUint(sector, HEADER.headerCrc);
  // Not slice(): on a Node Buffer that is a view, and the caller's bytes would be changed.
  const zeroed = Uint8Array.from(sector.subarray(0, size));
  zeroed.fill(0, HEADER.headerCrc.at, HEADER.headerCrc.at + HEADER.headerCrc.size);
  const computed = crc32(zeroed);
  if (stored !== computed) throw new Untrusted({ code: 'header-crc', stored, computed });
}

function decodeEntries(array: Uint8Array, count: number, size: number): GptEntry[] {
  const entries: GptEntry[] = [];
  for (let i = 0; i < count; i++) {
    const entry = array.subarray(i * size, (i + 1) * size);
    const typeGuid = decodeGuid(entry, ENTRY.typeGuid.at);
    if (typeGuid === NIL_GUID) continue;
    const start = lbaField(entry, ENTRY.startLba, `StartingLBA of entry ${i + 1}`);
    const end = lbaField(entry, ENTRY.endLba, `EndingLBA of entry ${i + 1}`);
    expect(end >= start, `EndingLBA of entry ${i + 1}`, end);
    entries.push({
      number: i + 1,
      typeGuid,
      uniqueGuid: decodeGuid(entry, ENTRY.uniqueGuid.at),
      start: sectors(start),
      length: sectors(end - start + 1),
      attributes: readUint64(entry, ENTRY.attributes).toString(16).padStart(16, '0'),
      name: decodeName(entry),
    });
  }
  return entries;
}

function decodeName(entry: Uint8Array): string {
  const units: number[] = [];
  for (let i = 0; i < NAME_UNITS; i++) {
    const unit = readUint(entry, { at: ENTRY.name.at + 2 * i, size: 2 });
    if (unit === 0) break;
    units.push(unit);
  }
  return String.fromCharCode(...units);
}

/** An LBA narrowed to an exact number; a disk of 2^53 sectors does not exist, so above that it is nonsense. */
function lbaField(data: Uint8Array, field: Field, name: string): number {
  const value = readUint64(data, field);
  expect(value <= BigInt(Number.MAX_SAFE_INTEGER) / 4096n, name, value);
  return Number(value);
}

function expect(condition: boolean, field: string, value: number | bigint): void {
  if (!condition) throw new Untrusted({ code: 'header-nonsense', field, value: String(value) });
}
