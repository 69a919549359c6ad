import { Block, type ByteSource } from '../../bytes/index.js';
import { told, usedFacts, type Recognised } from '../reading.js';

const SUPERBLOCK_AT = 65536;

/** btrfs: the primary superblock (btrfs on-disk format, "Superblock"). Size and use are those of this device. */
export function probeBtrfs(source: ByteSource): Recognised | undefined {
  const block = Block.at(source, SUPERBLOCK_AT, 4096);
  if (block.latin(64, 8) !== '_BHRfS_M') return undefined;
  const devices = block.u64(136);
  const sizeBytes = block.u64(201 + 8);
  return {
    volume: {
      kind: 'btrfs',
      ...(devices > 1 ? { variant: `one of ${devices} devices` } : {}),
      ...told('label', block.text(299, 256)),
      uuid: block.uuid(32),
      blockBytes: block.u32(144),
      sizeBytes,
      ...(devices === 1 ? usedFacts(block.u64(120), 'counters') : {}),
    },
  };
}
