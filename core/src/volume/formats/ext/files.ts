import { Block, decodeUtf8, ReadFault } from '../../../bytes/index.js';
import {
  CHILD,
  DIRECT_BLOCKS,
  DIRECTORY_ENTRY,
  EXTENT,
  EXTENT_MAGIC,
  EXTENT_NODE,
  INODE,
  INODE_BLOCK_BYTES,
  INODE_BYTES,
  MOST_EXTENT_BLOCKS,
} from './layout.js';
import { groupAt, type Ext } from './superblock.js';
import { message } from '../../../words/index.js';

const ROOT_INODE = 2;
const FLAG = { extents: 0x80000, inlineData: 0x10000000, encrypted: 0x800 } as const;
const TYPE = { directory: 0x4000, regular: 0x8000, link: 0xa000, mask: 0xf000 } as const;
/** Bounds for volumes that may be hostile. */
const MOST = {
  fileBytes: 1024 * 1024,
  directoryBytes: 8 * 1024 * 1024,
  links: 8,
  nodes: 4096,
  depth: 5,
} as const;

interface Inode {
  readonly block: Block;
  readonly type: number;
  readonly flags: number;
  readonly sizeBytes: number;
}

/**
 * The text of a small file by its path (`etc/fstab`), symbolic links followed; `undefined` where there is none.
 * @throws ReadFault where the way to it cannot be read.
 */
export function readTextFile(ext: Ext, path: string): string | undefined {
  const found = walk(ext, path);
  if (found?.type !== TYPE.regular) return undefined;
  if (found.sizeBytes > MOST.fileBytes) throw new ReadFault(message('read.file-too-large', { path }));
  return decodeUtf8(contentOf(ext, found, MOST.fileBytes));
}

function walk(ext: Ext, path: string): Inode | undefined {
  let names = partsOf(path);
  const behind: Inode[] = [readInode(ext, ROOT_INODE)];
  for (let links = 0; names.length > 0;) {
    const [name, ...rest] = names as [string, ...string[]];
    names = rest;
    if (name === '.') continue;
    if (name === '..') {
      if (behind.length > 1) behind.pop();
      continue;
    }
    const number = entryIn(ext, behind.at(-1)!, name);
    if (number === undefined) return undefined;
    const inode = readInode(ext, number);
    if (inode.type !== TYPE.link) {
      behind.push(inode);
      continue;
    }
    if (++links > MOST.links) throw new ReadFault(message('read.links-in-circle'));
    const target = linkTarget(ext, inode);
    if (target.startsWith('/')) behind.length = 1;
    names = [...partsOf(target), ...names];
  }
  return behind.at(-1);
}

const partsOf = (path: string) => path.split('/').filter((name) => name !== '');

/** A short target stands in the inode itself. */
function linkTarget(ext: Ext, inode: Inode): string {
  if (inode.sizeBytes < INODE_BLOCK_BYTES && !(inode.flags & FLAG.extents))
    return inode.block.text(INODE.block, inode.sizeBytes);
  return decodeUtf8(contentOf(ext, inode, 4096));
}

function readInode(ext: Ext, number: number): Inode {
  if (number < 1) throw new ReadFault(message('read.no-inode'));
  const group = groupAt(ext, Math.floor((number - 1) / ext.inodesPerGroup));
  const at = group.inodeTable * ext.blockBytes + ((number - 1) % ext.inodesPerGroup) * ext.inodeBytes;
  const block = Block.at(ext.source, at, INODE_BYTES);
  const type = block.u16(INODE.mode) & TYPE.mask;
  const high = type === TYPE.regular ? block.u32(INODE.sizeHigh) * 2 ** 32 : 0;
  return { block, type, flags: block.u32(INODE.flags), sizeBytes: block.u32(INODE.size) + high };
}

function entryIn(ext: Ext, directory: Inode, wanted: string): number | undefined {
  if (directory.type !== TYPE.directory) return undefined;
  const content = new Block(contentOf(ext, directory, MOST.directoryBytes));
  for (let at = 0; at + DIRECTORY_ENTRY.name <= content.length;) {
    const length = content.u16(at + DIRECTORY_ENTRY.length);
    if (length < DIRECTORY_ENTRY.name) throw new ReadFault(message('read.entry-without-length'));
    const inode = content.u32(at + DIRECTORY_ENTRY.inode);
    const nameBytes = content.u8(at + DIRECTORY_ENTRY.nameBytes);
    const name = () => decodeUtf8(content.slice(at + DIRECTORY_ENTRY.name, nameBytes).bytes);
    if (inode !== 0 && nameBytes > 0 && name() === wanted) return inode;
    at += length;
  }
  return undefined;
}

/** The bytes of a file or directory, at most `most`. */
function contentOf(ext: Ext, inode: Inode, most: number): Uint8Array {
  if (inode.flags & (FLAG.inlineData | FLAG.encrypted)) throw new ReadFault(message('read.file-form'));
  const size = Math.min(inode.sizeBytes, most);
  const whole = new Uint8Array(size);
  const put = (logical: number, physical: number, blocks: number) => {
    const to = logical * ext.blockBytes;
    const length = Math.min(size - to, blocks * ext.blockBytes);
    if (length <= 0) return;
    if (physical + blocks > ext.blocks) throw new ReadFault(message('read.file-outside'));
    whole.set(Block.at(ext.source, physical * ext.blockBytes, length).bytes, to);
  };
  if (inode.flags & FLAG.extents)
    putExtents(ext, inode.block.slice(INODE.block, INODE_BLOCK_BYTES), put, { left: MOST.nodes }, MOST.depth);
  else putMapped(ext, inode.block, size, put);
  return whole;
}

type Put = (logical: number, physical: number, blocks: number) => void;

function putExtents(ext: Ext, node: Block, put: Put, budget: { left: number }, depthLeft: number): void {
  if (node.u16(EXTENT_NODE.magic) !== EXTENT_MAGIC) throw new ReadFault(message('read.blocks-damaged'));
  const depth = node.u16(EXTENT_NODE.depth);
  if (depth > depthLeft || budget.left-- <= 0) throw new ReadFault(message('read.blocks-endless'));
  for (let i = 0; i < node.u16(EXTENT_NODE.entries); i++) {
    const at = EXTENT_NODE.first + i * EXTENT_NODE.entryBytes;
    if (depth === 0) {
      const length = node.u16(at + EXTENT.length);
      const start = node.u32(at + EXTENT.start) + node.u16(at + EXTENT.startHigh) * 2 ** 32;
      if (length <= MOST_EXTENT_BLOCKS) put(node.u32(at + EXTENT.logical), start, length);
    } else {
      const child = node.u32(at + CHILD.block) + node.u16(at + CHILD.blockHigh) * 2 ** 32;
      putExtents(ext, Block.at(ext.source, child * ext.blockBytes, ext.blockBytes), put, budget, depth - 1);
    }
  }
}

/** Twelve direct blocks and one indirect: enough for what is read here. */
function putMapped(ext: Ext, inode: Block, size: number, put: Put): void {
  const count = Math.ceil(size / ext.blockBytes);
  const perBlock = ext.blockBytes / 4;
  if (count > DIRECT_BLOCKS + perBlock) throw new ReadFault(message('read.directory-too-large'));
  const single = count > DIRECT_BLOCKS ? inode.u32(INODE.block + DIRECT_BLOCKS * 4) : 0;
  const indirect = single ? Block.at(ext.source, single * ext.blockBytes, ext.blockBytes) : undefined;
  for (let i = 0; i < count; i++) {
    const block =
      i < DIRECT_BLOCKS ? inode.u32(INODE.block + i * 4) : (indirect?.u32((i - DIRECT_BLOCKS) * 4) ?? 0);
    if (block !== 0) put(i, block, 1);
  }
}
