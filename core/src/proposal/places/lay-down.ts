import { leastMovedBytes, packLeastMoved, type PackPart } from '../../packing/index.js';
import { sectors, type Sectors } from '../../quantity/index.js';
import type { Arrangement, FreshPart, PlaceProblem } from './problem.js';

/** Lengths for one try: of the parts that stay, by their ids, and of those to come, in their order. */
export interface Lengths {
  readonly staying: (id: string) => Sectors;
  readonly fresh: readonly Sectors[];
}

export interface LaidDown {
  readonly movedBytes: number;
  /** By the ids of all parts. */
  readonly starts: ReadonlyMap<string, Sectors>;
}

/** Where everything comes to lie in this order, with the least data moved; `undefined` where there is not the room. */
export function layDown(problem: PlaceProblem, way: Arrangement, lengths: Lengths): LaidDown | undefined {
  const starts = new Map<string, Sectors>();
  let movedBytes = 0;
  for (const row of problem.rows.keys()) {
    const parts = inOrder(problem, way, lengths, row);
    const outcome = packLeastMoved(parts, problem.rows[row]!.room);
    if (!outcome.ok) return undefined;
    movedBytes += outcome.packing.movedBytes;
    parts.forEach((p, i) => starts.set(p.id, outcome.packing.starts[i]!));
  }
  return { movedBytes, starts };
}

/** Only the data that it moves; `undefined` as well where that is more than may be moved. */
export function movedBy(problem: PlaceProblem, way: Arrangement, lengths: Lengths): number | undefined {
  let moved = 0;
  for (const row of problem.rows.keys()) {
    const more = leastMovedBytes(inOrder(problem, way, lengths, row), problem.rows[row]!.room);
    if (more === undefined) return undefined;
    moved += more;
  }
  return moved <= (problem.mostMovedBytes ?? Infinity) ? moved : undefined;
}

function inOrder(
  { rows, fresh }: PlaceProblem,
  { orders, slots }: Arrangement,
  lengths: Lengths,
  row: number,
): PackPart[] {
  const { parts } = rows[row]!;
  const coming = (before: number): PackPart[] =>
    fresh.flatMap(({ id, lead }, i) => {
      const slot = slots[i]!;
      const here = slot.row === row && slot.before === before;
      return here ? [{ id, length: lengths.fresh[i]!, now: null, dataBytes: 0, lead }] : [];
    });
  const staying = orders[row]!.flatMap((index, before) => {
    const part = parts[index]!;
    return [...coming(before), { ...part, length: lengths.staying(part.id) }];
  });
  return [...staying, ...coming(parts.length)];
}

/** Lengths of the parts to come at a level: at 0 the least of each, at `levelsOf` what is wished for. */
export function freshAt(problem: PlaceProblem, level: number): Sectors[] {
  const step = stepOf(problem);
  const turns = [...new Set(problem.fresh.map((f) => f.turn))].sort((a, b) => a - b);
  const shares = new Map<number, number>();
  let left = level;
  for (const turn of turns) {
    const steps = Math.max(...problem.fresh.filter((f) => f.turn === turn).map((f) => stepsOf(f, step)));
    shares.set(turn, steps === 0 ? 1 : Math.min(1, left / steps));
    left = Math.max(0, left - steps);
  }
  return problem.fresh.map(({ least, wished, turn }) => {
    const share = shares.get(turn)!;
    return share === 1 ? wished : sectors(least + Math.floor(((wished - least) / step) * share) * step);
  });
}

/** How many levels tell the sizes of the parts to come apart. */
export function levelsOf(problem: PlaceProblem): number {
  const step = stepOf(problem);
  const turns = new Map<number, number>();
  for (const f of problem.fresh) turns.set(f.turn, Math.max(turns.get(f.turn) ?? 0, stepsOf(f, step)));
  return [...turns.values()].reduce((a, b) => a + b, 0);
}

const stepOf = ({ rows }: PlaceProblem): number => rows[0]?.room.step ?? 1;
const stepsOf = ({ least, wished }: FreshPart, step: number): number => Math.ceil((wished - least) / step);
