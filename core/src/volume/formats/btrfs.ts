import { Block, type ByteSource } from '../../bytes/index.js';
import { told, type Recognised, type Volume } from '../reading.js';

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
      ...(devices === 1 ? ownUse(block.u64(120), block.u64(201 + 16)) : {}),
    },
  };
}

/** What is stored may be kept twice; the chunks given out for it are what must find room. */
function ownUse(usedBytes: number, allocatedBytes: number): Partial<Volume> {
  return {
    usedBytes,
    usedEvidence: 'counters',
    floor: { bytes: Math.max(usedBytes, allocatedBytes), evidence: 'counters' },
  };
}
