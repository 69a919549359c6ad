import { BitCounter, Block, isPowerOfTwo, ReadFault, uuidFrom, type ByteSource } from '../../bytes/index.js';
import { checkReach, told, unlessUnreadable, usedFacts, type Recognised, type Volume } from '../reading.js';
import { message } from '../../words/index.js';
import { unreadAs } from '../unread.js';

const HEADER_AT = 1024;
const UNMOUNTED = 1 << 8;
const ALLOCATION_FORK = 112;
const CATALOG_FORK = 272;
/** Namespace for volume UUIDs, from the system's own sources: the volume's 8-byte id is digested with it. */
const NAMESPACE = [
  0xb3, 0xe2, 0x0f, 0x39, 0xf2, 0x92, 0x11, 0xd6, 0x97, 0xa4, 0x00, 0x30, 0x65, 0x43, 0xec, 0xac,
];
const ROOT_PARENT = 1;

/** HFS+ and its case-sensitive variant (Technical Note TN1150), big-endian. The label is the root folder's name in the catalog. */
export function probeHfsplus(source: ByteSource): Recognised | undefined {
  const header = Block.at(source, HEADER_AT, 512);
  const signature = header.latin(0, 2);
  if (signature !== 'H+' && signature !== 'HX') return undefined;
  const blockBytes = header.u32be(40);
  const blocks = header.u32be(44);
  if (!isPowerOfTwo(blockBytes, 512, 2 ** 31) || blocks === 0) return undefined;
  const id = header.slice(104, 8);
  return {
    volume: {
      kind: 'hfsplus',
      ...(signature === 'HX' ? { variant: 'case-sensitive' } : {}),
      ...(id.isZero(0, 8) ? {} : { uuid: uuidFrom(Uint8Array.from([...NAMESPACE, ...id.bytes])) }),
      blockBytes,
      sizeBytes: blocks * blockBytes,
      ...usedFacts((blocks - Math.min(blocks, header.u32be(48))) * blockBytes, 'counters'),
      ...(header.u32be(4) & UNMOUNTED ? {} : { dirty: true }),
    },
    measure: () => measure(source, header, blockBytes, blocks),
  };
}

function measure(source: ByteSource, header: Block, blockBytes: number, blocks: number): Partial<Volume> {
  const label = unlessUnreadable(() => rootName(source, header, blockBytes));
  checkReach(source, blocks * blockBytes);
  const counter = new BitCounter(blocks, 'highest-first');
  for (let i = 0; i < 8 && !counter.full; i++) {
    const extent = ALLOCATION_FORK + 16 + i * 8;
    const count = header.u32be(extent + 4);
    if (count === 0) break;
    const length = Math.min(count * blockBytes, Math.ceil(blocks / 8));
    counter.add(Block.at(source, header.u32be(extent) * blockBytes, length).bytes);
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
  const catalogAt = header.u32be(CATALOG_FORK + 16) * blockBytes;
  const head = Block.at(source, catalogAt, 512);
  const nodeBytes = head.u16be(14 + 18);
  const leaf = Block.at(source, catalogAt + head.u32be(14 + 10) * nodeBytes, nodeBytes);
  const record = leaf.u16be(nodeBytes - 2);
  if (leaf.u32be(record + 2) !== ROOT_PARENT) throw new ReadFault(message('read.catalog-root'));
  return leaf.utf16(record + 8, Math.min(255, leaf.u16be(record + 6)), false);
}
