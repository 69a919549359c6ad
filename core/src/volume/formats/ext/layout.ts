/**
 * ext2, ext3 and ext4 (ext4 on-disk format, chapters in quotation marks). Little-endian; offsets in bytes from the start of
 * the structure. Of a number in two halves, the upper one counts only where the structure is wide enough.
 */

/** "The Super Block". */
export const SUPERBLOCK = {
  blocks: 0x4,
  freeBlocks: 0xc,
  firstDataBlock: 0x14,
  logBlockSize: 0x18,
  logClusterSize: 0x1c,
  blocksPerGroup: 0x20,
  inodesPerGroup: 0x28,
  magic: 0x38,
  state: 0x3a,
  revision: 0x4c,
  inodeBytes: 0x58,
  compat: 0x5c,
  incompat: 0x60,
  roCompat: 0x64,
  uuid: 0x68,
  label: 0x78,
  reservedGdtBlocks: 0xce,
  descriptorBytes: 0xfe,
  firstMetaGroup: 0x104,
  blocksHigh: 0x150,
  freeBlocksHigh: 0x158,
  backupGroups: 0x24c,
} as const;
export const SUPERBLOCK_AT = 1024;
export const SUPERBLOCK_BYTES = 1024;
export const MAGIC = 0xef53;
export const LABEL_BYTES = 16;

/** "Block Group Descriptors". */
export const DESCRIPTOR = {
  blockBitmap: 0x0,
  inodeBitmap: 0x4,
  inodeTable: 0x8,
  freeBlocks: 0xc,
  flags: 0x12,
  blockBitmapHigh: 0x20,
  inodeBitmapHigh: 0x24,
  inodeTableHigh: 0x28,
  freeBlocksHigh: 0x2c,
} as const;
export const DESCRIPTOR_BYTES = { least: 32, wide: 64 } as const;

/** "Index Nodes". `block` is a map of blocks, a tree of extents, or a short target. */
export const INODE = { mode: 0x0, size: 0x4, flags: 0x20, block: 0x28, sizeHigh: 0x6c } as const;
export const INODE_BYTES = 128;
export const INODE_BLOCK_BYTES = 60;
/** Of the map in `block`: twelve direct blocks, then one of blocks of blocks. */
export const DIRECT_BLOCKS = 12;

/** "Linear Directories". */
export const DIRECTORY_ENTRY = { inode: 0x0, length: 0x4, nameBytes: 0x6, name: 0x8 } as const;

/** "Extent Tree": the header of a node, and its entries: extents in a leaf, children above. */
export const EXTENT_NODE = { magic: 0x0, entries: 0x2, depth: 0x6, first: 12, entryBytes: 12 } as const;
export const EXTENT_MAGIC = 0xf30a;
export const EXTENT = { logical: 0x0, length: 0x4, startHigh: 0x6, start: 0x8 } as const;
export const CHILD = { block: 0x4, blockHigh: 0x8 } as const;
/** Above it an extent is reserved, and reads as zeros. */
export const MOST_EXTENT_BLOCKS = 32768;
