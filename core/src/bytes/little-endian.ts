/** One field of an on-disk structure: byte offset from the structure's start, and size in bytes. */
export interface Field {
  readonly at: number;
  readonly size: number;
}

function viewOf(data: Uint8Array): DataView {
  return new DataView(data.buffer, data.byteOffset, data.byteLength);
}

/** Unsigned little-endian number of 1, 2 or 4 bytes. */
export function readUint(data: Uint8Array, field: Field): number {
  const view = viewOf(data);
  if (field.size === 1) return view.getUint8(field.at);
  return field.size === 2 ? view.getUint16(field.at, true) : view.getUint32(field.at, true);
}

/** Writes an unsigned little-endian number of 1, 2 or 4 bytes. */
export function writeUint(data: Uint8Array, field: Field, value: number): void {
  const view = viewOf(data);
  if (field.size === 1) view.setUint8(field.at, value);
  else if (field.size === 2) view.setUint16(field.at, value, true);
  else view.setUint32(field.at, value, true);
}

/** Unsigned little-endian number of 8 bytes, exact. */
export function readUint64(data: Uint8Array, field: Field): bigint {
  return viewOf(data).getBigUint64(field.at, true);
}

/** Writes an unsigned little-endian number of 8 bytes. */
export function writeUint64(data: Uint8Array, field: Field, value: bigint): void {
  viewOf(data).setBigUint64(field.at, value, true);
}
