import { deflateSync, inflateSync } from 'fflate';
import { decodeUtf8, encodeUtf8, readUint, writeUint } from '../bytes/index.js';
import { PACKED_WORDS_1 } from './packed-words.js';

/** Stands in front of what was packed with the first list of words; behind it the length of the text. */
const VERSION = 1;
const LENGTH = { at: 1, size: 4 } as const;
const HEADER_BYTES = 5;
const MOST_BYTES = 16 * 1024 ** 2;
const dictionary = encodeUtf8(PACKED_WORDS_1);

/**
 * A text as it is kept when it is seldom read any more.
 * @throws RangeError for a text of more than 16 MiB
 */
export function packText(text: string): Uint8Array {
  const bytes = encodeUtf8(text);
  if (bytes.length > MOST_BYTES) throw new RangeError('A text of more than 16 MiB is not packed.');
  const packed = deflateSync(bytes, { level: 9, dictionary });
  const kept = new Uint8Array(HEADER_BYTES + packed.length);
  kept[0] = VERSION;
  writeUint(kept, LENGTH, bytes.length);
  kept.set(packed, HEADER_BYTES);
  return kept;
}

/** A text that is kept, packed or not. What cannot be unpacked is an empty text, which no reader takes for a document. */
export function unpackedText(kept: string | Uint8Array): string {
  if (typeof kept === 'string') return kept;
  if (kept[0] !== VERSION || kept.length < HEADER_BYTES) return '';
  try {
    const length = readUint(kept, LENGTH);
    if (length > MOST_BYTES) return '';
    const text = inflateSync(kept.subarray(HEADER_BYTES), { dictionary, out: new Uint8Array(length) });
    return text.length === length ? decodeUtf8(text) : '';
  } catch {
    return '';
  }
}
