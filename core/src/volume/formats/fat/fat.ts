import { Block, type ByteSource } from '../../../bytes/index.js';
import { told, unlessUnreadable, usedFacts, type Recognised, type Volume } from '../../reading.js';
import { fatEntries, labelIn } from './directory.js';
import { endMark, fatEntry, fatGeometry, readDirectory, type FatGeometry } from './geometry.js';
import { BPB } from './layout.js';

/** FAT12, FAT16 and FAT32: used clusters from the first FAT, the label from the root directory, the loaders below EFI. */
export function probeFat(source: ByteSource): Recognised | undefined {
  const boot = Block.at(source, 0, 512);
  const jump = boot.u8(0);
  if (boot.u16(BPB.signature) !== 0xaa55 || (jump !== 0xeb && jump !== 0xe9)) return undefined;
  const fat = fatGeometry(boot);
  if (!fat) return undefined;
  return {
    volume: {
      kind: 'fat',
      variant: `FAT${fat.bits}`,
      ...told('label', bootLabel(boot, fat.bits)),
      uuid: serial(boot.u32(fat.bits === 32 ? BPB.serial32 : BPB.serial16)),
      blockBytes: fat.clusterBytes,
      sizeBytes: fat.sizeBytes,
    },
    measure: () => measure(source, boot, fat),
  };
}

/** `0AAF-6B49` */
export function serial(value: number): string {
  const hex = value.toString(16).toUpperCase().padStart(8, '0');
  return `${hex.slice(0, 4)}-${hex.slice(4)}`;
}

function bootLabel(boot: Block, bits: FatGeometry['bits']): string | undefined {
  const label = boot.latin(bits === 32 ? BPB.label32 : BPB.label16, 11).trimEnd();
  return label === 'NO NAME' || /[^\x20-\xff]/.test(label) ? undefined : label;
}

function measure(source: ByteSource, boot: Block, fat: FatGeometry): Partial<Volume> {
  const { used, last, dirty } = countUsed(source, fat);
  const root = unlessUnreadable(() => readDirectory(source, fat, 0));
  return {
    ...told('label', root && labelIn(root)),
    ...usedFacts(used * fat.clusterBytes, 'bitmap'),
    floor: { bytes: fat.dataAt + used * fat.clusterBytes, evidence: 'bitmap' },
    ...(last >= 2 ? { lastUsedByte: fat.dataAt + (last - 1) * fat.clusterBytes - 1 } : {}),
    ...(dirty || (fat.bits === 32 && boot.u8(BPB.state32) & 1) ? { dirty: true } : {}),
    ...told('contents', root && loadersIn(source, fat, root)),
  };
}

const CHUNK_BYTES = 768 * 1024;

/** Used and last used cluster (numbered from 2). Bad clusters are not used. The second entry's upper bits tell a clean end. */
function countUsed(source: ByteSource, fat: FatGeometry): { used: number; last: number; dirty: boolean } {
  const bad = endMark(fat.bits) - 1;
  const perChunk = (CHUNK_BYTES * 8) / fat.bits;
  let used = 0;
  let last = -1;
  let dirty = false;
  for (let first = 0; first < fat.clusters + 2; first += perChunk) {
    const count = Math.min(perChunk, fat.clusters + 2 - first);
    const at = (first * fat.bits) / 8;
    const length = Math.min(fat.fatBytes - at, Math.ceil((count * fat.bits) / 8) + 1);
    const piece = Block.at(source, fat.fatAt + at, length);
    if (first === 0) dirty = isDirty(fatEntry(piece, fat.bits, 1), fat.bits);
    const entries = fat.bits === 32 ? wordsIn(piece.bytes, count) : undefined;
    for (let i = first === 0 ? 2 : 0; i < count; i++) {
      const entry = entries ? entries[i]! & 0x0fffffff : fatEntry(piece, fat.bits, i);
      if (entry === 0 || entry === bad) continue;
      used += 1;
      last = first + i;
    }
  }
  return { used, last, dirty };
}

/** Entries of four bytes as one array; copied where the bytes do not lie so that they can be read by words. */
function wordsIn(bytes: Uint8Array, count: number): Uint32Array {
  const aligned = bytes.byteOffset % 4 === 0 ? bytes : Uint8Array.from(bytes);
  return new Uint32Array(aligned.buffer, aligned.byteOffset, count);
}

function isDirty(second: number, bits: FatGeometry['bits']): boolean {
  if (bits === 12) return false;
  return (second & (bits === 32 ? 0x08000000 : 0x8000)) === 0;
}

const MOST_LOADERS = 32;

function loadersIn(source: ByteSource, fat: FatGeometry, root: Block): Volume['contents'] {
  const efi = fatEntries(root).find((e) => e.isDirectory && e.name.toUpperCase() === 'EFI');
  const directory = efi && unlessUnreadable(() => readDirectory(source, fat, efi.cluster));
  if (!directory) return undefined;
  const loaders = fatEntries(directory)
    .filter((e) => e.isDirectory && !/^\.+$/.test(e.name))
    .map((e) => e.name);
  return { loaders: loaders.slice(0, MOST_LOADERS) };
}
