import { leastMovedBytes, packLeastMoved, type PackPart } from '../../plan/index.js';
import { sectors, type Sectors } from '../../quantity/index.js';
import type { Arrangement, PlaceProblem } from './problem.js';

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
  { slots, lifted }: Arrangement,
  lengths: Lengths,
  row: number,
): PackPart[] {
  const { parts } = rows[row]!;
  const staying = (index: number): PackPart => ({
    ...parts[index]!,
    length: lengths.staying(parts[index]!.id),
  });
  const ordered: PackPart[] = [];
  for (let before = 0; before <= parts.length; before++) {
    fresh.forEach(({ id, lead }, i) => {
      const slot = slots[i]!;
      if (slot.row === row && slot.before === before)
        ordered.push({ id, length: lengths.fresh[i]!, now: null, dataBytes: 0, lead });
    });
    if (lifted?.row === row && lifted.to.before === before) ordered.push(staying(lifted.index));
    if (before < parts.length && !(lifted?.row === row && lifted.index === before))
      ordered.push(staying(before));
  }
  return ordered;
}

/** Lengths of the parts to come at a level: 0 is the least of each, `levels` what is wished for. */
export function freshAt({ fresh, rows }: PlaceProblem, level: number, levels: number): Sectors[] {
  const step = rows[0]?.room.step ?? 1;
  return fresh.map(({ least, wished }) => {
    const more = levels === 0 ? 0 : Math.floor(((wished - least) / step) * (level / levels)) * step;
    return sectors(level === levels ? wished : least + more);
  });
}

/** How many levels tell the sizes of the parts to come apart. */
export function levelsOf({ fresh, rows }: PlaceProblem): number {
  const step = rows[0]?.room.step ?? 1;
  return Math.max(0, ...fresh.map(({ least, wished }) => Math.ceil((wished - least) / step)));
}
