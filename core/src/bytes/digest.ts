import { md5 as digest } from '@noble/hashes/legacy.js';
import { uuidOf, hexOf } from './block.js';

/** MD5 (RFC 1321), 16 bytes: only where an identifier is defined by it, never for safety. */
export function md5(bytes: Uint8Array): Uint8Array {
  return digest(bytes);
}

/** A UUID of version 3 (RFC 9562 §5.3) from any bytes: the same bytes give the same UUID. */
export function uuidFrom(bytes: Uint8Array): string {
  const hash = md5(bytes);
  hash[6] = (hash[6]! & 0x0f) | 0x30;
  hash[8] = (hash[8]! & 0x3f) | 0x80;
  return uuidOf(hexOf(hash));
}
