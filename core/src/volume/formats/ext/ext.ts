import type { ByteSource } from '../../../bytes/index.js';
import { told, unlessUnreadable, usedFacts, type Recognised, type Volume } from '../../reading.js';
import { readTextFile } from './files.js';
import { readSuperblock, type Ext } from './superblock.js';
import { usageOf } from './usage.js';

/** ext2, ext3 and ext4 (ext4 on-disk format): counters, the last block in use, and two files of a root. */
export function probeExt(source: ByteSource): Recognised | undefined {
  const ext = readSuperblock(source);
  if (!ext) return undefined;
  return {
    volume: {
      kind: ext.kind,
      ...told('label', ext.label),
      uuid: ext.uuid,
      blockBytes: ext.blockBytes,
      sizeBytes: ext.blocks * ext.blockBytes,
      ...usedFacts((ext.blocks - ext.freeBlocks) * ext.blockBytes, 'counters'),
      ...(ext.dirty ? { dirty: true } : {}),
    },
    measure: () => measure(ext),
  };
}

/** After an unclean end the superblock's count is old; of two counts the larger use is the safe one. */
function measure(ext: Ext): Partial<Volume> {
  const { freeBlocks, lastUsedBlock } = usageOf(ext);
  const used = (ext.blocks - Math.min(freeBlocks, ext.freeBlocks)) * ext.blockBytes;
  return {
    ...usedFacts(used, 'counters'),
    lastUsedByte: (lastUsedBlock + 1) * ext.blockBytes - 1,
    ...told('contents', contentsOf(ext)),
  };
}

function contentsOf(ext: Ext): Volume['contents'] | undefined {
  const fstab = unlessUnreadable(() => readTextFile(ext, 'etc/fstab'));
  const crypttab = unlessUnreadable(() => readTextFile(ext, 'etc/crypttab'));
  const release = unlessUnreadable(() => readTextFile(ext, 'etc/os-release'));
  const systemName = release && nameIn(release);
  if (!fstab && !crypttab && !systemName) return undefined;
  return { ...told('fstab', fstab), ...told('crypttab', crypttab), ...told('systemName', systemName) };
}

/** `PRETTY_NAME`, or `NAME`, unquoted (os-release(5)). */
function nameIn(release: string): string | undefined {
  for (const key of ['PRETTY_NAME', 'NAME']) {
    const value = new RegExp(`^${key}=(.*)$`, 'm').exec(release)?.[1]?.trim();
    if (value) return value.replace(/^(["'])(.*)\1$/, '$2').slice(0, 80);
  }
  return undefined;
}
