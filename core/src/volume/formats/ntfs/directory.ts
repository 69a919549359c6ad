import { ReadFault, type Block } from '../../../bytes/index.js';
import { ATTRIBUTE, type Attribute } from './record.js';
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
  let step = search(root.value, 16, upperCaseName);
  for (let visited = 0; step.kind === 'below'; visited++) {
    if (!allocation || visited >= MOST_BLOCKS) throw new ReadFault(message('read.tree-endless'));
    step = search(readBlock(allocation, step.vcn), 24, upperCaseName);
  }
  return step.kind === 'found' ? step.record : undefined;
}

type Step =
  | { readonly kind: 'found'; readonly record: number }
  | { readonly kind: 'below'; readonly vcn: number }
  | { readonly kind: 'absent' };

/** `header` is where the node's header stands in the block; offsets in it count from there. */
function search(block: Block, header: number, wanted: string): Step {
  const end = header + block.u32(header + 4);
  for (let at = header + block.u32(header); at < end;) {
    const length = block.u16(at + 8);
    const flags = block.u16(at + 12);
    if (length < 16) throw new ReadFault(message('read.entry-without-length'));
    const order = flags & LAST ? -1 : compare(wanted, nameAt(block, at));
    if (order === 0) return { kind: 'found', record: block.u32(at) + block.u16(at + 4) * 2 ** 32 };
    if (order < 0)
      return flags & SUBNODE ? { kind: 'below', vcn: block.u64(at + length - 8) } : { kind: 'absent' };
    at += length;
  }
  return { kind: 'absent' };
}

function nameAt(block: Block, entry: number): string {
  return block.utf16(entry + 16 + 66, block.u8(entry + 16 + 64)).toUpperCase();
}

function compare(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}
