export { SparseBytes, type ByteSource } from './byte-source.js';
export { crc32 } from './crc32.js';
export { decodeGuid, encodeGuid, isGuid, NIL_GUID, type Guid } from './guid.js';
export { readUint, readUint64, writeUint, writeUint64, type Field } from './little-endian.js';
