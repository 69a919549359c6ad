import { Block, ReadFault, type ByteSource } from '../../../bytes/index.js';
import {
  DESCRIPTOR,
  DESCRIPTOR_BYTES,
  INODE_BYTES,
  LABEL_BYTES,
  MAGIC,
  SUPERBLOCK,
  SUPERBLOCK_AT,
  SUPERBLOCK_BYTES,
} from './layout.js';
import { message } from '../../../words/index.js';

/** Feature bits of the superblock that change how the volume is laid out or named (ext4 on-disk format, "Super Block"). */
const COMPAT = { journal: 0x4, sparseSuper2: 0x200 } as const;
const INCOMPAT = {
  recover: 0x4,
  journalDevice: 0x8,
  metaGroups: 0x10,
  extents: 0x40,
  bits64: 0x80,
} as const;
export const RO_COMPAT = {
  sparseSuper: 0x1,
  groupChecksums: 0x10,
  bigalloc: 0x200,
  metadataChecksums: 0x400,
} as const;
/** What ext2 and ext3 know; anything else makes it an ext4. */
const EXT3_INCOMPAT = 0x2 | INCOMPAT.recover | INCOMPAT.metaGroups;
const EXT3_RO_COMPAT = RO_COMPAT.sparseSuper | 0x2 | 0x4;

const STATE = { clean: 1, errors: 2 } as const;

/** Geometry and counters of an ext volume. Block numbers count from the volume's start. */
export interface Ext {
  readonly source: ByteSource;
  readonly kind: 'ext2' | 'ext3' | 'ext4';
  readonly label: string;
  readonly uuid: string;
  readonly blockBytes: number;
  readonly blocks: number;
  readonly freeBlocks: number;
  readonly firstDataBlock: number;
  readonly blocksPerGroup: number;
  readonly inodesPerGroup: number;
  readonly inodeBytes: number;
  readonly groups: number;
  readonly descriptorBytes: number;
  /** Blocks in a cluster: 1 unless the volume allocates in larger units. */
  readonly clusterBlocks: number;
  readonly reservedGdtBlocks: number;
  readonly firstMetaGroup: number;
  readonly compat: number;
  readonly incompat: number;
  readonly roCompat: number;
  /** The two groups that hold copies where the copies are few. */
  readonly backupGroups: readonly [number, number];
  readonly dirty: boolean;
}

/** The superblock at byte 1024, or `undefined` where its figures cannot be those of a volume. */
export function readSuperblock(source: ByteSource): Ext | undefined {
  const block = Block.at(source, SUPERBLOCK_AT, SUPERBLOCK_BYTES);
  if (block.u16(SUPERBLOCK.magic) !== MAGIC) return undefined;
  const incompat = block.u32(SUPERBLOCK.incompat);
  const logBlockSize = block.u32(SUPERBLOCK.logBlockSize);
  if (incompat & INCOMPAT.journalDevice || logBlockSize > 6) return undefined;
  const blockBytes = 1024 * 2 ** logBlockSize;
  const wide = (incompat & INCOMPAT.bits64) !== 0;
  const blocks = block.u32(SUPERBLOCK.blocks) + (wide ? block.u32(SUPERBLOCK.blocksHigh) * 2 ** 32 : 0);
  const blocksPerGroup = block.u32(SUPERBLOCK.blocksPerGroup);
  const firstDataBlock = block.u32(SUPERBLOCK.firstDataBlock);
  const compat = block.u32(SUPERBLOCK.compat);
  const roCompat = block.u32(SUPERBLOCK.roCompat);
  const isOld = block.u32(SUPERBLOCK.revision) === 0;
  const inodeBytes = isOld ? INODE_BYTES : block.u16(SUPERBLOCK.inodeBytes);
  const plausible =
    blocks > firstDataBlock &&
    blocksPerGroup > 0 &&
    blocksPerGroup <= blockBytes * 8 * 2 ** 16 &&
    inodeBytes >= INODE_BYTES &&
    inodeBytes <= blockBytes;
  if (!plausible || block.u32(SUPERBLOCK.inodesPerGroup) === 0) return undefined;
  const state = block.u16(SUPERBLOCK.state);
  return {
    source,
    kind: kindOf(compat, incompat, roCompat),
    label: block.text(SUPERBLOCK.label, LABEL_BYTES),
    uuid: block.uuid(SUPERBLOCK.uuid),
    blockBytes,
    blocks,
    freeBlocks:
      block.u32(SUPERBLOCK.freeBlocks) + (wide ? block.u32(SUPERBLOCK.freeBlocksHigh) * 2 ** 32 : 0),
    firstDataBlock,
    blocksPerGroup,
    inodesPerGroup: block.u32(SUPERBLOCK.inodesPerGroup),
    inodeBytes,
    groups: Math.ceil((blocks - firstDataBlock) / blocksPerGroup),
    descriptorBytes: wide
      ? Math.min(blockBytes, Math.max(DESCRIPTOR_BYTES.least, block.u16(SUPERBLOCK.descriptorBytes)))
      : DESCRIPTOR_BYTES.least,
    clusterBlocks:
      roCompat & RO_COMPAT.bigalloc ? 2 ** (block.u32(SUPERBLOCK.logClusterSize) - logBlockSize) : 1,
    reservedGdtBlocks: block.u16(SUPERBLOCK.reservedGdtBlocks),
    firstMetaGroup: incompat & INCOMPAT.metaGroups ? block.u32(SUPERBLOCK.firstMetaGroup) : Infinity,
    compat,
    incompat,
    roCompat,
    backupGroups: [block.u32(SUPERBLOCK.backupGroups), block.u32(SUPERBLOCK.backupGroups + 4)],
    dirty: (state & STATE.clean) === 0 || (state & STATE.errors) !== 0 || (incompat & INCOMPAT.recover) !== 0,
  };
}

function kindOf(compat: number, incompat: number, roCompat: number): Ext['kind'] {
  if ((incompat & ~EXT3_INCOMPAT) !== 0 || (roCompat & ~EXT3_RO_COMPAT) !== 0) return 'ext4';
  return compat & COMPAT.journal ? 'ext3' : 'ext2';
}

/** Whether a group begins with a copy of the superblock and the descriptors. */
export function hasSuperblock(ext: Ext, group: number): boolean {
  if (ext.compat & COMPAT.sparseSuper2) return group === 0 || ext.backupGroups.includes(group);
  if (group <= 1 || !(ext.roCompat & RO_COMPAT.sparseSuper)) return true;
  return [3, 5, 7].some((base) => isPowerOf(group, base));
}

function isPowerOf(n: number, base: number): boolean {
  while (n % base === 0) n /= base;
  return n === 1;
}

export const GROUP_FLAG = { blockMapNotMade: 0x2 } as const;

/** What one block group says of itself. */
export interface Group {
  readonly blockBitmap: number;
  readonly inodeBitmap: number;
  readonly inodeTable: number;
  /** In clusters. */
  readonly free: number;
  readonly flags: number;
}

const CHUNK_BYTES = 1024 * 1024;

/** The descriptors of all groups, in order, read in large pieces. @throws ReadFault */
export function* groupsOf(ext: Ext): Generator<Group> {
  const perBlock = Math.floor(ext.blockBytes / ext.descriptorBytes);
  const plain = Math.min(
    ext.groups,
    ext.firstMetaGroup === Infinity ? Infinity : ext.firstMetaGroup * perBlock,
  );
  const start = (ext.firstDataBlock + 1) * ext.blockBytes;
  const atOnce = Math.floor(CHUNK_BYTES / ext.descriptorBytes);
  for (let first = 0; first < plain; first += atOnce) {
    const count = Math.min(atOnce, plain - first);
    yield* decodeGroups(ext, start + first * ext.descriptorBytes, count);
  }
  for (let first = plain; first < ext.groups; first += perBlock)
    yield* decodeGroups(ext, metaGroupAt(ext, first), Math.min(perBlock, ext.groups - first));
}

/** With meta groups, each block of descriptors lies at the start of the groups that it describes. */
function metaGroupAt(ext: Ext, firstGroup: number): number {
  const behind = hasSuperblock(ext, firstGroup) ? 1 : 0;
  return (ext.firstDataBlock + firstGroup * ext.blocksPerGroup + behind) * ext.blockBytes;
}

function* decodeGroups(ext: Ext, at: number, count: number): Generator<Group> {
  const size = ext.descriptorBytes;
  const isWide = size >= DESCRIPTOR_BYTES.wide;
  const block = Block.at(ext.source, at, count * size);
  const high = (field: number) => (isWide ? block.u32(field) * 2 ** 32 : 0);
  for (let i = 0; i < count; i++) {
    const d = i * size;
    yield {
      blockBitmap: block.u32(d + DESCRIPTOR.blockBitmap) + high(d + DESCRIPTOR.blockBitmapHigh),
      inodeBitmap: block.u32(d + DESCRIPTOR.inodeBitmap) + high(d + DESCRIPTOR.inodeBitmapHigh),
      inodeTable: block.u32(d + DESCRIPTOR.inodeTable) + high(d + DESCRIPTOR.inodeTableHigh),
      free:
        block.u16(d + DESCRIPTOR.freeBlocks) +
        (isWide ? block.u16(d + DESCRIPTOR.freeBlocksHigh) * 65536 : 0),
      flags: block.u16(d + DESCRIPTOR.flags),
    };
  }
}

/** One group’s descriptor. @throws ReadFault */
export function groupAt(ext: Ext, group: number): Group {
  if (group >= ext.groups) throw new ReadFault(message('read.group-outside'));
  const perBlock = Math.floor(ext.blockBytes / ext.descriptorBytes);
  const table = Math.floor(group / perBlock);
  const at =
    table < ext.firstMetaGroup
      ? (ext.firstDataBlock + 1) * ext.blockBytes + group * ext.descriptorBytes
      : metaGroupAt(ext, table * perBlock) + (group % perBlock) * ext.descriptorBytes;
  const [descriptor] = decodeGroups(ext, at, 1);
  return descriptor!;
}
