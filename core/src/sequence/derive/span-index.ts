import type { Span } from '../../layout/index.js';
import { endOf } from '../../plan/index.js';

/** Things that claim spans, to be asked which of them overlap another: the disk's order narrows down who can. */
export class SpanIndex<T> {
  private readonly entries: readonly Entry<T>[];
  /** How far those up to and with each reach. */
  private readonly reach: readonly number[];

  /** @param spanOf `null`: it claims nothing. */
  constructor(things: readonly T[], spanOf: (thing: T) => Span | null) {
    this.entries = things
      .flatMap((thing, at): Entry<T>[] => {
        const span = spanOf(thing);
        return span ? [{ thing, at, span }] : [];
      })
      .sort((a, b) => a.span.start - b.span.start);
    let furthest = 0;
    this.reach = this.entries.map(({ span }) => (furthest = Math.max(furthest, endOf(span))));
  }

  /** Those whose spans overlap it, in the order in which they were given. */
  overlapping(span: Span): readonly T[] {
    const found: Entry<T>[] = [];
    for (let i = this.firstBehind(endOf(span)) - 1; i >= 0 && this.reach[i]! > span.start; i--)
      if (endOf(this.entries[i]!.span) > span.start) found.push(this.entries[i]!);
    return found.sort((a, b) => a.at - b.at).map(({ thing }) => thing);
  }

  private firstBehind(sector: number): number {
    let [low, high] = [0, this.entries.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.entries[middle]!.span.start < sector) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}

interface Entry<T> {
  readonly thing: T;
  readonly at: number;
  readonly span: Span;
}
