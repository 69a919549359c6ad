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
  const count = (binding: readonly number[]) => slots.length ** (Math.max(-1, ...binding) + 1);
  const binding = [each, grouped, together].find((b) => count(b) <= MOST_WAYS) ?? together;
  const picks = chosen(slots, binding).slice(0, MOST_WAYS);
  const asTheyAre = problem.rows.map(({ parts }) => [...parts.keys()]);
  const room = Math.floor(MOST_WAYS / Math.max(1, picks.length));
  const orders = tradesOf(asTheyAre, room);
  return {
    inOrder: picks.map((places) => ({ orders: asTheyAre, slots: places })),
    trading: orders
      .slice(0, room)
      .flatMap((order) => picks.map((places) => ({ orders: order, slots: places }))),
    all: binding === each && orders.length <= room,
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
function chosen(slots: readonly Slot[], binding: readonly number[]): Slot[][] {
  const count = Math.max(-1, ...binding) + 1;
  let picks: number[][] = [[]];
  for (let i = 0; i < count; i++) picks = picks.flatMap((pick) => slots.map((_, s) => [...pick, s]));
  const apart = (pick: readonly number[]) =>
    new Set(pick).size * slots.length * count + pick.reduce((a, b) => a + b, 0);
  return picks
    .map((pick) => ({ pick, apart: apart(pick) }))
    .sort((a, b) => a.apart - b.apart)
    .map(({ pick }) => binding.map((b) => slots[pick[b]!]!));
}

type Orders = readonly (readonly number[])[];

/** Every order of the parts that stay in which one of them has left its place, as far as `most`. */
function tradesOf(orders: Orders, most: number): Orders[] {
  const trades: Orders[] = [];
  for (const [row, order] of orders.entries())
    for (const index of order) {
      const without = order.filter((i) => i !== index);
      for (let at = 0; at < order.length; at++) {
        if (trades.length > most) return trades;
        // Two neighbours trade places whichever of them leaves: the one behind counts.
        if (at !== index && at !== index + 1) trades.push(orders.with(row, without.toSpliced(at, 0, index)));
      }
    }
  return trades;
}
