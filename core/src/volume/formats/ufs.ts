import { Block, type ByteSource } from '../../bytes/index.js';
import { told, unlessUnreadable, usedFacts, type Recognised } from '../reading.js';

const UFS1 = { at: 8192, magic: 0x00011954 } as const;
const UFS2 = { at: 65536, magic: 0x19540119 } as const;

/** The superblock (fs.h of the BSD kernels, struct fs). Of two fields that say the same, `1` is of UFS1, `2` of UFS2. */
const FS = {
  fragments1: 36,
  dataFragments1: 40,
  blockBytes: 48,
  fragmentBytes: 52,
  fragmentsPerBlock: 56,
  id: 144,
  freeBlocks1: 196,
  freeFragments1: 204,
  label: 680,
  freeBlocks2: 1016,
  freeFragments2: 1032,
  fragments2: 1080,
  dataFragments2: 1088,
  magic: 1372,
} as const;
const SUPERBLOCK_BYTES = 1376;

/** BSD UFS 1 and 2. Free space from the summary in the superblock. */
export function probeUfs(source: ByteSource): Recognised | undefined {
  for (const { at, magic } of [UFS2, UFS1]) {
    const block = unlessUnreadable(() => Block.at(source, at, SUPERBLOCK_BYTES));
    if (block?.u32(FS.magic) !== magic) continue;
    const fragmentBytes = block.u32(FS.fragmentBytes);
    const perBlock = block.u32(FS.fragmentsPerBlock);
    const is2 = magic === UFS2.magic;
    const fragments = is2 ? block.u64(FS.fragments2) : block.u32(FS.fragments1);
    const dataFragments = is2 ? block.u64(FS.dataFragments2) : block.u32(FS.dataFragments1);
    const freeBlocks = is2 ? block.u64(FS.freeBlocks2) : block.u32(FS.freeBlocks1);
    const freeFragments = is2 ? block.u64(FS.freeFragments2) : block.u32(FS.freeFragments1);
    const free = freeBlocks * perBlock + freeFragments;
    const id = [FS.id, FS.id + 4].map((at) => block.u32(at).toString(16).padStart(8, '0')).join('');
    return {
      volume: {
        kind: 'ufs',
        variant: is2 ? 'UFS2' : 'UFS1',
        ...told('label', block.text(FS.label, 32)),
        ...(/^0*$/.test(id) ? {} : { uuid: id }),
        blockBytes: block.u32(FS.blockBytes),
        sizeBytes: fragments * fragmentBytes,
        ...usedFacts(Math.max(0, dataFragments - free) * fragmentBytes, 'counters'),
      },
    };
  }
  return undefined;
}
