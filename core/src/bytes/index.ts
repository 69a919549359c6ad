export { BitCounter, countBits, type BitCount, type BitOrder } from './bitmap.js';
export { Block, decodeUtf8, encodeUtf8, hexOf, ReadFault, uuidOf } from './block.js';
export { BoundedBytes } from './bounded.js';
export {
  ObservedBytes,
  SparseBytes,
  Window,
  type ByteSource,
  type ReadListener,
  type Stretch,
} from './byte-source.js';
export { CELL, cellFaultSays, patienceSeconds, type CellFault } from './cell.js';
export { crc32 } from './crc32.js';
export { md5, uuidFrom } from './digest.js';
export { decodeGuid, encodeGuid, isGuid, NIL_GUID, type Guid } from './guid.js';
export { joinBytes } from './join.js';
export { isPowerOfTwo } from './power-of-two.js';
export { readUint, readUint64, writeUint, writeUint64, type Field } from './little-endian.js';
