/**
 * NTFS, as the kernel's driver documents it (fs/ntfs3/ntfs.h). Little-endian; offsets in bytes from the start of the
 * structure.
 */
export const BOOT = {
  system: 3,
  sectorBytes: 11,
  sectorsPerCluster: 13,
  sectors: 40,
  mftCluster: 48,
  recordSize: 64,
  indexSize: 68,
  serial: 72,
} as const;
export const SERIAL_BYTES = 8;

/** What "FILE" and "INDX" records begin with: the update sequence, by which a torn write is noticed. */
export const PROTECTED = { signature: 0, sequenceOffset: 4, sequenceCount: 6 } as const;
export const FILE_RECORD = { firstAttribute: 20 } as const;
/** An index block: the header of its node. In the attribute of the root it stands elsewhere. */
export const INDEX_BLOCK = { node: 24 } as const;
export const INDEX_ROOT = { node: 16 } as const;

/** An attribute; the second half differs by whether its value stands in the record. */
export const ATTRIBUTE_HEADER = {
  type: 0,
  length: 4,
  nonResident: 8,
  nameLength: 9,
  leastBytes: 24,
  valueLength: 16,
  valueOffset: 20,
  runsOffset: 32,
  dataSize: 48,
} as const;

/** $VOLUME_INFORMATION. */
export const VOLUME_INFORMATION = { flags: 10 } as const;

/** A node of an index: offsets in it count from itself. */
export const NODE = { firstEntry: 0, usedBytes: 4 } as const;
export const INDEX_ENTRY = {
  record: 0,
  recordHigh: 4,
  length: 8,
  flags: 12,
  leastBytes: 16,
  /** $FILE_NAME, the key. */
  key: 16,
} as const;
export const FILE_NAME = { units: 64, name: 66 } as const;
