import { Block, type ByteSource } from '../../bytes/index.js';
import type { Recognised } from '../reading.js';
import { message } from '../../words/index.js';
import { unreadAs } from '../unread.js';

/** APFS container superblock (Apple File System Reference, nx_superblock_t). Space is shared by its volumes; its use is told by macOS only. */
export function probeApfs(source: ByteSource): Recognised | undefined {
  const block = Block.at(source, 0, 512);
  if (block.latin(32, 4) !== 'NXSB') return undefined;
  const blockBytes = block.u32(36);
  if (blockBytes < 4096 || blockBytes > 65536) return undefined;
  return {
    volume: {
      kind: 'apfs',
      uuid: block.uuid(72),
      blockBytes,
      sizeBytes: block.u64(40) * blockBytes,
      unread: [unreadAs(message('read.apfs-used'))],
    },
  };
}
