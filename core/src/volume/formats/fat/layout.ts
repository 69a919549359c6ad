/** FAT as its public specification ("FAT: General Overview of On-Disk Format" 1.03) gives it. Little-endian; offsets in bytes of sector 0. */
export const BPB = {
  oemName: 3,
  bytesPerSector: 11,
  sectorsPerCluster: 13,
  reservedSectors: 14,
  fatCount: 16,
  rootEntries: 17,
  sectors16: 19,
  media: 21,
  fatSectors16: 22,
  sectorsPerTrack: 24,
  heads: 26,
  hiddenSectors: 28,
  sectors32: 32,
  /** FAT12 and FAT16. */
  serial16: 39,
  label16: 43,
  /** FAT32. */
  fatSectors32: 36,
  rootCluster: 44,
  infoSector: 48,
  backupBoot: 50,
  drive32: 64,
  state32: 65,
  bootSignature32: 66,
  serial32: 67,
  label32: 71,
  type32: 82,
  signature: 510,
} as const;

/** A directory entry ("FAT Directory Structure"), and where the 13 units of a piece of a long name stand in one. */
export const ENTRY_BYTES = 32;
export const ENTRY = {
  name: 0,
  extension: 8,
  attributes: 11,
  /** Reserved: systems in use keep the case of short names in it. */
  cases: 12,
  clusterHigh: 20,
  cluster: 26,
} as const;
export const LONG_ENTRY_UNITS = [1, 3, 5, 7, 9, 14, 16, 18, 20, 22, 24, 28, 30] as const;
export const ATTRIBUTE = { label: 0x08, directory: 0x10, longName: 0x0f } as const;
/** Cluster counts from which a volume is FAT16, and FAT32. */
export const LEAST_FAT16_CLUSTERS = 4085;
export const LEAST_FAT32_CLUSTERS = 65525;
