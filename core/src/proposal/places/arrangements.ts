import type { Arrangement, PlaceProblem, Slot } from './problem.js';

/** More ways than this are not tried one by one. */
const MOST_WAYS = 6000;

/** Ways to set the parts to come among those that stay. */
export interface Ways {
  readonly inOrder: readonly Arrangement[];
  /** As well one part that stays trades its place: asked for only where something has to move. */
  readonly trading: readonly Arrangement[];
  /** Whether these are all there are, with at most one part trading places. */
  readonly all: boolean;
}

/**
 * Every part to come in every place of the order where these are not too many; else the parts of a group side by side,
 * else all of them. The places with most room come first, and those where all stand together.
 */
export function waysOf(problem: PlaceProblem): Ways {
  const slots = slotsByRoom(problem);
  const groups = [...new Set(problem.fresh.map((f) => f.group))];
  const each = problem.fresh.map((_, i) => i);
  const grouped = problem.fresh.map((f) => groups.indexOf(f.group));
  const together = problem.fresh.map(() => 0);
  const binding = [each, grouped, together].find(
    (b) => slots.length ** (Math.max(-1, ...b) + 1) <= MOST_WAYS,
  );
  const inOrder = chosen(slots, binding ?? together).slice(0, MOST_WAYS);
  const trading = inOrder.flatMap((way) => trades(problem, slots, way));
  const few = inOrder.length + trading.length <= MOST_WAYS;
  return {
    inOrder,
    trading: few ? trading : trading.slice(0, MOST_WAYS - inOrder.length),
    all: binding === each && few,
  };
}

function slotsByRoom({ rows }: PlaceProblem): Slot[] {
  return rows
    .flatMap(({ parts, room }, row) =>
      [...parts, null].map((next, before) => {
        const left = parts[before - 1];
        const from = left ? (left.now?.start ?? room.first) + left.least : room.first;
        const to = next ? (next.now?.start ?? room.first) : room.end;
        return { slot: { row, before }, size: to - from };
      }),
    )
    .sort((a, b) => b.size - a.size)
    .map(({ slot }) => slot);
}

/** Each choice of a slot for every part that `binding` does not bind to another; those that need the fewest places first. */
function chosen(slots: readonly Slot[], binding: readonly number[]): Arrangement[] {
  const count = Math.max(-1, ...binding) + 1;
  const picks: number[][] = [[]];
  for (let i = 0; i < count; i++)
    picks.splice(0, picks.length, ...picks.flatMap((pick) => slots.map((_, s) => [...pick, s])));
  const apart = (pick: readonly number[]) =>
    new Set(pick).size * slots.length + pick.reduce((a, b) => a + b, 0);
  return picks
    .map((pick) => ({ pick, apart: apart(pick) }))
    .sort((a, b) => a.apart - b.apart)
    .map(({ pick }) => ({ slots: binding.map((b) => slots[pick[b]!]!), lifted: null }));
}

function trades(
  { rows }: PlaceProblem,
  slots: readonly Slot[],
  { slots: places }: Arrangement,
): Arrangement[] {
  return rows.flatMap(({ parts }, row) =>
    // What must stay can trade places too: the others move past it.
    parts.flatMap((_, index) => {
      const elsewhere = slots.filter((s) => s.row === row && s.before !== index && s.before !== index + 1);
      return elsewhere.map((to): Arrangement => ({ slots: places, lifted: { row, index, to } }));
    }),
  );
}
