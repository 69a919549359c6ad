import { BitCounter, Block, isPowerOfTwo, ReadFault, type ByteSource } from '../../../bytes/index.js';
import {
  checkReach,
  told,
  unlessUnreadable,
  usedFacts,
  type Recognised,
  type Volume,
} from '../../reading.js';
import { findInIndex } from './directory.js';
import { BOOT, SERIAL_BYTES, VOLUME_INFORMATION } from './layout.js';
import { ATTRIBUTE, attributesOf, piecesOf, readAttribute, unprotect, type Attribute } from './record.js';
import { message } from '../../../words/index.js';

/** Numbers of the files that every volume has. */
const FILE = { mft: 0, volume: 3, root: 5, bitmap: 6 } as const;
const DIRTY = 0x0001;

/** Geometry of a volume, from its boot sector. Sizes in bytes. */
interface Ntfs {
  readonly source: ByteSource;
  readonly clusterBytes: number;
  readonly clusters: number;
  readonly recordBytes: number;
  readonly indexBytes: number;
  readonly mftAt: number;
}

/**
 * NTFS: label and flags from file record 3, the cluster map from record 6, a sleeping system from the file that
 * Windows keeps its memory in. The last sector of the partition, a copy of the boot sector, is not part of the volume.
 */
export function probeNtfs(source: ByteSource): Recognised | undefined {
  const boot = Block.at(source, 0, 512);
  if (boot.latin(BOOT.system, 8) !== 'NTFS    ') return undefined;
  const sectorBytes = boot.u16(BOOT.sectorBytes);
  const clusterBytes = sectorBytes * sizeCode(boot.u8(BOOT.sectorsPerCluster));
  if (!isPowerOfTwo(sectorBytes, 256, 4096) || !isPowerOfTwo(clusterBytes, 256, 2 ** 21)) return undefined;
  const clusters = Math.floor((boot.u64(BOOT.sectors) * sectorBytes) / clusterBytes);
  const ntfs: Ntfs = {
    source,
    clusterBytes,
    clusters,
    recordBytes: recordSize(boot.i8(BOOT.recordSize), clusterBytes),
    indexBytes: recordSize(boot.i8(BOOT.indexSize), clusterBytes),
    mftAt: boot.u64(BOOT.mftCluster) * clusterBytes,
  };
  const serial = [...boot.bytes.subarray(BOOT.serial, BOOT.serial + SERIAL_BYTES)].reverse();
  return {
    volume: {
      kind: 'ntfs',
      uuid: serial
        .map((b) => b.toString(16).padStart(2, '0'))
        .join('')
        .toUpperCase(),
      blockBytes: clusterBytes,
      sizeBytes: clusters * clusterBytes,
    },
    measure: () => measure(ntfs),
  };
}

/** Above 0x80 the byte is a negative power of two. */
function sizeCode(byte: number): number {
  return byte > 0x80 ? 2 ** (256 - byte) : byte;
}

function recordSize(code: number, clusterBytes: number): number {
  const size = code > 0 ? code * clusterBytes : 2 ** -code;
  if (!isPowerOfTwo(size, 256, 2 ** 16)) throw new ReadFault(message('read.record-size', { bytes: size }));
  return size;
}

function measure(ntfs: Ntfs): Partial<Volume> {
  checkReach(ntfs.source, ntfs.clusters * ntfs.clusterBytes);
  const map = attribute(recordNumber(ntfs, FILE.bitmap), ATTRIBUTE.data);
  const counter = new BitCounter(ntfs.clusters);
  for (const piece of piecesOf(map, ntfs.source, ntfs.clusterBytes)) {
    counter.add(piece);
    if (counter.full) break;
  }
  if (!counter.full) throw new ReadFault(message('read.cluster-map-short'));
  const { ones, last } = counter.count();
  return {
    ...labelAndState(ntfs),
    ...usedFacts(ones * ntfs.clusterBytes, 'bitmap'),
    ...(last >= 0 ? { lastUsedByte: (last + 1) * ntfs.clusterBytes - 1 } : {}),
    ...told('hibernated', unlessUnreadable(() => isHibernated(ntfs)) || undefined),
  };
}

function labelAndState(ntfs: Ntfs): Partial<Volume> {
  const attributes = attributesOf(recordNumber(ntfs, FILE.volume));
  const name = attributes.find((a) => a.type === ATTRIBUTE.volumeName);
  const information = attributes.find((a) => a.type === ATTRIBUTE.volumeInformation);
  const label = name?.resident ? name.value.utf16(0, Math.floor(name.value.length / 2)) : undefined;
  const dirty = information?.resident
    ? (information.value.u16(VOLUME_INFORMATION.flags) & DIRTY) !== 0
    : false;
  return { ...told('label', label), ...(dirty ? { dirty } : {}) };
}

/** Records of the first sixteen lie in the first run of the table; others are found through its own runs. */
function recordNumber(ntfs: Ntfs, number: number): Block {
  const { source, recordBytes, mftAt, clusterBytes } = ntfs;
  const offset = number * recordBytes;
  const direct = number < 16;
  const raw = direct
    ? Block.at(source, mftAt + offset, recordBytes)
    : readAttribute(
        attribute(recordNumber(ntfs, FILE.mft), ATTRIBUTE.data),
        source,
        clusterBytes,
        offset,
        recordBytes,
      );
  return unprotect(raw.bytes, 'FILE');
}

function attribute(record: Block, type: number): Attribute {
  const found = attributesOf(record).find((a) => a.type === type);
  if (!found) throw new ReadFault(message('read.no-attribute'));
  return found;
}

const SLEEPING = ['hibr', 'HIBR'];

/** The memory file begins with one of two marks while a system sleeps, or lies in a fast startup. */
function isHibernated(ntfs: Ntfs): boolean {
  const { source, clusterBytes, indexBytes } = ntfs;
  const attributes = attributesOf(recordNumber(ntfs, FILE.root));
  const number = findInIndex(attributes, 'HIBERFIL.SYS', (allocation, vcn) =>
    unprotect(
      readAttribute(allocation, source, clusterBytes, vcn * vcnBytes(ntfs), indexBytes).bytes,
      'INDX',
    ),
  );
  if (number === undefined) return false;
  const data = attribute(recordNumber(ntfs, number), ATTRIBUTE.data);
  const size = data.resident ? data.value.length : data.sizeBytes;
  return size >= 4 && SLEEPING.includes(readAttribute(data, source, clusterBytes, 0, 4).latin(0, 4));
}

/** Index blocks smaller than a cluster are counted in sectors of 512. */
function vcnBytes({ indexBytes, clusterBytes }: Ntfs): number {
  return indexBytes < clusterBytes ? 512 : clusterBytes;
}
