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
  const orders = tradesOf(asTheyAre);
  const room = Math.floor(MOST_WAYS / Math.max(1, picks.length));
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

/** Every order of the parts that stay in which one of them has left its place. */
function tradesOf(orders: readonly (readonly number[])[]): (readonly (readonly number[])[])[] {
  return orders.flatMap((order, row) => {
    const others = order.flatMap((index) => {
      const without = order.filter((i) => i !== index);
      return without.map((_, at) => without.toSpliced(at < index ? at : at + 1, 0, index));
    });
    // Two neighbours trade places whichever of them leaves.
    const distinct = [...new Map(others.map((o) => [o.join(), o])).values()];
    return distinct.map((other) => orders.with(row, other));
  });
}
