import { formatBinary, type Range } from '@rhizotome/core';

/** Data that moves, as a figure. */
export function movedInWords({ least, most }: Range): string {
  if (most === 0) return 'none';
  if (least === most) return formatBinary(most);
  return least === 0 ? `up to ${formatBinary(most)}` : `${formatBinary(least)} – ${formatBinary(most)}`;
}
