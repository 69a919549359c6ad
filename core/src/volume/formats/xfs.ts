import { Block, type ByteSource } from '../../bytes/index.js';
import { told, type Recognised } from '../reading.js';

/** XFS Algorithms & Data Structures, "Superblocks", big-endian. Offsets in bytes. */
const SUPERBLOCK = {
  magic: 0,
  blockBytes: 4,
  dataBlocks: 8,
  uuid: 32,
  label: 108,
  freeDataBlocks: 144,
} as const;
const MAGIC = 'XFSB';
const LABEL_BYTES = 12;

/** XFS: the first superblock. It cannot shrink, so it has no floor below its size. */
export function probeXfs(source: ByteSource): Recognised | undefined {
  const block = Block.at(source, 0, 512);
  if (block.latin(SUPERBLOCK.magic, MAGIC.length) !== MAGIC) return undefined;
  const blockBytes = block.u32be(SUPERBLOCK.blockBytes);
  if (blockBytes < 512 || blockBytes > 65536) return undefined;
  const blocks = block.u64be(SUPERBLOCK.dataBlocks);
  const sizeBytes = blocks * blockBytes;
  return {
    volume: {
      kind: 'xfs',
      ...told('label', block.text(SUPERBLOCK.label, LABEL_BYTES)),
      uuid: block.uuid(SUPERBLOCK.uuid),
      blockBytes,
      sizeBytes,
      usedBytes: (blocks - Math.min(blocks, block.u64be(SUPERBLOCK.freeDataBlocks))) * blockBytes,
      usedEvidence: 'counters',
      floor: { bytes: sizeBytes, evidence: 'counters' },
    },
  };
}
