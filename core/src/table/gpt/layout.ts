/**
 * GUID Partition Table, UEFI 2.10 §5.3. All numbers little-endian; offsets in bytes from the start of
 * the header or entry.
 */
export const GPT_SIGNATURE = 'EFI PART';
export const GPT_REVISION = 0x00010000;

/** §5.3.2, table 5.5. */
export const HEADER = {
  signature: { at: 0, size: 8 },
  revision: { at: 8, size: 4 },
  headerSize: { at: 12, size: 4 },
  /** Over `headerSize` bytes with this field zero. */
  headerCrc: { at: 16, size: 4 },
  reserved: { at: 20, size: 4 },
  myLba: { at: 24, size: 8 },
  alternateLba: { at: 32, size: 8 },
  firstUsableLba: { at: 40, size: 8 },
  /** Inclusive. */
  lastUsableLba: { at: 48, size: 8 },
  diskGuid: { at: 56, size: 16 },
  entryLba: { at: 72, size: 8 },
  entryCount: { at: 80, size: 4 },
  entrySize: { at: 84, size: 4 },
  /** Over `entryCount * entrySize` bytes. */
  entriesCrc: { at: 88, size: 4 },
} as const;
export const HEADER_BYTES = 92;

/** §5.3.3, table 5.6. */
export const ENTRY = {
  typeGuid: { at: 0, size: 16 },
  uniqueGuid: { at: 16, size: 16 },
  startLba: { at: 32, size: 8 },
  /** Inclusive. */
  endLba: { at: 40, size: 8 },
  attributes: { at: 48, size: 8 },
  /** 36 UTF-16LE code units, ended by a zero unit where shorter. */
  name: { at: 56, size: 72 },
} as const;
export const ENTRY_BYTES = 128;
/** "A minimum of 16,384 bytes must be reserved for the GPT Partition Entry Array" (§5.3.1): so many. */
export const ENTRY_COUNT = 128;
export const NAME_UNITS = 36;

/** Bounds on what is read from a header that may be hostile: entry sizes are 128 x 2^n. */
export const MOST_ENTRIES = 1024;
export const MOST_ENTRY_BYTES = 4096;
