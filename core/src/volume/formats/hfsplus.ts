import { BitCounter, Block, isPowerOfTwo, ReadFault, uuidFrom, type ByteSource } from '../../bytes/index.js';
import { checkReach, told, unlessUnreadable, usedFacts, type Recognised, type Volume } from '../reading.js';
import { message } from '../../words/index.js';
import { unreadAs } from '../unread.js';

const HEADER_AT = 1024;
/** Technical Note TN1150, "Volume Header", big-endian. Offsets in bytes. */
const HEADER = {
  signature: 0,
  attributes: 4,
  blockBytes: 40,
  blocks: 44,
  freeBlocks: 48,
  /** The last two words of "finderInfo". */
  id: 104,
  allocationFork: 112,
  catalogFork: 272,
} as const;
/** "Fork Data Structure", and an extent in it. */
const FORK = { extents: 16, extentCount: 8 } as const;
const EXTENT = { start: 0, blocks: 4, bytes: 8 } as const;
/** "B-Trees": a node's descriptor, the offsets of records at its end, and the header record. */
const NODE = { descriptorBytes: 14, offsetBytes: 2 } as const;
const TREE = { firstLeaf: 10, nodeBytes: 18 } as const;
/** "Catalog File Key". */
const KEY = { parent: 2, nameUnits: 6, name: 8 } as const;
const UNMOUNTED = 1 << 8;
/** Namespace for volume UUIDs, from the system's own sources: the volume's 8-byte id is digested with it. */
const NAMESPACE = [
  0xb3, 0xe2, 0x0f, 0x39, 0xf2, 0x92, 0x11, 0xd6, 0x97, 0xa4, 0x00, 0x30, 0x65, 0x43, 0xec, 0xac,
];
const ROOT_PARENT = 1;

/** HFS+ and its case-sensitive variant. The label is the root folder's name in the catalog. */
export function probeHfsplus(source: ByteSource): Recognised | undefined {
  const header = Block.at(source, HEADER_AT, 512);
  const signature = header.latin(HEADER.signature, 2);
  if (signature !== 'H+' && signature !== 'HX') return undefined;
  const blockBytes = header.u32be(HEADER.blockBytes);
  const blocks = header.u32be(HEADER.blocks);
  if (!isPowerOfTwo(blockBytes, 512, 2 ** 31) || blocks === 0) return undefined;
  const id = header.slice(HEADER.id, 8);
  return {
    volume: {
      kind: 'hfsplus',
      ...(signature === 'HX' ? { variant: 'case-sensitive' } : {}),
      ...(id.isZero(0, 8) ? {} : { uuid: uuidFrom(Uint8Array.from([...NAMESPACE, ...id.bytes])) }),
      blockBytes,
      sizeBytes: blocks * blockBytes,
      ...usedFacts((blocks - Math.min(blocks, header.u32be(HEADER.freeBlocks))) * blockBytes, 'counters'),
      ...(header.u32be(HEADER.attributes) & UNMOUNTED ? {} : { dirty: true }),
    },
    measure: () => measure(source, header, blockBytes, blocks),
  };
}

function measure(source: ByteSource, header: Block, blockBytes: number, blocks: number): Partial<Volume> {
  const label = unlessUnreadable(() => rootName(source, header, blockBytes));
  checkReach(source, blocks * blockBytes);
  const counter = new BitCounter(blocks, 'highest-first');
  for (let i = 0; i < FORK.extentCount && !counter.full; i++) {
    const extent = HEADER.allocationFork + FORK.extents + i * EXTENT.bytes;
    const count = header.u32be(extent + EXTENT.blocks);
    if (count === 0) break;
    const length = Math.min(count * blockBytes, Math.ceil(blocks / 8));
    counter.add(Block.at(source, header.u32be(extent + EXTENT.start) * blockBytes, length).bytes);
  }
  if (!counter.full) return { ...told('label', label), unread: [unreadAs(message('read.block-map'))] };
  const { ones, last } = counter.count();
  return {
    ...told('label', label),
    ...usedFacts(ones * blockBytes, 'bitmap'),
    lastUsedByte: (last + 1) * blockBytes - 1,
  };
}

/** The first record of the first leaf is the root folder's thread: its key carries the volume's name. */
function rootName(source: ByteSource, header: Block, blockBytes: number): string | undefined {
  const catalogAt = header.u32be(HEADER.catalogFork + FORK.extents + EXTENT.start) * blockBytes;
  const head = Block.at(source, catalogAt, 512);
  const nodeBytes = head.u16be(NODE.descriptorBytes + TREE.nodeBytes);
  const leaf = Block.at(
    source,
    catalogAt + head.u32be(NODE.descriptorBytes + TREE.firstLeaf) * nodeBytes,
    nodeBytes,
  );
  const record = leaf.u16be(nodeBytes - NODE.offsetBytes);
  if (leaf.u32be(record + KEY.parent) !== ROOT_PARENT) throw new ReadFault(message('read.catalog-root'));
  return leaf.utf16(record + KEY.name, Math.min(255, leaf.u16be(record + KEY.nameUnits)), false);
}
