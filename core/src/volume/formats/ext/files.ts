import { Block, decodeUtf8, ReadFault } from '../../../bytes/index.js';
import { groupAt, type Ext } from './superblock.js';
import { message } from '../../../words/index.js';

const ROOT_INODE = 2;
const FLAG = { extents: 0x80000, inlineData: 0x10000000, encrypted: 0x800 } as const;
const TYPE = { directory: 0x4000, regular: 0x8000, link: 0xa000, mask: 0xf000 } as const;
const EXTENT_MAGIC = 0xf30a;
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
  if (inode.sizeBytes < 60 && !(inode.flags & FLAG.extents)) return inode.block.text(40, inode.sizeBytes);
  return decodeUtf8(contentOf(ext, inode, 4096));
}

function readInode(ext: Ext, number: number): Inode {
  if (number < 1) throw new ReadFault(message('read.no-inode'));
  const group = groupAt(ext, Math.floor((number - 1) / ext.inodesPerGroup));
  const at = group.inodeTable * ext.blockBytes + ((number - 1) % ext.inodesPerGroup) * ext.inodeBytes;
  const block = Block.at(ext.source, at, 128);
  const type = block.u16(0) & TYPE.mask;
  const high = type === TYPE.regular ? block.u32(108) * 2 ** 32 : 0;
  return { block, type, flags: block.u32(32), sizeBytes: block.u32(4) + high };
}

function entryIn(ext: Ext, directory: Inode, wanted: string): number | undefined {
  if (directory.type !== TYPE.directory) return undefined;
  const content = new Block(contentOf(ext, directory, MOST.directoryBytes));
  for (let at = 0; at + 8 <= content.length;) {
    const length = content.u16(at + 4);
    if (length < 8) throw new ReadFault(message('read.entry-without-length'));
    const inode = content.u32(at);
    const nameBytes = content.u8(at + 6);
    if (inode !== 0 && nameBytes > 0 && decodeUtf8(content.slice(at + 8, nameBytes).bytes) === wanted)
      return inode;
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
    putExtents(ext, inode.block.slice(40, 60), put, { left: MOST.nodes }, MOST.depth);
  else putMapped(ext, inode.block, size, put);
  return whole;
}

type Put = (logical: number, physical: number, blocks: number) => void;

function putExtents(ext: Ext, node: Block, put: Put, budget: { left: number }, depthLeft: number): void {
  if (node.u16(0) !== EXTENT_MAGIC) throw new ReadFault(message('read.blocks-damaged'));
  const depth = node.u16(6);
  if (depth > depthLeft || budget.left-- <= 0) throw new ReadFault(message('read.blocks-endless'));
  for (let i = 0; i < node.u16(2); i++) {
    const at = 12 + i * 12;
    if (depth === 0) {
      const length = node.u16(at + 4);
      // Above 32768 the extent is reserved and reads as zeros.
      if (length <= 32768) put(node.u32(at), node.u32(at + 8) + node.u16(at + 6) * 2 ** 32, length);
    } else {
      const child = node.u32(at + 4) + node.u16(at + 8) * 2 ** 32;
      putExtents(ext, Block.at(ext.source, child * ext.blockBytes, ext.blockBytes), put, budget, depth - 1);
    }
  }
}

/** Twelve direct blocks and one indirect: enough for what is read here. */
function putMapped(ext: Ext, inode: Block, size: number, put: Put): void {
  const count = Math.ceil(size / ext.blockBytes);
  const perBlock = ext.blockBytes / 4;
  if (count > 12 + perBlock) throw new ReadFault(message('read.directory-too-large'));
  const single = count > 12 ? inode.u32(40 + 48) : 0;
  const indirect = single ? Block.at(ext.source, single * ext.blockBytes, ext.blockBytes) : undefined;
  for (let i = 0; i < count; i++) {
    const block = i < 12 ? inode.u32(40 + i * 4) : (indirect?.u32((i - 12) * 4) ?? 0);
    if (block !== 0) put(i, block, 1);
  }
}
