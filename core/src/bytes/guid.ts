/** A GUID as lower-case text: `c12a7328-f81f-11d2-ba4b-00a0c93ec93b`. */
export type Guid = string;

/** Type of an unused GPT entry (UEFI 2.10 table 5.7). */
export const NIL_GUID: Guid = '00000000-0000-0000-0000-000000000000';
const TEXT_FORM = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/;

/** Text position of each byte on disk: the first three fields are little-endian (UEFI 2.10 appendix A). */
const BYTE_ORDER = [3, 2, 1, 0, 5, 4, 7, 6, 8, 9, 10, 11, 12, 13, 14, 15] as const;

/** Whether the text is a GUID in lower-case text form. */
export function isGuid(text: string): boolean {
  return TEXT_FORM.test(text);
}

/** The GUID in the 16 bytes at `at`. */
export function decodeGuid(data: Uint8Array, at: number): Guid {
  const hex = BYTE_ORDER.map((i) => data[at + i]!.toString(16).padStart(2, '0')).join('');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20)].join('-');
}

/** @throws RangeError unless `guid` is in lower-case text form. */
export function encodeGuid(guid: Guid, data: Uint8Array, at: number): void {
  if (!isGuid(guid)) throw new RangeError(`Not a GUID in lower-case text form: ${guid}`);
  const hex = guid.replaceAll('-', '');
  BYTE_ORDER.forEach((position, i) => {
    data[at + i] = parseInt(hex.slice(position * 2, position * 2 + 2), 16);
  });
}
