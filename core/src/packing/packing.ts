import { alignUp, sectors, type Sectors } from '../quantity/index.js';

/** A part to be placed, in disk order. Lengths and places in logical sectors. */
export interface PackPart {
  readonly id: string;
  /** As it shall be. */
  readonly length: Sectors;
  /** Where it is now, for what is kept; `null` for what is new. */
  readonly now: { readonly start: Sectors; readonly length: Sectors } | null;
  /** Data that travels when it moves, in bytes; 0 for what is new. */
  readonly dataBytes: number;
  /** Sectors that must be free in front of it, wherever it lies: a logical has its record there. */
  readonly lead: number;
  /** It must stay where it is now. */
  readonly fixed?: boolean | undefined;
}

/** The room that parts may take, `[first, end)`; what moves or is new starts on a multiple of `step`. */
export interface PackRoom {
  readonly first: Sectors;
  readonly end: Sectors;
  readonly step: number;
}

export interface Packing {
  /** In the order given. */
  readonly starts: readonly Sectors[];
  readonly movedBytes: number;
  readonly moves: number;
  /** Data that is copied over itself, in bytes: while that runs, both the old and the new place are incomplete. */
  readonly exposedBytes: number;
}

export type PackOutcome =
  | { readonly ok: true; readonly packing: Packing }
  /** `shortBy`: sectors that are missing even when everything moves that may. */
  | { readonly ok: false; readonly shortBy: Sectors };

/** Compared from the first figure on. */
type Cost = readonly [movedBytes: number, moves: number, exposedBytes: number];

const ZERO: Cost = [0, 0, 0];
const NEVER: Cost = [Infinity, 0, 0];
const plus = (a: Cost, b: Cost): Cost => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
const compare = (a: Cost, b: Cost) => a[0] - b[0] || a[1] - b[1] || a[2] - b[2];

/**
 * Places for the parts, in their order, that move the least data; of several such the one with the fewest moves, then
 * the one with the least data copied over itself. Exact: what stays splits the disk into stretches that do not
 * influence each other, so the best choice of what stays is a shortest path over the parts that can stay. Quadratic in
 * their number; the third figure is worked out only for stretches that lie on a path of least data and moves.
 */
export function packLeastMoved(parts: readonly PackPart[], room: PackRoom): PackOutcome {
  const { stays, stretches, ahead } = leastCosts(parts, room);
  const least = ahead.get(parts.length);
  if (!least) return { ok: false, shortBy: stretches.shortBy() };
  const near = stays.filter((i) => compare(ahead.get(i)?.cost ?? NEVER, least.cost) <= 0);
  const behind = shortest([...near].reverse(), (b, a) => stretches.cost(a, b));
  const isBest = (cost: Cost) => compare(cost, least.cost) === 0;
  const best = near.filter((i) => isBest(plus(ahead.get(i)!.cost, behind.get(i)?.cost ?? NEVER)));
  const final = shortest(best, (a, b) => {
    const between = stretches.cost(a, b);
    const onBest = between && isBest(plus(plus(ahead.get(a)!.cost, between), behind.get(b)!.cost));
    return onBest ? stretches.costWithExposure(a, b) : undefined;
  });
  return { ok: true, packing: stretches.packing(final, parts.length) };
}

/** The least data that has to move for the parts to fit in their order, in bytes; `undefined` where they do not. */
export function leastMovedBytes(parts: readonly PackPart[], room: PackRoom): number | undefined {
  return leastCosts(parts, room).ahead.get(parts.length)?.cost[0];
}

function leastCosts(parts: readonly PackPart[], room: PackRoom) {
  const stays = [-1, ...parts.keys(), parts.length].filter(
    (i) => i < 0 || i === parts.length || canStay(parts[i]!, room),
  );
  const stretches = new Stretches(parts, room);
  return { stays, stretches, ahead: shortest(stays, (a, b) => stretches.cost(a, b)) };
}

/** It lies within the room where it is, at the length it shall have. */
function canStay({ now, length, lead }: PackPart, { first, end }: PackRoom): boolean {
  return now !== null && now.start - lead >= first && now.start + length <= end;
}

interface Reached {
  readonly cost: Cost;
  readonly from: number | null;
}

/** Of each node, the best way to it; the first node is -1. */
class Ways {
  private readonly known: (Reached | undefined)[] = [];

  get(node: number): Reached | undefined {
    return this.known[node + 1];
  }

  set(node: number, reached: Reached): void {
    this.known[node + 1] = reached;
  }
}

/**
 * Least costs from the first node to every other, along edges that lead onwards in the given order; of equal ones that
 * from the first node. The nearest are tried first: what costs more already is then most often passed over.
 */
function shortest(nodes: readonly number[], edge: (from: number, to: number) => Cost | undefined): Ways {
  const ways = new Ways();
  ways.set(nodes[0]!, { cost: ZERO, from: null });
  for (let i = 1; i < nodes.length; i++) {
    const to = nodes[i]!;
    let best: Reached | undefined;
    for (let j = i - 1; j >= 0; j--) {
      const from = nodes[j]!;
      const before = ways.get(from);
      if (!before || (best && compare(before.cost, best.cost) > 0)) continue;
      const step = edge(from, to);
      if (!step) continue;
      const cost = plus(before.cost, step);
      if (!best || compare(cost, best.cost) <= 0) best = { cost, from };
    }
    if (best) ways.set(to, best);
  }
  return ways;
}

/** What lies between two parts that stay: -1 and the number of parts stand for the two ends of the room. */
class Stretches {
  /** Sums over the parts before an index; lengths rounded up to where the next one can begin. */
  private readonly data: number[] = [0];
  private readonly kept: number[] = [0];
  private readonly rounded: number[] = [0];
  /** How many of them must stay. */
  private readonly fixed: number[] = [0];

  constructor(
    private readonly parts: readonly PackPart[],
    private readonly room: PackRoom,
  ) {
    for (const [i, p] of parts.entries()) {
      const behind = parts[i + 1]?.lead ?? 0;
      this.data.push(this.data.at(-1)! + (p.now ? p.dataBytes : 0));
      this.kept.push(this.kept.at(-1)! + (p.now ? 1 : 0));
      this.fixed.push(this.fixed.at(-1)! + (p.fixed ? 1 : 0));
      this.rounded.push(this.rounded.at(-1)! + alignUp(p.length + behind, room.step));
    }
  }

  /** Data and moves of everything between, all of it moved; `undefined` where it does not fit, or something must stay. */
  cost(a: number, b: number): Cost | undefined {
    if (this.fixed[b]! > this.fixed[a + 1]!) return undefined;
    const begin = a < 0 ? this.room.first : this.endOf(a);
    const end = this.limitBefore(b);
    if (begin > end) return undefined;
    if (b - a > 1 && this.packedEnd(a, b, begin) > end) return undefined;
    return [this.data[b]! - this.data[a + 1]!, this.kept[b]! - this.kept[a + 1]!, 0];
  }

  costWithExposure(a: number, b: number): Cost | undefined {
    const cost = this.cost(a, b);
    return cost && [cost[0], cost[1], this.place(a, b).exposed];
  }

  packing(path: Ways, last: number): Packing {
    const starts: Sectors[] = [];
    for (let b = last; b >= 0;) {
      const a = path.get(b)!.from!;
      starts.unshift(...this.place(a, b).starts);
      if (a >= 0) starts.unshift(this.parts[a]!.now!.start);
      b = a;
    }
    const [movedBytes, moves, exposedBytes] = path.get(last)!.cost;
    return { starts, movedBytes, moves, exposedBytes };
  }

  /** Sectors missing when all parts are packed from the beginning of the room, or between two that must stay. */
  shortBy(): Sectors {
    const walls = [-1, ...[...this.parts.keys()].filter((i) => this.parts[i]!.fixed), this.parts.length];
    const missing = walls.slice(1).map((b, i) => {
      const a = walls[i]!;
      const begin = a < 0 ? this.room.first : this.endOf(a);
      return (b - a > 1 ? this.packedEnd(a, b, begin) : begin) - this.limitBefore(b);
    });
    return sectors(Math.max(0, ...missing));
  }

  /** Where what lies before a part that stays must end. */
  private limitBefore(b: number): number {
    const part = this.parts[b];
    return part ? part.now!.start - part.lead : this.room.end;
  }

  private endOf(i: number): number {
    return this.parts[i]!.now!.start + this.parts[i]!.length;
  }

  /** Where the parts between end when packed to the left: each on a step, the last with its exact length. */
  private packedEnd(a: number, b: number, begin: number): number {
    const last = b - 1;
    const before = this.rounded[last]! - this.rounded[a + 1]!;
    return alignUp(begin + this.parts[a + 1]!.lead, this.room.step) + before + this.parts[last]!.length;
  }

  /**
   * Places between two that stay, with the least data copied over itself. Each part goes as far left as it can, or
   * clear of its old place to the right; of what came so far only those are kept that end earlier or expose less.
   */
  private place(a: number, b: number): { readonly starts: readonly Sectors[]; readonly exposed: number } {
    const { step } = this.room;
    const limit = this.limitBefore(b);
    let front: Placed[] = [
      { end: a < 0 ? this.room.first : this.endOf(a), exposed: 0, start: null, before: null },
    ];
    for (let k = a + 1; k < b; k++) {
      const part = this.parts[k]!;
      const fits = (start: number) => this.endWith(k, b, start) <= limit;
      const next = front.flatMap((placed) =>
        placesFor(part, placed.end, step)
          .filter(fits)
          .map((start): Placed => ({
            start,
            end: start + part.length,
            exposed: placed.exposed + (overlapsItself(part, start) ? part.dataBytes : 0),
            before: placed,
          })),
      );
      front = undominated(next);
    }
    const best = front.reduce((x, y) => (y.exposed < x.exposed ? y : x));
    const starts: Sectors[] = [];
    for (let p: Placed | null = best; p?.start !== null && p; p = p.before) starts.unshift(sectors(p.start));
    return { starts, exposed: best.exposed };
  }

  /** Where the parts from `k` to before `b` end when `k` starts here and the rest is packed behind it. */
  private endWith(k: number, b: number, start: number): number {
    const before = this.rounded[b - 1]! - this.rounded[k]!;
    return start + before + this.parts[b - 1]!.length;
  }
}

interface Placed {
  readonly start: number | null;
  readonly end: number;
  readonly exposed: number;
  readonly before: Placed | null;
}

function placesFor(part: PackPart, from: number, step: number): number[] {
  const earliest = alignUp(from + part.lead, step);
  if (!overlapsItself(part, earliest)) return [earliest];
  return [earliest, alignUp(part.now!.start + movedLength(part), step)];
}

/** What is copied: a part that grows or shrinks on the way is moved at the lesser of its lengths. */
function movedLength({ now, length }: PackPart): number {
  return now ? Math.min(now.length, length) : 0;
}

function overlapsItself(part: PackPart, start: number): boolean {
  return part.now !== null && Math.abs(start - part.now.start) < movedLength(part);
}

/** Those of which no other both ends no later and exposes no more. */
function undominated(list: readonly Placed[]): Placed[] {
  const sorted = [...list].sort((a, b) => a.end - b.end || a.exposed - b.exposed);
  const kept: Placed[] = [];
  for (const p of sorted) if (kept.length === 0 || p.exposed < kept.at(-1)!.exposed) kept.push(p);
  return kept;
}
