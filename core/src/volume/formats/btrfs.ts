import { Block, type ByteSource } from '../../bytes/index.js';
import { told, type Recognised, type Volume } from '../reading.js';

/** btrfs on-disk format, "Superblock": the primary one, little-endian. Offsets in bytes. */
const SUPERBLOCK_AT = 65536;
const SUPERBLOCK_BYTES = 4096;
const MAGIC = '_BHRfS_M';
const LABEL_BYTES = 256;
const SUPERBLOCK = {
  fsid: 32,
  magic: 64,
  bytesUsed: 120,
  devices: 136,
  sectorBytes: 144,
  /** The item of the device that this superblock lies on. */
  device: 201,
  label: 299,
} as const;
/** "Device item". */
const DEVICE = { totalBytes: 8, bytesUsed: 16 } as const;

/** btrfs: the primary superblock (btrfs on-disk format, "Superblock"). Size and use are those of this device. */
export function probeBtrfs(source: ByteSource): Recognised | undefined {
  const block = Block.at(source, SUPERBLOCK_AT, SUPERBLOCK_BYTES);
  if (block.latin(SUPERBLOCK.magic, MAGIC.length) !== MAGIC) return undefined;
  const devices = block.u64(SUPERBLOCK.devices);
  const sizeBytes = block.u64(SUPERBLOCK.device + DEVICE.totalBytes);
  return {
    volume: {
      kind: 'btrfs',
      ...(devices > 1 ? { variant: `one of ${devices} devices` } : {}),
      ...told('label', block.text(SUPERBLOCK.label, LABEL_BYTES)),
      uuid: block.uuid(SUPERBLOCK.fsid),
      blockBytes: block.u32(SUPERBLOCK.sectorBytes),
      sizeBytes,
      ...(devices === 1
        ? ownUse(block.u64(SUPERBLOCK.bytesUsed), block.u64(SUPERBLOCK.device + DEVICE.bytesUsed))
        : {}),
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
