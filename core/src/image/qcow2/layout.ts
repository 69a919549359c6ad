/** qcow2 versions 2 and 3, as its public specification ("qcow2 image format") gives them. Big-endian; offsets in bytes. */
export const QCOW2_MAGIC = 0x514649fb;

export const HEADER = {
  magic: 0,
  version: 4,
  backingFileOffset: 8,
  clusterBits: 20,
  virtualSize: 24,
  cryptMethod: 32,
  l1Size: 36,
  l1Offset: 40,
  refcountOffset: 48,
  refcountClusters: 56,
  snapshotCount: 60,
  /** From here on version 3 only. */
  incompatible: 72,
  refcountOrder: 96,
  headerLength: 100,
  compressionType: 104,
} as const;
export const V2_HEADER_BYTES = 72;
export const V3_HEADER_BYTES = 104;

/** Incompatible features. Dirty and corrupt say that reference counts may be wrong; reading needs none. */
export const FEATURE = {
  dirty: 1n << 0n,
  corrupt: 1n << 1n,
  externalData: 1n << 2n,
  compressionType: 1n << 3n,
  extendedL2: 1n << 4n,
} as const;

/** Bits 9 to 55 of an L1 or L2 entry: a file offset. */
export const OFFSET_MASK = 0x00fffffffffffe00n;
export const COMPRESSED = 1n << 62n;
export const COPIED = 1n << 63n;
/** Bit 0 of a standard L2 entry, version 3: the cluster reads as zeros. */
export const ZERO = 1n;

export const LEAST_CLUSTER_BITS = 9;
export const MOST_CLUSTER_BITS = 21;
/** A table of more entries than this is of no disk that exists (16 PiB at 64 KiB clusters). */
export const MOST_L1_ENTRIES = 32 * 1024 * 1024;
