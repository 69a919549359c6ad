import { Block, type ByteSource } from '../../bytes/index.js';
import { told, type Recognised } from '../reading.js';

/** XFS: the first superblock (XFS Algorithms & Data Structures, "Superblocks"), big-endian. It cannot shrink, so it has no floor below its size. */
export function probeXfs(source: ByteSource): Recognised | undefined {
  const block = Block.at(source, 0, 512);
  if (block.latin(0, 4) !== 'XFSB') return undefined;
  const blockBytes = block.u32be(4);
  if (blockBytes < 512 || blockBytes > 65536) return undefined;
  const blocks = block.u64be(8);
  const sizeBytes = blocks * blockBytes;
  return {
    volume: {
      kind: 'xfs',
      ...told('label', block.text(108, 12)),
      uuid: block.uuid(32),
      blockBytes,
      sizeBytes,
      usedBytes: (blocks - Math.min(blocks, block.u64be(144))) * blockBytes,
      usedEvidence: 'counters',
      floor: { bytes: sizeBytes, evidence: 'counters' },
    },
  };
}
