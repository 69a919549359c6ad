import { Block, isPowerOfTwo, ReadFault, type ByteSource } from '../../../bytes/index.js';
import { BPB, ENTRY_BYTES, LEAST_FAT16_CLUSTERS } from './layout.js';
import { message } from '../../../words/index.js';

/** Layout of a FAT volume. Places and sizes in bytes of the volume. */
export interface FatGeometry {
  readonly bits: 12 | 16 | 32;
  readonly sizeBytes: number;
  readonly clusterBytes: number;
  readonly clusters: number;
  readonly fatAt: number;
  readonly fatBytes: number;
  /** FAT12 and FAT16 keep the root directory here. */
  readonly rootAt: number;
  readonly rootBytes: number;
  readonly rootCluster: number;
  readonly dataAt: number;
}

/** Numbers of clusters have 28 bits, and the last few are marks. */
const MOST_CLUSTERS = 0x0ffffff4;

/** The layout that a boot sector tells, or `undefined` where its figures cannot be those of a FAT volume. */
export function fatGeometry(boot: Block): FatGeometry | undefined {
  const sectorBytes = boot.u16(BPB.bytesPerSector);
  const perCluster = boot.u8(BPB.sectorsPerCluster);
  const reserved = boot.u16(BPB.reservedSectors);
  const fats = boot.u8(BPB.fatCount);
  const media = boot.u8(BPB.media);
  const plausible =
    isPowerOfTwo(sectorBytes, 512, 4096) &&
    isPowerOfTwo(perCluster, 1, 128) &&
    reserved > 0 &&
    (fats === 1 || fats === 2) &&
    (media === 0xf0 || media >= 0xf8);
  if (!plausible) return undefined;
  const fatSectors = boot.u16(BPB.fatSectors16) || boot.u32(BPB.fatSectors32);
  const sectors = boot.u16(BPB.sectors16) || boot.u32(BPB.sectors32);
  const rootSectors = Math.ceil((boot.u16(BPB.rootEntries) * ENTRY_BYTES) / sectorBytes);
  const dataSector = reserved + fats * fatSectors + rootSectors;
  const clusters = Math.floor((sectors - dataSector) / perCluster);
  if (fatSectors === 0 || clusters < 1 || clusters > MOST_CLUSTERS) return undefined;
  const is32 = boot.u16(BPB.fatSectors16) === 0;
  const bits = is32 ? 32 : clusters < LEAST_FAT16_CLUSTERS ? 12 : 16;
  const fatBytes = fatSectors * sectorBytes;
  if (((clusters + 2) * bits) / 8 > fatBytes) return undefined;
  return {
    bits,
    sizeBytes: sectors * sectorBytes,
    clusterBytes: perCluster * sectorBytes,
    clusters,
    fatAt: reserved * sectorBytes,
    fatBytes,
    rootAt: (reserved + fats * fatSectors) * sectorBytes,
    rootBytes: rootSectors * sectorBytes,
    rootCluster: is32 ? boot.u32(BPB.rootCluster) : 0,
    dataAt: dataSector * sectorBytes,
  };
}

/** The value of one FAT entry. */
export function fatEntry(fat: Block, bits: FatGeometry['bits'], cluster: number): number {
  if (bits === 32) return fat.u32(cluster * 4) & 0x0fffffff;
  if (bits === 16) return fat.u16(cluster * 2);
  const pair = fat.u16(Math.floor((cluster * 3) / 2));
  return cluster & 1 ? pair >> 4 : pair & 0xfff;
}

/** From here on an entry ends a chain; the value below it marks a bad cluster. */
export function endMark(bits: FatGeometry['bits']): number {
  return { 12: 0xff8, 16: 0xfff8, 32: 0x0ffffff8 }[bits];
}

/** At most this much of a directory is read: more entries than any start volume has. */
const MOST_DIRECTORY_BYTES = 4 * 1024 * 1024;

/**
 * The bytes of a directory: the root where `cluster` is 0.
 * @throws ReadFault where its chain leaves the volume or does not end.
 */
export function readDirectory(source: ByteSource, fat: FatGeometry, cluster: number): Block {
  if (cluster === 0 && fat.bits !== 32) return Block.at(source, fat.rootAt, fat.rootBytes);
  const pieces: Uint8Array[] = [];
  const most = Math.max(1, Math.ceil(MOST_DIRECTORY_BYTES / fat.clusterBytes));
  for (let at = cluster || fat.rootCluster; at < endMark(fat.bits); at = nextCluster(source, fat, at)) {
    if (at < 2 || at >= fat.clusters + 2) throw new ReadFault(message('read.chain-outside'));
    if (pieces.length >= most) throw new ReadFault(message('read.chain-endless'));
    pieces.push(Block.at(source, fat.dataAt + (at - 2) * fat.clusterBytes, fat.clusterBytes).bytes);
    if (endsHere(pieces.at(-1)!)) break;
  }
  const whole = new Uint8Array(pieces.length * fat.clusterBytes);
  pieces.forEach((piece, i) => whole.set(piece, i * fat.clusterBytes));
  return new Block(whole);
}

/** A first byte of zero says that no entries follow. */
function endsHere(piece: Uint8Array): boolean {
  for (let at = 0; at < piece.length; at += ENTRY_BYTES) if (piece[at] === 0) return true;
  return false;
}

function nextCluster(source: ByteSource, fat: FatGeometry, cluster: number): number {
  const at = Math.floor((cluster * fat.bits) / 8);
  const entry = Block.at(source, fat.fatAt + at, Math.min(4, fat.fatBytes - at));
  if (fat.bits === 32) return entry.u32(0) & 0x0fffffff;
  if (fat.bits === 16) return entry.u16(0);
  return cluster & 1 ? entry.u16(0) >> 4 : entry.u16(0) & 0xfff;
}
