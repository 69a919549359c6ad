import type { Listing } from '../ability/index.js';
import type { RecognitionRow } from '../moment/index.js';
import { message, type Message, type Text } from '../words/index.js';

/** The heads of a sheet as one environment lists a disk. */
export const listedHeads = (listing: Listing): Message<'page.listed-heads'> =>
  message('page.listed-heads', { listing });

/** A line of it: what stands there, and last what is done with it. */
export function listedCells(listing: Listing, row: RecognitionRow): readonly Text[] {
  const place = row.order > 0 ? String(row.order) : '';
  const does = message(`sheet.${row.instruction}`);
  const held = [row.content, row.label, row.title === row.label ? '' : row.title];
  switch (listing) {
    case 'windows':
      return [place, windowsSize(row.binary), ...held, does];
    case 'macos':
      return [place, row.decimal, ...held, does];
    case 'linux':
      return [row.device, row.binary, row.decimal, ...held, does];
  }
}

/** Windows counts in 1024s and writes the units of thousands for it. */
const windowsSize = (binary: string): string => binary.replace('iB', 'B');
