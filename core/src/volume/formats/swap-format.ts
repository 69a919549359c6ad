import { encodeUtf8, writeUint, type Stretch } from '../../bytes/index.js';
import { SWAP_HEADER, SWAP_SIGNATURE } from './swap.js';

const PAGE_BYTES = 4096;

/** The header of an empty swap volume, version 1. `uuid` in text form. `undefined` where it is too small: ten pages are the least. */
export function formatSwap(sizeBytes: number, label: string, uuid: string): Stretch[] | undefined {
  const pages = Math.floor(sizeBytes / PAGE_BYTES);
  if (pages < 10) return undefined;
  const page = new Uint8Array(PAGE_BYTES);
  writeUint(page, { at: SWAP_HEADER.at + SWAP_HEADER.version, size: 4 }, 1);
  writeUint(page, { at: SWAP_HEADER.at + SWAP_HEADER.lastPage, size: 4 }, Math.min(pages - 1, 0xffffffff));
  const hex = uuid.replaceAll('-', '');
  for (let i = 0; i < 16; i++)
    page[SWAP_HEADER.at + SWAP_HEADER.uuid + i] = parseInt(hex.slice(i * 2, i * 2 + 2), 16);
  page.set(encodeUtf8(label).subarray(0, SWAP_HEADER.labelBytes), SWAP_HEADER.at + SWAP_HEADER.label);
  page.set(encodeUtf8(SWAP_SIGNATURE), PAGE_BYTES - SWAP_SIGNATURE.length);
  return [{ offset: 0, bytes: page }];
}
