import { Block, countBits, ReadFault } from '../../../bytes/index.js';
import { checkReach } from '../../reading.js';
import { GROUP_FLAG, groupsOf, hasSuperblock, RO_COMPAT, type Ext, type Group } from './superblock.js';
import { message } from '../../../words/index.js';

/** 128 TiB at the usual 128 MiB a group. */
const MOST_GROUPS = 2 ** 20;

/** Free blocks by the descriptors' sum, and the last block in use. @throws ReadFault */
export function usageOf(ext: Ext): { readonly freeBlocks: number; readonly lastUsedBlock: number } {
  checkReach(ext.source, ext.blocks * ext.blockBytes);
  if (ext.groups > MOST_GROUPS) throw new ReadFault(message('read.too-many-groups'));
  const groups = [...groupsOf(ext)];
  const freeBlocks = groups.reduce((sum, group) => sum + group.free, 0) * ext.clusterBlocks;
  for (let i = groups.length - 1; i >= 0; i--) {
    const last = lastUsedIn(ext, groups[i]!, i);
    if (last !== undefined) return { freeBlocks, lastUsedBlock: last };
  }
  throw new ReadFault(message('read.nothing-used'));
}

/** Maps are read from the end only until one has a used block; an empty group's map is not read at all. */
function lastUsedIn(ext: Ext, group: Group, index: number): number | undefined {
  const first = ext.firstDataBlock + index * ext.blocksPerGroup;
  const blocks = Math.min(ext.blocksPerGroup, ext.blocks - first);
  const clusters = Math.ceil(blocks / ext.clusterBlocks);
  if (group.free >= clusters) return undefined;
  const checksummed = (ext.roCompat & (RO_COMPAT.groupChecksums | RO_COMPAT.metadataChecksums)) !== 0;
  if (checksummed && group.flags & GROUP_FLAG.blockMapNotMade) return lastOwnBlock(ext, group, index);
  if (group.blockBitmap < ext.firstDataBlock || group.blockBitmap >= ext.blocks)
    throw new ReadFault(message('read.group-map-outside', { group: index }));
  const map = Block.at(ext.source, group.blockBitmap * ext.blockBytes, Math.ceil(clusters / 8));
  const { last } = countBits(map.bytes, clusters);
  return last < 0 ? undefined : Math.min(first + blocks, first + (last + 1) * ext.clusterBlocks) - 1;
}

/** A group whose map was never made holds only what the format itself puts there. */
function lastOwnBlock(ext: Ext, group: Group, index: number): number | undefined {
  const first = ext.firstDataBlock + index * ext.blocksPerGroup;
  const end = Math.min(first + ext.blocksPerGroup, ext.blocks);
  const tableBlocks = Math.ceil((ext.inodesPerGroup * ext.inodeBytes) / ext.blockBytes);
  const perBlock = Math.floor(ext.blockBytes / ext.descriptorBytes);
  const descriptors =
    ext.firstMetaGroup === Infinity ? Math.ceil(ext.groups / perBlock) + ext.reservedGdtBlocks : 1;
  const own = [group.blockBitmap, group.inodeBitmap, group.inodeTable + tableBlocks - 1].filter(
    (block) => block >= first && block < end,
  );
  if (hasSuperblock(ext, index)) own.push(Math.min(end - 1, first + descriptors));
  return own.length === 0 ? undefined : Math.max(...own);
}
