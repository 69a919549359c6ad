/** A stretch of sectors that hold the sectors `[at, at + length)` of one thing. */
export interface Run {
  readonly start: number;
  readonly length: number;
  /** What it holds; `null` for nothing that anybody named. */
  readonly of: string | null;
  readonly at: number;
}

/**
 * A disk of which every sector has an identity: whose it is, and which of its sectors. Stretches of neighbours are kept
 * as one run, so that a copy costs as much as there are runs in it, not as there are sectors.
 */
export class ModelDisk {
  /** In disk order; they tile the disk. */
  private runs: Run[];

  constructor(readonly sizeSectors: number) {
    this.runs = [{ start: 0, length: sizeSectors, of: null, at: 0 }];
  }

  /** Gives the sectors `[start, start + length)` the identities `[at, at + length)` of one thing, or none. */
  put(start: number, length: number, of: string | null, at = 0): void {
    if (length > 0) this.replace(start, length, [{ start, length, of, at: of === null ? 0 : at }]);
  }

  /** Copies sectors at once: all are read before the first is written. */
  copy(from: number, to: number, length: number): void {
    if (length <= 0) return;
    const moved = this.within(from, length).map((run) => ({ ...run, start: run.start - from + to }));
    this.replace(to, length, moved);
  }

  /** Whether the sectors from `start` on are the first `length` ones of a thing, in their order. */
  holds(of: string, start: number, length: number): boolean {
    return this.within(start, length).every((run) => run.of === of && run.at === run.start - start);
  }

  /** Whether each of the first `length` sectors of a thing is somewhere. */
  has(of: string, length: number): boolean {
    const pieces = this.runs.filter((run) => run.of === of).sort((a, b) => a.at - b.at);
    let reached = 0;
    for (const piece of pieces) {
      if (piece.at > reached) break;
      reached = Math.max(reached, piece.at + piece.length);
    }
    return reached >= length;
  }

  /** The identity of one sector, for comparison. */
  sector(n: number): readonly [of: string | null, at: number] {
    const run = this.runs[this.indexAt(n)]!;
    return [run.of, run.of === null ? 0 : run.at + n - run.start];
  }

  /** The runs of a stretch, cut at its ends. */
  private within(start: number, length: number): Run[] {
    const end = start + length;
    const found: Run[] = [];
    for (let i = this.indexAt(start); i < this.runs.length && this.runs[i]!.start < end; i++) {
      const run = this.runs[i]!;
      const from = Math.max(run.start, start);
      const to = Math.min(run.start + run.length, end);
      found.push({
        ...run,
        start: from,
        length: to - from,
        at: run.of === null ? 0 : run.at + from - run.start,
      });
    }
    return found;
  }

  private replace(start: number, length: number, by: readonly Run[]): void {
    const end = start + length;
    if (start < 0 || end > this.sizeSectors)
      throw new RangeError(`Sectors ${start} to ${end} are not on a disk of ${this.sizeSectors}`);
    const first = this.indexAt(start);
    let last = first;
    while (last < this.runs.length && this.runs[last]!.start < end) last += 1;
    const head = this.runs[first]!;
    const tail = this.runs[last - 1]!;
    const before = head.start < start ? [{ ...head, length: start - head.start }] : [];
    const cut = end - tail.start;
    const behind =
      cut < tail.length
        ? [{ ...tail, start: end, length: tail.length - cut, at: tail.of === null ? 0 : tail.at + cut }]
        : [];
    this.runs.splice(first, last - first, ...joined([...before, ...by, ...behind]));
  }

  /** Index of the run that holds a sector. */
  private indexAt(sector: number): number {
    let low = 0;
    let high = this.runs.length - 1;
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (this.runs[middle]!.start <= sector) low = middle;
      else high = middle - 1;
    }
    return low;
  }
}

/** Neighbours that continue each other become one. */
function joined(runs: readonly Run[]): Run[] {
  const list: Run[] = [];
  for (const run of runs) {
    const last = list.at(-1);
    const continues = last?.of === run.of && (run.of === null || last.at + last.length === run.at);
    if (last && continues) list[list.length - 1] = { ...last, length: last.length + run.length };
    else list.push(run);
  }
  return list;
}
