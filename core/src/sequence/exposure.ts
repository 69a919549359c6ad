import { sectors, type Sectors } from '../quantity/index.js';
import type { Span } from '../layout/index.js';
import type { Copy, Exposure } from './step.js';

/** How a span is copied to another place, without writing over what was not copied yet. */
export function copyOf(before: Span, after: Span): Copy {
  return {
    from: before.start,
    to: after.start,
    sectors: before.length,
    direction: after.start < before.start ? 'forward' : 'backward',
  };
}

/** The longest piece that can be copied at once: a longer one would write over its own unread rest. */
export function pieceOf({ from, to, sectors: length }: Copy): Sectors {
  return sectors(Math.min(length, Math.abs(to - from)));
}

/**
 * While a copy runs the table still names the old place. That is whole until the copy begins to write into it: after as
 * many sectors as the distance it travels. A copy to a place apart never does.
 */
export function exposureOfCopy(copy: Copy, what: string): Exposure | null {
  const distance = Math.abs(copy.to - copy.from);
  if (distance >= copy.sectors) return null;
  return { what: [what], when: { from: sectors(distance), of: copy.sectors } };
}

/** A file system that is being changed cannot be relied on until that is done. */
export function exposureOfChange(what: string, written: number): Exposure {
  return { what: [what], when: { from: sectors(0), of: sectors(Math.max(1, Math.ceil(written))) } };
}
