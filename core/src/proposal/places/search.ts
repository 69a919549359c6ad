import { alignDown, sectors, type Sectors } from '../../quantity/index.js';
import { waysOf } from './arrangements.js';
import { freshAt, layDown, levelsOf, movedBy, type Lengths } from './lay-down.js';
import type { Arrangement, PlaceProblem, StayingPart } from './problem.js';

/** Places for all parts, of which no other gives more with less data moved out of the same volumes. */
export interface Placing {
  /** Ids of parts that give room. */
  readonly givers: readonly string[];
  readonly way: Arrangement;
  readonly movedBytes: number;
  /** How much of what is wished for is given: 0, the least of every part, to 1. */
  readonly given: number;
  /** By the ids of all parts. */
  readonly starts: ReadonlyMap<string, Sectors>;
  readonly lengths: ReadonlyMap<string, Sectors>;
}

export interface PlacesFound {
  readonly placings: readonly Placing[];
  /** Ways of ordering, for each choice of volumes that give room, that were weighed. */
  readonly weighed: number;
  /** Whether there are no others, with at most one part trading its place. */
  readonly exhaustive: boolean;
}

/** More volumes than this that give room together are tried only as all of them. */
const MOST_GIVERS = 3;
/** Where more than this can give room, those that give it together are neighbours. */
const MOST_APART = 6;

interface Level {
  readonly level: number;
  readonly movedBytes: number;
  readonly way: Arrangement;
}

interface Given {
  readonly givers: readonly string[];
  readonly levels: readonly Level[];
}

/**
 * All that is worth a look: for each choice of volumes that give room, the most that can be given for each amount of
 * data moved. A choice of more volumes counts only where it gives more, or moves less, than fewer of them. What all of them
 * together reach is found first: no choice can do better.
 */
export function searchPlaces(problem: PlaceProblem): PlacesFound {
  const able = problem.rows.flatMap((row) => row.parts.filter((p) => p.least < p.length).map((p) => p.id));
  const effort: Effort = { pairsLeft: problem.mostPairs / 2, weighed: 0 };
  const ways = waysOf(problem);
  const search = (givers: readonly string[], known: readonly Level[], best: readonly Level[]): Given => {
    const front = new Front(problem, new Set(givers), known, best, effort);
    front.weigh(ways.inOrder);
    front.weigh(ways.trading);
    return { givers, levels: front.levels };
  };
  const all = search(able, [], []);
  const allTried = effort.pairsLeft > 0;
  effort.pairsLeft += problem.mostPairs / 2;
  const found: Given[] = [];
  for (const givers of choices(able).filter((set) => set.length < able.length)) {
    const fewer = found.filter((f) => f.givers.every((id) => givers.includes(id))).flatMap((f) => f.levels);
    found.push(search(givers, fewer, all.levels));
  }
  const fewer = found.flatMap((f) => f.levels);
  const only = all.levels.filter(
    (l) => !fewer.some((f) => f.level >= l.level && f.movedBytes <= l.movedBytes),
  );
  return {
    placings: [...found, { givers: able, levels: only }].flatMap(({ givers, levels }) =>
      levels.map((level) => settled(problem, givers, level)),
    ),
    weighed: effort.weighed,
    exhaustive: ways.all && allTried && effort.pairsLeft > 0,
  };
}

const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);

interface Effort {
  pairsLeft: number;
  weighed: number;
}

/** None, each one, then two and three of them that are neighbours, or any where these are few. */
function choices(able: readonly string[]): string[][] {
  if (able.length <= MOST_APART)
    return able
      .reduce<string[][]>((sets, id) => [...sets, ...sets.map((set) => [...set, id])], [[]])
      .filter((set) => set.length <= MOST_GIVERS)
      .sort((a, b) => a.length - b.length);
  const rows = [1, 2, 3].flatMap((count) => able.slice(count - 1).map((_, i) => able.slice(i, i + count)));
  return [[], ...rows];
}

/** The levels that were reached so far, with the least data moved for each; those of fewer givers count as known. */
class Front {
  levels: Level[] = [];
  private readonly top: number;
  private readonly staying: ReadonlyMap<string, Sectors>;
  private readonly least: readonly Sectors[];
  /** Of each row, what those that stay leave. */
  private readonly room: readonly number[];

  constructor(
    private readonly problem: PlaceProblem,
    givers: ReadonlySet<string>,
    private readonly known: readonly Level[],
    private readonly best: readonly Level[],
    private readonly effort: Effort,
  ) {
    this.top = levelsOf(problem);
    const parts = problem.rows.flatMap((row) => row.parts);
    this.staying = new Map(parts.map((p) => [p.id, givers.has(p.id) ? p.least : p.length]));
    this.least = freshAt(problem, 0);
    this.room = problem.rows.map(
      (row) => row.room.end - row.room.first - row.parts.reduce((sum, p) => sum + this.staying.get(p.id)!, 0),
    );
  }

  weigh(ways: readonly Arrangement[]): void {
    if (sum(this.least) > sum(this.room)) return;
    for (const way of ways) {
      if (this.effort.pairsLeft <= 0 || this.isDone()) return;
      this.effort.weighed += 1;
      this.follow(way);
    }
  }

  /** Whether nothing better can come: all is given and nothing moves, or as much as all volumes together can do. */
  private isDone(): boolean {
    if (this.isKnown(this.top, 0)) return true;
    return this.best.length > 0 && this.best.every((l) => this.isKnown(l.level, l.movedBytes));
  }

  /** Every level at which this way moves less than is known. */
  private follow(way: Arrangement): void {
    if (!this.couldHold(way)) return;
    const least = this.moved(way, 0);
    if (least === undefined || this.isKnown(this.top, least)) return;
    let bound = Infinity;
    while (least < bound) {
      const before = this.bestBelow(bound);
      const next = before ? before.level + 1 : 0;
      const better = next <= this.top && this.isBelow(way, next, bound);
      if (better) {
        const level = this.highest(way, next, bound);
        const movedBytes = this.moved(way, level)!;
        this.add({ level, movedBytes, way });
        bound = movedBytes;
      } else if (before && this.isBelow(way, before.level, before.movedBytes)) {
        const movedBytes = this.moved(way, before.level)!;
        this.add({ level: before.level, movedBytes, way });
        bound = movedBytes;
      } else if (before) bound = before.movedBytes;
      else return;
    }
  }

  /** Whether each row is as long as what stands in it, at the least. */
  private couldHold({ slots }: Arrangement): boolean {
    const left = [...this.room];
    slots.forEach(({ row }, i) => (left[row]! -= this.least[i]!));
    return left.every((sectorsLeft) => sectorsLeft >= 0);
  }

  private moved(way: Arrangement, level: number): number | undefined {
    this.effort.pairsLeft -= (this.staying.size + this.least.length) ** 2;
    const fresh = freshAt(this.problem, level);
    return movedBy(this.problem, way, { staying: (id) => this.staying.get(id)!, fresh });
  }

  private isBelow(way: Arrangement, level: number, bound: number): boolean {
    return (this.moved(way, level) ?? Infinity) < bound;
  }

  /** The highest level from `from` on at which the way stays below the bound; it does at `from`. */
  private highest(way: Arrangement, from: number, bound: number): number {
    let [low, high] = [from, this.top + 1];
    while (high - low > 1) {
      const middle = Math.floor((low + high) / 2);
      if (this.isBelow(way, middle, bound)) low = middle;
      else high = middle;
    }
    return low;
  }

  private isKnown(level: number, movedBytes: number): boolean {
    return [...this.known, ...this.levels].some((l) => l.level >= level && l.movedBytes <= movedBytes);
  }

  /** The highest level that is known with less data moved than this. */
  private bestBelow(bound: number): Level | undefined {
    return [...this.known, ...this.levels]
      .filter((l) => l.movedBytes < bound)
      .reduce<Level | undefined>(
        (best, l) =>
          !best || l.level > best.level || (l.level === best.level && l.movedBytes < best.movedBytes)
            ? l
            : best,
        undefined,
      );
  }

  private add(level: Level): void {
    if (this.isKnown(level.level, level.movedBytes)) return;
    const worse = (l: Level) => l.level <= level.level && l.movedBytes >= level.movedBytes;
    this.levels = [...this.levels.filter((l) => !worse(l)), level];
  }
}

/** What gives room gives no more than it has to, all in the same measure; what would be left over as a sliver goes to a new part. */
function settled(
  problem: PlaceProblem,
  givers: readonly string[],
  { level, movedBytes, way }: Level,
): Placing {
  const parts = new Map(problem.rows.flatMap((row) => row.parts.map((p) => [p.id, p])));
  const fresh = freshAt(problem, level);
  const giving = new Set(givers);
  const at = (measure: number): Lengths => ({
    staying: (id) => lengthGiving(parts.get(id)!, giving.has(id) ? measure : 0, problem),
    fresh,
  });
  const does = (lengths: Lengths) => (layDown(problem, way, lengths)?.movedBytes ?? Infinity) <= movedBytes;
  const measure = givers.length === 0 ? 0 : least(MEASURES, (m) => does(at(m / MEASURES))) / MEASURES;
  const grown = withRest(problem, at(measure), does);
  const laid = layDown(problem, way, grown)!;
  const lengths = new Map<string, Sectors>([
    ...[...parts.keys()].map((id) => [id, grown.staying(id)] as const),
    ...problem.fresh.map((f, i) => [f.id, grown.fresh[i]!] as const),
  ]);
  const top = levelsOf(problem);
  return {
    givers,
    way,
    movedBytes: laid.movedBytes,
    given: top === 0 ? 1 : level / top,
    starts: laid.starts,
    lengths,
  };
}

const MEASURES = 2 ** 20;

/** How long it is when it gives this share of what it can, rounded so that it gives no less. */
function lengthGiving(
  { length, least }: StayingPart,
  measure: number,
  { roundTo, rows }: PlaceProblem,
): Sectors {
  if (measure <= 0) return length;
  const exact = length - (length - least) * measure;
  const round = alignDown(exact, roundTo);
  return sectors(Math.max(least, round > least ? round : alignDown(exact, rows[0]?.room.step ?? 1)));
}

/** The least of `0..most` at which it does; it does at `most`. */
function least(most: number, does: (n: number) => boolean): number {
  let [low, high] = [-1, most];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    if (does(middle)) high = middle;
    else low = middle;
  }
  return high;
}

function withRest(problem: PlaceProblem, lengths: Lengths, does: (lengths: Lengths) => boolean): Lengths {
  const step = problem.rows[0]?.room.step ?? 1;
  return problem.fresh.reduce((now, { takesRest }, i) => {
    if (!takesRest) return now;
    const longer = (steps: number): Lengths => ({
      ...now,
      fresh: now.fresh.map((length, k) => (k === i ? sectors(length + steps * step) : length)),
    });
    const most = Math.floor(problem.sliver / step) + 1;
    const first = least(most, (steps) => steps === most || !does(longer(steps)));
    return first === most ? now : longer(first - 1);
  }, lengths);
}
