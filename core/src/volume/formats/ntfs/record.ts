import { Block, ReadFault, type ByteSource } from '../../../bytes/index.js';
import { ATTRIBUTE_HEADER, FILE_RECORD, PROTECTED } from './layout.js';
import { message } from '../../../words/index.js';

/** Every structure of records is protected in strides of this many bytes. */
const FIXUP_STRIDE = 512;

/** Attribute types, as NTFS numbers them. */
export const ATTRIBUTE = {
  list: 0x20,
  volumeName: 0x60,
  volumeInformation: 0x70,
  data: 0x80,
  indexRoot: 0x90,
  indexAllocation: 0xa0,
  end: 0xffffffff,
} as const;

/** Consecutive clusters; `lcn` is `null` where they are sparse (read as zeros). */
export interface Run {
  readonly lcn: number | null;
  readonly clusters: number;
}

export type Attribute =
  | { readonly type: number; readonly resident: true; readonly value: Block }
  | {
      readonly type: number;
      readonly resident: false;
      readonly sizeBytes: number;
      readonly runs: readonly Run[];
    };

/**
 * A record ("FILE" or "INDX") with its last two bytes of each stride put back where they belong.
 * @throws ReadFault where the signature or a stride is not right: a torn write.
 */
export function unprotect(raw: Uint8Array, signature: string): Block {
  const block = new Block(Uint8Array.from(raw));
  if (block.latin(PROTECTED.signature, 4) !== signature)
    throw new ReadFault(message('read.record-mark', { mark: signature }));
  const at = block.u16(PROTECTED.sequenceOffset);
  const count = block.u16(PROTECTED.sequenceCount);
  const check = block.u16(at);
  for (let i = 1; i < count; i++) {
    const end = i * FIXUP_STRIDE - 2;
    if (block.u16(end) !== check) throw new ReadFault(message('read.record-torn'));
    block.bytes[end] = block.u8(at + 2 * i);
    block.bytes[end + 1] = block.u8(at + 2 * i + 1);
  }
  return block;
}

/** The attributes of a file record, in order; those that are named, except an index's, are left out. */
export function attributesOf(record: Block): Attribute[] {
  const found: Attribute[] = [];
  let at = record.u16(FILE_RECORD.firstAttribute);
  for (let left = 64; left > 0; left--) {
    const type = record.u32(at + ATTRIBUTE_HEADER.type);
    if (type === ATTRIBUTE.end) break;
    const length = record.u32(at + ATTRIBUTE_HEADER.length);
    if (length < ATTRIBUTE_HEADER.leastBytes) throw new ReadFault(message('read.attribute-without-length'));
    const attribute = record.slice(at, length);
    const isIndex = type === ATTRIBUTE.indexRoot || type === ATTRIBUTE.indexAllocation;
    if (attribute.u8(ATTRIBUTE_HEADER.nameLength) === 0 || isIndex)
      found.push(decodeAttribute(type, attribute));
    at += length;
  }
  return found;
}

function decodeAttribute(type: number, attribute: Block): Attribute {
  const resident = attribute.u8(ATTRIBUTE_HEADER.nonResident) === 0;
  if (resident) {
    const at = attribute.u16(ATTRIBUTE_HEADER.valueOffset);
    return { type, resident, value: attribute.slice(at, attribute.u32(ATTRIBUTE_HEADER.valueLength)) };
  }
  const runs = decodeRuns(attribute, attribute.u16(ATTRIBUTE_HEADER.runsOffset));
  return { type, resident, sizeBytes: attribute.u64(ATTRIBUTE_HEADER.dataSize), runs };
}

/** Mapping pairs: a byte of two lengths, then a count and a signed step of the cluster number, little-endian. */
function decodeRuns(attribute: Block, start: number): Run[] {
  const runs: Run[] = [];
  let lcn = 0;
  for (let at = start; at < attribute.length;) {
    const head = attribute.u8(at);
    if (head === 0) break;
    const countBytes = head & 15;
    const stepBytes = head >> 4;
    const clusters = signed(attribute, at + 1, countBytes);
    if (clusters <= 0) throw new ReadFault(message('read.run-without-length'));
    lcn += signed(attribute, at + 1 + countBytes, stepBytes);
    if (lcn < 0) throw new ReadFault(message('read.run-before'));
    runs.push({ lcn: stepBytes === 0 ? null : lcn, clusters });
    at += 1 + countBytes + stepBytes;
  }
  return runs;
}

function signed(block: Block, at: number, size: number): number {
  if (size > 7) throw new ReadFault(message('read.run-bounds'));
  let value = 0;
  for (let i = size - 1; i >= 0; i--) value = value * 256 + block.u8(at + i);
  return size > 0 && block.u8(at + size - 1) & 0x80 ? value - 256 ** size : value;
}

/** Small enough to stay in the processor's cache between reading and counting. */
const CHUNK_BYTES = 128 * 1024;

/** The bytes of an attribute in order, in pieces of at most 128 KiB; sparse runs come as zeros. @throws ReadFault */
export function* piecesOf(
  attribute: Attribute,
  source: ByteSource,
  clusterBytes: number,
): Generator<Uint8Array> {
  if (attribute.resident) {
    yield attribute.value.bytes;
    return;
  }
  let left = attribute.sizeBytes;
  for (const run of attribute.runs) {
    let runLeft = Math.min(left, run.clusters * clusterBytes);
    let at = run.lcn === null ? null : run.lcn * clusterBytes;
    left -= runLeft;
    while (runLeft > 0) {
      const length = Math.min(runLeft, CHUNK_BYTES);
      yield at === null ? new Uint8Array(length) : Block.at(source, at, length).bytes;
      at = at === null ? null : at + length;
      runLeft -= length;
    }
  }
  if (left > 0) throw new ReadFault(message('read.clusters-missing'));
}

/** `length` bytes of an attribute from `offset`. @throws ReadFault */
export function readAttribute(
  attribute: Attribute,
  source: ByteSource,
  clusterBytes: number,
  offset: number,
  length: number,
): Block {
  if (attribute.resident) return attribute.value.slice(offset, length);
  let start = 0;
  for (const run of attribute.runs) {
    const end = start + run.clusters * clusterBytes;
    if (offset >= start && offset + length <= end) {
      if (run.lcn === null) return new Block(new Uint8Array(length));
      return Block.at(source, run.lcn * clusterBytes + offset - start, length);
    }
    start = end;
  }
  throw new ReadFault(message('read.beyond-clusters'));
}
