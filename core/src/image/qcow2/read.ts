import { Block, type ByteSource } from '../../bytes/index.js';
import { ImageRefused } from '../refused.js';
import { inflateRaw, unpackZstd } from './decompress.js';
import {
  COMPRESSED,
  FEATURE,
  HEADER,
  LEAST_CLUSTER_BITS,
  MOST_CLUSTER_BITS,
  MOST_L1_ENTRIES,
  OFFSET_MASK,
  QCOW2_MAGIC,
  V2_HEADER_BYTES,
  V3_HEADER_BYTES,
  ZERO,
} from './layout.js';
import { message, type Phrase } from '../../words/index.js';

interface Header {
  readonly clusterBits: number;
  readonly virtualSize: number;
  readonly l1Size: number;
  readonly l1Offset: number;
  readonly extendedL2: boolean;
  readonly compression: 'deflate' | 'zstd';
}

/** Second-level tables kept in memory, in bytes. */
const CACHE_BYTES = 4 * 1024 * 1024;

/** Whether the file begins with the magic "QFI\xfb". */
export function isQcow2(file: ByteSource): boolean {
  const magic = file.read(0, 4);
  return magic !== undefined && new Block(magic).u32be(0) === QCOW2_MAGIC;
}

/**
 * The disk inside a qcow2 image. Only the tables and clusters that are asked for are read. Holes read as
 * zeros; what a damaged table places outside the file is unknown.
 * @throws ImageRefused for a backing file, encryption, an external data file or a feature not known.
 */
export function openQcow2(file: ByteSource): ByteSource {
  return new Qcow2Source(file, readHeader(file));
}

function readHeader(file: ByteSource): Header {
  const start = file.read(0, V2_HEADER_BYTES);
  if (!start) throw damaged(message('image.header-short'));
  const block = new Block(start);
  const version = block.u32be(HEADER.version);
  if (version !== 2 && version !== 3) throw new ImageRefused(message('image.qcow2-version', { version }));
  if (bigAt(block, HEADER.backingFileOffset) !== 0n) throw new ImageRefused(message('image.backing-file'));
  if (block.u32be(HEADER.cryptMethod) !== 0) throw new ImageRefused(message('image.encrypted'));
  const features =
    version === 3 ? readFeatures(file) : { extendedL2: false, compression: 'deflate' as const };
  return checkedHeader(block, features);
}

function checkedHeader(block: Block, features: Pick<Header, 'extendedL2' | 'compression'>): Header {
  const clusterBits = block.u32be(HEADER.clusterBits);
  const l1Size = block.u32be(HEADER.l1Size);
  if (clusterBits < LEAST_CLUSTER_BITS || clusterBits > MOST_CLUSTER_BITS)
    throw damaged(message('image.cluster-bits', { bits: clusterBits }));
  if (features.extendedL2 && clusterBits < 14) throw damaged(message('image.subclusters'));
  if (l1Size > MOST_L1_ENTRIES) throw damaged(message('image.first-table-long', { entries: l1Size }));
  const virtualSize = bigAt(block, HEADER.virtualSize);
  const perL2 = BigInt(1 << clusterBits) / (features.extendedL2 ? 16n : 8n);
  const reach = BigInt(l1Size) * perL2 * BigInt(1 << clusterBits);
  if (virtualSize > reach || virtualSize > BigInt(Number.MAX_SAFE_INTEGER))
    throw damaged(message('image.first-table-short'));
  return {
    clusterBits,
    virtualSize: Number(virtualSize),
    l1Size,
    l1Offset: Number(bigAt(block, HEADER.l1Offset) & OFFSET_MASK),
    ...features,
  };
}

function readFeatures(file: ByteSource): Pick<Header, 'extendedL2' | 'compression'> {
  const rest = file.read(0, V3_HEADER_BYTES);
  if (!rest) throw damaged(message('image.header-short'));
  const block = new Block(rest);
  const features = bigAt(block, HEADER.incompatible);
  if (features & FEATURE.externalData) throw new ImageRefused(message('image.external-data'));
  const known = FEATURE.dirty | FEATURE.corrupt | FEATURE.compressionType | FEATURE.extendedL2;
  if (features & ~known)
    throw new ImageRefused(
      message('image.unknown-feature', { bits: `0x${(features & ~known).toString(16)}` }),
    );
  return { extendedL2: (features & FEATURE.extendedL2) !== 0n, compression: compressionOf(file, features) };
}

function compressionOf(file: ByteSource, features: bigint): Header['compression'] {
  if (!(features & FEATURE.compressionType)) return 'deflate';
  const type = file.read(HEADER.compressionType, 1)?.[0] ?? 0;
  if (type > 1) throw new ImageRefused(message('image.compression', { type }));
  return type === 1 ? 'zstd' : 'deflate';
}

const damaged = (why: Phrase) => new ImageRefused(message('image.qcow2-damaged', { why }));

function bigAt(block: Block, at: number): bigint {
  return (BigInt(block.u32be(at)) << 32n) | BigInt(block.u32be(at + 4));
}

type Cluster =
  | { readonly kind: 'zero' }
  | { readonly kind: 'data'; readonly at: number }
  | { readonly kind: 'part'; readonly at: number; readonly bitmap: bigint }
  | { readonly kind: 'compressed'; readonly at: number; readonly length: number };

class Qcow2Source implements ByteSource {
  readonly sizeBytes: number;
  /** Of clusters unpacked and tables read. */
  effortBytes = 0;
  private readonly clusterBytes: number;
  private readonly entriesPerL2: number;
  private readonly l2 = new Map<number, Block | null>();
  private unpacked: { index: number; bytes: Uint8Array } | undefined;

  constructor(
    private readonly file: ByteSource,
    private readonly header: Header,
  ) {
    this.sizeBytes = header.virtualSize;
    this.clusterBytes = 2 ** header.clusterBits;
    this.entriesPerL2 = this.clusterBytes / (header.extendedL2 ? 16 : 8);
  }

  get heldBytes(): number {
    return this.file.heldBytes ?? this.file.sizeBytes;
  }

  read(offset: number, length: number): Uint8Array | undefined {
    if (offset < 0 || length < 0 || offset + length > this.sizeBytes) return undefined;
    const out = new Uint8Array(length);
    for (let at = offset; at < offset + length;) {
      const index = Math.floor(at / this.clusterBytes);
      const within = at - index * this.clusterBytes;
      const count = Math.min(this.clusterBytes - within, offset + length - at);
      if (!this.fill(out, at - offset, index, within, count)) return undefined;
      at += count;
    }
    return out;
  }

  /** Copies bytes of one cluster; `out` holds zeros already. */
  private fill(out: Uint8Array, to: number, index: number, within: number, count: number): boolean {
    const cluster = this.clusterAt(index);
    if (!cluster) return false;
    if (cluster.kind === 'zero') return true;
    if (cluster.kind === 'part') return this.fillSubclusters(out, to, cluster, within, count);
    const bytes =
      cluster.kind === 'data'
        ? this.file.read(cluster.at + within, count)
        : this.unpack(index, cluster)?.subarray(within, within + count);
    if (bytes?.length !== count) return this.fillCutShort(out, to, cluster, within, count);
    out.set(bytes, to);
    return true;
  }

  /** The last cluster of a file need not be whole: what lies beyond its end was never written, so it is zero. */
  private fillCutShort(
    out: Uint8Array,
    to: number,
    cluster: Cluster,
    within: number,
    count: number,
  ): boolean {
    if (cluster.kind !== 'data') return false;
    const start = cluster.at + within;
    const lastClusterStart = Math.floor((this.file.sizeBytes - 1) / this.clusterBytes) * this.clusterBytes;
    if (cluster.at !== lastClusterStart || this.file.sizeBytes % 512 !== 0) return false;
    const there = Math.max(0, Math.min(count, this.file.sizeBytes - start));
    const bytes = there === 0 ? new Uint8Array(0) : this.file.read(start, there);
    if (!bytes) return false;
    out.set(bytes, to);
    return true;
  }

  private fillSubclusters(
    out: Uint8Array,
    to: number,
    cluster: Extract<Cluster, { kind: 'part' }>,
    within: number,
    count: number,
  ): boolean {
    const sub = this.clusterBytes / 32;
    for (let at = within; at < within + count;) {
      const i = Math.floor(at / sub);
      const n = Math.min((i + 1) * sub, within + count) - at;
      const allocated = (cluster.bitmap >> BigInt(i)) & 1n;
      if (allocated) {
        const bytes = this.file.read(cluster.at + at, n);
        if (!bytes) return false;
        out.set(bytes, to + at - within);
      }
      at += n;
    }
    return true;
  }

  private clusterAt(index: number): Cluster | undefined {
    const table = this.l2Table(Math.floor(index / this.entriesPerL2));
    if (table === undefined) return undefined;
    if (table === null) return { kind: 'zero' };
    const at = (index % this.entriesPerL2) * (this.header.extendedL2 ? 16 : 8);
    const entry = bigAt(table, at);
    if (entry & COMPRESSED) return this.compressedCluster(entry);
    const offset = Number(entry & OFFSET_MASK);
    if (this.header.extendedL2) return offset === 0 ? { kind: 'zero' } : this.partial(table, at, offset);
    if (offset === 0 || entry & ZERO) return { kind: 'zero' };
    return { kind: 'data', at: offset };
  }

  /** Extended entry: the low half of its second word tells which subclusters are there, the high half which are zero. */
  private partial(table: Block, at: number, offset: number): Cluster {
    const bitmap = bigAt(table, at + 8);
    return { kind: 'part', at: offset, bitmap: bitmap & 0xffffffffn & ~(bitmap >> 32n) };
  }

  /** Compressed entry: an offset of any alignment, and how many further 512-byte sectors the data may reach into. */
  private compressedCluster(entry: bigint): Cluster {
    const offsetBits = BigInt(62 - (this.header.clusterBits - 8));
    const offset = Number(entry & ((1n << offsetBits) - 1n));
    const more = Number((entry & (COMPRESSED - 1n)) >> offsetBits);
    const length = (more + 1) * 512 - (offset % 512);
    return { kind: 'compressed', at: offset, length };
  }

  private unpack(
    index: number,
    { at, length }: Extract<Cluster, { kind: 'compressed' }>,
  ): Uint8Array | undefined {
    if (this.unpacked?.index === index) return this.unpacked.bytes;
    const packed = this.file.read(at, Math.min(length, this.file.sizeBytes - at));
    if (!packed) return undefined;
    const unpackOne = this.header.compression === 'zstd' ? unpackZstd : inflateRaw;
    this.effortBytes += this.clusterBytes;
    const bytes = unpackOne(packed, this.clusterBytes);
    if (!bytes) return undefined;
    this.unpacked = { index, bytes };
    return bytes;
  }

  /** `null`: not there, all zeros. `undefined`: outside the file. */
  private l2Table(index: number): Block | null | undefined {
    const known = this.l2.get(index);
    if (known !== undefined) return known;
    const entry = this.file.read(this.header.l1Offset + index * 8, 8);
    if (!entry || index >= this.header.l1Size) return undefined;
    const offset = Number(bigAt(new Block(entry), 0) & OFFSET_MASK);
    if (offset === 0) return this.keep(index, null);
    this.effortBytes += this.clusterBytes;
    const table = this.file.read(offset, this.clusterBytes);
    return table && this.keep(index, new Block(table));
  }

  private keep(index: number, table: Block | null): Block | null {
    if (this.l2.size >= Math.max(4, CACHE_BYTES / this.clusterBytes)) this.l2.clear();
    this.l2.set(index, table);
    return table;
  }
}
