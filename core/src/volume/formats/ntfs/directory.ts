import { ReadFault, type Block } from '../../../bytes/index.js';
import { ATTRIBUTE, type Attribute } from './record.js';
import { FILE_NAME, INDEX_BLOCK, INDEX_ENTRY, INDEX_ROOT, NODE } from './layout.js';
import { message } from '../../../words/index.js';

const SUBNODE = 1;
const LAST = 2;
/** Blocks of the tree that are visited at most: a path from the root needs few. */
const MOST_BLOCKS = 32;

/**
 * File record number of `upperCaseName` in a directory, or `undefined`. Entries are ordered by name without
 * regard to case; the names sought here are plain ASCII.
 */
export function findInIndex(
  directory: readonly Attribute[],
  upperCaseName: string,
  readBlock: (allocation: Attribute, vcn: number) => Block,
): number | undefined {
  const root = directory.find((a) => a.type === ATTRIBUTE.indexRoot);
  const allocation = directory.find((a) => a.type === ATTRIBUTE.indexAllocation);
  if (!root?.resident) return undefined;
  let step = search(root.value, INDEX_ROOT.node, upperCaseName);
  for (let visited = 0; step.kind === 'below'; visited++) {
    if (!allocation || visited >= MOST_BLOCKS) throw new ReadFault(message('read.tree-endless'));
    step = search(readBlock(allocation, step.vcn), INDEX_BLOCK.node, upperCaseName);
  }
  return step.kind === 'found' ? step.record : undefined;
}

type Step =
  | { readonly kind: 'found'; readonly record: number }
  | { readonly kind: 'below'; readonly vcn: number }
  | { readonly kind: 'absent' };

/** `header` is where the node's header stands in the block; offsets in it count from there. */
function search(block: Block, header: number, wanted: string): Step {
  const end = header + block.u32(header + NODE.usedBytes);
  for (let at = header + block.u32(header + NODE.firstEntry); at < end;) {
    const length = block.u16(at + INDEX_ENTRY.length);
    const flags = block.u16(at + INDEX_ENTRY.flags);
    if (length < INDEX_ENTRY.leastBytes) throw new ReadFault(message('read.entry-without-length'));
    const order = flags & LAST ? -1 : compare(wanted, nameAt(block, at));
    if (order === 0)
      return {
        kind: 'found',
        record: block.u32(at + INDEX_ENTRY.record) + block.u16(at + INDEX_ENTRY.recordHigh) * 2 ** 32,
      };
    if (order < 0)
      return flags & SUBNODE ? { kind: 'below', vcn: block.u64(at + length - 8) } : { kind: 'absent' };
    at += length;
  }
  return { kind: 'absent' };
}

function nameAt(block: Block, entry: number): string {
  const key = entry + INDEX_ENTRY.key;
  return block.utf16(key + FILE_NAME.name, block.u8(key + FILE_NAME.units)).toUpperCase();
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
