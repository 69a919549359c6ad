/**
 * A new id (UUID version 4, RFC 9562 §5.4). `crypto.randomUUID` is there on secure pages only, and this app is opened over
 * http from other computers too.
 */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  const hex = [...bytes].map((byte, i) => {
    const marked = i === 6 ? (byte & 0x0f) | 0x40 : i === 8 ? (byte & 0x3f) | 0x80 : byte;
    return marked.toString(16).padStart(2, '0');
  });
  return hex.join('').replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}
