import { sectors, type Sectors } from '../quantity/index.js';
import { endOf } from '../plan/index.js';

/** Sectors of the disk in a row. */
export interface Span {
  readonly start: Sectors;
  readonly length: Sectors;
}

/** Whether the spans share a sector. */
export function overlap(
  a: { readonly start: number; readonly length: number },
  b: { readonly start: number; readonly length: number },
): boolean {
  return a.start < endOf(b) && b.start < endOf(a);
}

/** The least span around both. */
export function hull(a: Span, b: Span): Span {
  const start = Math.min(a.start, b.start);
  return { start: sectors(start), length: sectors(Math.max(endOf(a), endOf(b)) - start) };
}
