import { Block, type ByteSource } from '../../bytes/index.js';
import { told, unlessUnreadable, usedFacts, type Recognised } from '../reading.js';

const UFS1 = { at: 8192, magic: 0x00011954 } as const;
const UFS2 = { at: 65536, magic: 0x19540119 } as const;
const MAGIC_AT = 1372;

/** BSD UFS 1 and 2 (fs.h of the BSD kernels, struct fs). Free space from the summary in the superblock. */
export function probeUfs(source: ByteSource): Recognised | undefined {
  for (const { at, magic } of [UFS2, UFS1]) {
    const block = unlessUnreadable(() => Block.at(source, at, 1376));
    if (block?.u32(MAGIC_AT) !== magic) continue;
    const fragmentBytes = block.u32(52);
    const perBlock = block.u32(56);
    const is2 = magic === UFS2.magic;
    const fragments = is2 ? block.u64(1080) : block.u32(36);
    const dataFragments = is2 ? block.u64(1088) : block.u32(40);
    const freeBlocks = is2 ? block.u64(1016) : block.u32(196);
    const freeFragments = is2 ? block.u64(1032) : block.u32(204);
    const free = freeBlocks * perBlock + freeFragments;
    const id = [block.u32(144), block.u32(148)].map((n) => n.toString(16).padStart(8, '0')).join('');
    return {
      volume: {
        kind: 'ufs',
        variant: is2 ? 'UFS2' : 'UFS1',
        ...told('label', block.text(680, 32)),
        ...(/^0*$/.test(id) ? {} : { uuid: id }),
        blockBytes: block.u32(48),
        sizeBytes: fragments * fragmentBytes,
        ...usedFacts(Math.max(0, dataFragments - free) * fragmentBytes, 'counters'),
      },
    };
  }
  return undefined;
}
