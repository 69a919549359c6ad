import { inflateSync } from 'fflate';
import { decompress } from 'fzstd';
import { Block } from '../../bytes/index.js';

/** One cluster from a raw deflate stream (RFC 1951); bytes after its end are not looked at. `undefined`: damaged. */
export function inflateRaw(packed: Uint8Array, clusterBytes: number): Uint8Array | undefined {
  return whole(() => inflateSync(packed, { out: new Uint8Array(clusterBytes) }), clusterBytes);
}

/** One cluster from a zstd frame (RFC 8878 §3.1); bytes after its end are not looked at. `undefined`: damaged. */
export function unpackZstd(packed: Uint8Array, clusterBytes: number): Uint8Array | undefined {
  return whole(() => decompress(packed.subarray(0, zstdFrameBytes(new Block(packed)))), clusterBytes);
}

function whole(unpack: () => Uint8Array, clusterBytes: number): Uint8Array | undefined {
  try {
    const bytes = unpack();
    return bytes.length === clusterBytes ? bytes : undefined;
  } catch {
    return undefined;
  }
}

/** Length of the first frame, found by stepping over its blocks. @throws ReadFault where it is cut short. */
function zstdFrameBytes(block: Block): number {
  const descriptor = block.u8(4);
  const singleSegment = (descriptor & 0x20) !== 0;
  const sizeFlag = descriptor >> 6;
  const sizeBytes = sizeFlag === 0 ? (singleSegment ? 1 : 0) : 1 << sizeFlag;
  const dictionaryBytes = [0, 1, 2, 4][descriptor & 3]!;
  let at = 5 + (singleSegment ? 0 : 1) + dictionaryBytes + sizeBytes;
  for (;;) {
    const header = block.u16(at) | (block.u8(at + 2) << 16);
    const isRunLength = ((header >> 1) & 3) === 1;
    at += 3 + (isRunLength ? 1 : header >> 3);
    if (header & 1) break;
  }
  return at + (descriptor & 4 ? 4 : 0);
}
