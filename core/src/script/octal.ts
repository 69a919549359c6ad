/** Bytes as printf(1) of any shell writes them: three octal digits each, which need no quoting beyond `'`. */
export const octal = (bytes: Uint8Array): string =>
  [...bytes].map((byte) => `\\${byte.toString(8).padStart(3, '0')}`).join('');

export const hexOf = (bytes: Uint8Array): string =>
  [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
