import { joinBytes, type Stretch } from '../../bytes/index.js';
import { COPIED, HEADER, QCOW2_MAGIC, V3_HEADER_BYTES } from './layout.js';

const CLUSTER_BITS = 16;
const CLUSTER_BYTES = 2 ** CLUSTER_BITS;
const ENTRIES_PER_L2 = CLUSTER_BYTES / 8;
/** 16-bit reference counts: order 4. */
const REFCOUNT_ORDER = 4;
const REFCOUNTS_PER_BLOCK = CLUSTER_BYTES / 2;

/**
 * A qcow2 image, version 3, of a disk of `sizeBytes` bytes that holds `stretches` and zeros elsewhere. Clusters of
 * zeros are not stored. Pieces are given in file order, so that they can be written one by one.
 * @throws RangeError where a stretch leaves the disk.
 */
export function* encodeQcow2(sizeBytes: number, stretches: readonly Stretch[]): Generator<Uint8Array> {
  const data = clustersOf(sizeBytes, stretches);
  const l1Size = Math.max(1, Math.ceil(sizeBytes / (CLUSTER_BYTES * ENTRIES_PER_L2)));
  const l2Indexes = [...new Set([...data.keys()].map((i) => Math.floor(i / ENTRIES_PER_L2)))];
  const l1Clusters = Math.ceil((l1Size * 8) / CLUSTER_BYTES);
  const fixed = 1 + l1Clusters + l2Indexes.length + data.size;
  const { tableClusters, blocks } = refcountRoom(fixed);
  const place = {
    refcountTable: 1,
    refcountBlocks: 1 + tableClusters,
    l1: 1 + tableClusters + blocks,
    l2: 1 + tableClusters + blocks + l1Clusters,
    data: 1 + tableClusters + blocks + l1Clusters + l2Indexes.length,
  };
  const clusterCount = place.data + data.size;

  yield header(sizeBytes, l1Size, place.l1, tableClusters);
  yield refcountTable(tableClusters, blocks, place.refcountBlocks);
  yield refcountBlocks(blocks, clusterCount);
  yield l1Table(l1Clusters, l2Indexes, place.l2);
  const order = new Map([...data.keys()].map((index, i) => [index, place.data + i]));
  for (const l2 of l2Indexes) yield l2Table(l2, order);
  yield* data.values();
}

/** The same image as one array. */
export function qcow2Bytes(sizeBytes: number, stretches: readonly Stretch[]): Uint8Array {
  return joinBytes([...encodeQcow2(sizeBytes, stretches)]);
}

/** The clusters that hold anything but zeros, in disk order, by their index. */
function clustersOf(sizeBytes: number, stretches: readonly Stretch[]): Map<number, Uint8Array> {
  const clusters = new Map<number, Uint8Array>();
  for (const { offset, bytes } of stretches) {
    if (offset < 0 || offset + bytes.length > sizeBytes)
      throw new RangeError(`Bytes ${offset} to ${offset + bytes.length} leave a disk of ${sizeBytes} bytes`);
    for (let at = 0; at < bytes.length;) {
      const index = Math.floor((offset + at) / CLUSTER_BYTES);
      const within = offset + at - index * CLUSTER_BYTES;
      const piece = bytes.subarray(at, at + CLUSTER_BYTES - within);
      if (piece.some((byte) => byte !== 0)) {
        const cluster = clusters.get(index) ?? new Uint8Array(CLUSTER_BYTES);
        cluster.set(piece, within);
        clusters.set(index, cluster);
      }
      at += piece.length;
    }
  }
  return new Map([...clusters].sort(([a], [b]) => a - b));
}

/** Clusters for the reference counts of everything, themselves included. */
function refcountRoom(fixed: number): { tableClusters: number; blocks: number } {
  let tableClusters = 1;
  let blocks = 1;
  for (;;) {
    const needed = Math.ceil((fixed + tableClusters + blocks) / REFCOUNTS_PER_BLOCK);
    const neededTable = Math.ceil((needed * 8) / CLUSTER_BYTES);
    if (needed <= blocks && neededTable <= tableClusters) return { tableClusters, blocks };
    blocks = Math.max(blocks, needed);
    tableClusters = Math.max(tableClusters, neededTable);
  }
}

function header(sizeBytes: number, l1Size: number, l1: number, tableClusters: number): Uint8Array {
  const bytes = new Uint8Array(CLUSTER_BYTES);
  const view = new DataView(bytes.buffer);
  view.setUint32(HEADER.magic, QCOW2_MAGIC);
  view.setUint32(HEADER.version, 3);
  view.setUint32(HEADER.clusterBits, CLUSTER_BITS);
  view.setBigUint64(HEADER.virtualSize, BigInt(sizeBytes));
  view.setUint32(HEADER.l1Size, l1Size);
  view.setBigUint64(HEADER.l1Offset, BigInt(l1 * CLUSTER_BYTES));
  view.setBigUint64(HEADER.refcountOffset, BigInt(CLUSTER_BYTES));
  view.setUint32(HEADER.refcountClusters, tableClusters);
  view.setUint32(HEADER.refcountOrder, REFCOUNT_ORDER);
  view.setUint32(HEADER.headerLength, V3_HEADER_BYTES);
  return bytes;
}

function refcountTable(clusters: number, blocks: number, firstBlock: number): Uint8Array {
  return pointers(
    clusters,
    Array.from({ length: blocks }, (_, i) => [i, BigInt((firstBlock + i) * CLUSTER_BYTES)]),
  );
}

function refcountBlocks(blocks: number, clusterCount: number): Uint8Array {
  const bytes = new Uint8Array(blocks * CLUSTER_BYTES);
  for (let i = 0; i < clusterCount; i++) bytes[2 * i + 1] = 1;
  return bytes;
}

function l1Table(clusters: number, l2Indexes: readonly number[], firstL2: number): Uint8Array {
  return pointers(
    clusters,
    l2Indexes.map((index, i) => [index, BigInt((firstL2 + i) * CLUSTER_BYTES) | COPIED]),
  );
}

function l2Table(l2Index: number, order: ReadonlyMap<number, number>): Uint8Array {
  const entries: [number, bigint][] = [];
  for (const [index, cluster] of order)
    if (Math.floor(index / ENTRIES_PER_L2) === l2Index)
      entries.push([index % ENTRIES_PER_L2, BigInt(cluster * CLUSTER_BYTES) | COPIED]);
  return pointers(1, entries);
}

function pointers(clusters: number, entries: readonly (readonly [number, bigint])[]): Uint8Array {
  const bytes = new Uint8Array(clusters * CLUSTER_BYTES);
  const view = new DataView(bytes.buffer);
  for (const [index, value] of entries) view.setBigUint64(index * 8, value);
  return bytes;
}
