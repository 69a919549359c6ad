import { formatBinary, type Range } from '@rhizotome/core';
import { words } from '../words/words.js';

/** Data that moves, as a figure. */
export function movedInWords({ least, most }: Range): string {
  if (most === 0) return words['parts.none']();
  if (least === most) return formatBinary(most);
  return least === 0
    ? words['parts.up'](formatBinary(most))
    : `${formatBinary(least)} – ${formatBinary(most)}`;
}
