import { BitCounter, Block, ReadFault, type ByteSource } from '../../bytes/index.js';
import { checkReach, told, unlessUnreadable, usedFacts, type Recognised, type Volume } from '../reading.js';
import { serial } from './fat/fat.js';
import { message } from '../../words/index.js';
import { unreadAs } from '../unread.js';

/** exFAT, as its published specification gives it (section numbers of that). */
interface Exfat {
  readonly source: ByteSource;
  readonly clusterBytes: number;
  readonly clusters: number;
  readonly fatAt: number;
  readonly heapAt: number;
  readonly root: number;
}

/** §3.1, the main boot sector. Offsets in bytes, little-endian. */
const BOOT = {
  system: 3,
  sectors: 72,
  fatOffset: 80,
  heapOffset: 88,
  clusterCount: 92,
  rootCluster: 96,
  serial: 100,
  flags: 106,
  sectorShift: 108,
  clusterShift: 109,
} as const;
/** §7.1, the entry of the allocation bitmap; §7.3, of the label. */
const BITMAP = { firstCluster: 20, bytes: 24 } as const;
const LABEL = { characters: 1, text: 2 } as const;
const ENTRY_BYTES = 32;
/** §7: entry types. */
const ENTRY = { end: 0x00, bitmap: 0x81, label: 0x83 } as const;
const DIRTY = 0x0002;
const MOST_ROOT_CLUSTERS = 64;
const END_OF_CHAIN = 0xfffffff8;

/** exFAT: used clusters from the allocation bitmap (§7.1), the label from the root directory (§7.3). */
export function probeExfat(source: ByteSource): Recognised | undefined {
  const boot = Block.at(source, 0, 512);
  if (boot.latin(BOOT.system, 8) !== 'EXFAT   ') return undefined;
  const sectorShift = boot.u8(BOOT.sectorShift);
  const clusterShift = boot.u8(BOOT.clusterShift);
  if (sectorShift < 9 || sectorShift > 12 || sectorShift + clusterShift > 25) return undefined;
  const sectorBytes = 2 ** sectorShift;
  const exfat: Exfat = {
    source,
    clusterBytes: 2 ** (sectorShift + clusterShift),
    clusters: boot.u32(BOOT.clusterCount),
    fatAt: boot.u32(BOOT.fatOffset) * sectorBytes,
    heapAt: boot.u32(BOOT.heapOffset) * sectorBytes,
    root: boot.u32(BOOT.rootCluster),
  };
  return {
    volume: {
      kind: 'exfat',
      uuid: serial(boot.u32(BOOT.serial)),
      blockBytes: exfat.clusterBytes,
      sizeBytes: boot.u64(BOOT.sectors) * sectorBytes,
      ...((boot.u16(BOOT.flags) & DIRTY) !== 0 ? { dirty: true } : {}),
    },
    measure: () => measure(exfat),
  };
}

function measure(exfat: Exfat): Partial<Volume> {
  const entries = rootEntries(exfat);
  const label = entries.find((e) => e.u8(0) === ENTRY.label);
  const named = told('label', label && label.utf16(LABEL.text, Math.min(11, label.u8(LABEL.characters))));
  const bitmap = entries.find((e) => e.u8(0) === ENTRY.bitmap);
  const counted = bitmap && unlessUnreadable(() => countUsed(exfat, bitmap));
  if (!counted) return { ...named, unread: [unreadAs(message('read.cluster-map'))] };
  const { ones, last } = counted;
  return {
    ...named,
    ...usedFacts(ones * exfat.clusterBytes, 'bitmap'),
    ...(last >= 0 ? { lastUsedByte: exfat.heapAt + (last + 1) * exfat.clusterBytes - 1 } : {}),
  };
}

function rootEntries(exfat: Exfat): Block[] {
  const entries: Block[] = [];
  for (const cluster of chain(exfat, exfat.root, MOST_ROOT_CLUSTERS)) {
    const block = readCluster(exfat, cluster, exfat.clusterBytes);
    for (let at = 0; at < block.length; at += ENTRY_BYTES) {
      if (block.u8(at) === ENTRY.end) return entries;
      entries.push(block.slice(at, ENTRY_BYTES));
    }
  }
  return entries;
}

function countUsed(exfat: Exfat, entry: Block) {
  checkReach(exfat.source, exfat.clusters * exfat.clusterBytes);
  const counter = new BitCounter(exfat.clusters);
  let left = Math.min(entry.u64(BITMAP.bytes), Math.ceil(exfat.clusters / 8));
  for (const cluster of chain(exfat, entry.u32(BITMAP.firstCluster), Math.ceil(left / exfat.clusterBytes))) {
    const length = Math.min(left, exfat.clusterBytes);
    counter.add(readCluster(exfat, cluster, length).bytes);
    left -= length;
  }
  if (!counter.full) throw new ReadFault(message('read.cluster-map-short'));
  return counter.count();
}

function readCluster(exfat: Exfat, cluster: number, length: number): Block {
  if (cluster < 2 || cluster >= exfat.clusters + 2) throw new ReadFault(message('read.cluster-outside'));
  return Block.at(exfat.source, exfat.heapAt + (cluster - 2) * exfat.clusterBytes, length);
}

/** At most `most` clusters of a chain, so that a loop ends. */
function* chain(exfat: Exfat, first: number, most: number): Generator<number> {
  let cluster = first;
  for (let i = 0; i < most && cluster < END_OF_CHAIN; i++) {
    yield cluster;
    cluster = i + 1 < most ? Block.at(exfat.source, exfat.fatAt + cluster * 4, 4).u32(0) : END_OF_CHAIN;
  }
}
