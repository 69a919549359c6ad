import { Block, type ByteSource } from '../../bytes/index.js';
import type { Recognised } from '../reading.js';
import { message } from '../../words/index.js';
import { unreadAs } from '../unread.js';

/** The container's superblock (nx_superblock_t of its published reference), little-endian. Offsets in bytes. */
const SUPERBLOCK = { magic: 32, blockBytes: 36, blocks: 40, uuid: 72 } as const;
const MAGIC = 'NXSB';

/** APFS: a container. Space is shared by its volumes; its use is told by macOS only. */
export function probeApfs(source: ByteSource): Recognised | undefined {
  const block = Block.at(source, 0, 512);
  if (block.latin(SUPERBLOCK.magic, MAGIC.length) !== MAGIC) return undefined;
  const blockBytes = block.u32(SUPERBLOCK.blockBytes);
  if (blockBytes < 4096 || blockBytes > 65536) return undefined;
  return {
    volume: {
      kind: 'apfs',
      uuid: block.uuid(SUPERBLOCK.uuid),
      blockBytes,
      sizeBytes: block.u64(SUPERBLOCK.blocks) * blockBytes,
      unread: [unreadAs(message('read.apfs-used'))],
    },
  };
}
