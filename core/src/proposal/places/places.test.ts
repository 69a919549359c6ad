import fc from 'fast-check';
import { sectors } from '../../quantity/index.js';
import { freshAt, levelsOf } from './lay-down.js';
import type { FreshPart, PlaceProblem, StayingPart } from './problem.js';
import { searchPlaces, type Placing } from './search.js';

/** One stretch of disk with parts that lie in it, some of which can shrink, some of which must stay, and parts to come. */
const problems = fc
  .record({
    staying: fc.array(
      fc.record({
        gap: fc.integer({ min: 0, max: 2 }),
        length: fc.integer({ min: 1, max: 4 }),
        gives: fc.integer({ min: 0, max: 3 }),
        data: fc.integer({ min: 1, max: 5 }),
        fixed: fc.constantFrom(false, false, false, true),
      }),
      { maxLength: 4 },
    ),
    fresh: fc.array(
      fc.record({
        least: fc.integer({ min: 1, max: 2 }),
        more: fc.integer({ min: 0, max: 3 }),
        turn: fc.integer({ min: 0, max: 1 }),
      }),
      { minLength: 1, maxLength: 2 },
    ),
    slack: fc.integer({ min: 0, max: 4 }),
  })
  .map(({ staying, fresh, slack }): PlaceProblem => {
    let at = 0;
    const parts = staying.map(({ gap, length, gives, data, fixed }, i): StayingPart => {
      const start = at + gap;
      at = start + length;
      const now = { start: sectors(start), length: sectors(length) };
      const least = sectors(Math.max(1, length - gives));
      return { id: `p${i}`, length: sectors(length), least, now, dataBytes: data, lead: 0, fixed };
    });
    return {
      rows: [{ parts, room: { first: sectors(0), end: sectors(at + slack), step: 1 } }],
      fresh: fresh.map(({ least, more, turn }, i): FreshPart => {
        const sizes = { least: sectors(least), wished: sectors(least + more) };
        return { id: `new-${i}`, ...sizes, lead: 0, takesRest: false, group: 'one', turn };
      }),
      mostMovedBytes: null,
      roundTo: sectors(1),
      sliver: sectors(0),
      mostPairs: Infinity,
    };
  });

/** The least data moved for these sizes of the parts to come, by laying everything down everywhere. */
function bruteForce({ rows }: PlaceProblem, fresh: readonly number[]): number | undefined {
  const { parts, room } = rows[0]!;
  let best: number | undefined;
  const lay = (from: number, order: readonly number[], came: number, moved: number) => {
    if (best !== undefined && moved >= best) return;
    if (order.length === parts.length && came === (1 << fresh.length) - 1) {
      if (tradesOne(order)) best = moved;
      return;
    }
    for (let at = from; at < room.end; at++) {
      parts.forEach((p, i) => {
        if (order.includes(i)) return;
        const stays = at === p.now!.start;
        if (p.fixed && !stays) return;
        for (let length: number = p.least; length <= p.length && at + length <= room.end; length++)
          lay(at + length, [...order, i], came, moved + (stays ? 0 : p.dataBytes));
      });
      fresh.forEach((length, i) => {
        if ((came & (1 << i)) === 0 && at + length <= room.end)
          lay(at + length, order, came | (1 << i), moved);
      });
    }
  };
  lay(0, [], 0, 0);
  return best;
}

/** Whether the order is the one of before but for one part at the most. */
function tradesOne(order: readonly number[]): boolean {
  const rises = (list: readonly number[]) => list.every((n, i) => i === 0 || list[i - 1]! < n);
  return rises(order) || order.some((_, i) => rises(order.filter((__, k) => k !== i)));
}

/** Pairs of level and data of which no other has more of the one and no more of the other. */
function undominated(pairs: readonly (readonly [level: number, moved: number])[]): string[] {
  const better = (a: (typeof pairs)[number], b: (typeof pairs)[number]) =>
    a[0] >= b[0] && a[1] <= b[1] && (a[0] > b[0] || a[1] < b[1]);
  const kept = pairs.filter((p) => !pairs.some((q) => better(q, p)));
  return [...new Set(kept.map(([level, moved]) => `${level}: ${moved}`))].sort();
}

test('what is undominated equals what brute force finds, on thousands of disks', () => {
  let moving = 0;
  fc.assert(
    fc.property(problems, (problem) => {
      const top = levelsOf(problem);
      const brute = Array.from({ length: top + 1 }, (_, level) => level).flatMap((level) => {
        const moved = bruteForce(problem, freshAt(problem, level));
        return moved === undefined ? [] : [[level, moved] as const];
      });
      const { placings, exhaustive } = searchPlaces(problem);
      expect(exhaustive).toBe(true);
      const found = placings.map((p) => [top === 0 ? 0 : Math.round(p.given * top), p.movedBytes] as const);
      expect(undominated(found)).toEqual(undominated(brute));
      if (brute.some(([, moved]) => moved > 0)) moving += 1;
    }),
    { numRuns: 1500 },
  );
  expect(moving).toBeGreaterThan(300);
});

test('every placing is real: disjoint, within the room, and moves what it says', () => {
  fc.assert(
    fc.property(problems, (problem) => {
      const { parts, room } = problem.rows[0]!;
      for (const placing of searchPlaces(problem).placings) {
        const spans = [...placing.starts].map(
          ([id, start]) => [start, start + placing.lengths.get(id)!] as const,
        );
        const inOrder = spans.sort((a, b) => a[0] - b[0]);
        expect(inOrder).toHaveLength(parts.length + problem.fresh.length);
        inOrder.forEach(([start], i) => {
          expect(start).toBeGreaterThanOrEqual(inOrder[i - 1]?.[1] ?? room.first);
        });
        expect(inOrder.at(-1)?.[1] ?? 0).toBeLessThanOrEqual(room.end);
        const moved = parts.filter((p) => placing.starts.get(p.id) !== p.now!.start);
        expect(moved.reduce((sum, p) => sum + p.dataBytes, 0)).toBe(placing.movedBytes);
        expect(moved.filter((p) => p.fixed)).toEqual([]);
        for (const p of parts) {
          const length = placing.lengths.get(p.id)!;
          expect(length).toBeGreaterThanOrEqual(p.least);
          expect(placing.givers.includes(p.id) || length === p.length).toBe(true);
        }
      }
    }),
    { numRuns: 300 },
  );
});

test('one volume fewer would not give as much for as little', () => {
  fc.assert(
    fc.property(problems, (problem) => {
      const { placings } = searchPlaces(problem);
      const fewer = (p: Placing, q: Placing) =>
        q.givers.length < p.givers.length && q.givers.every((id) => p.givers.includes(id));
      for (const p of placings)
        for (const q of placings.filter((other) => fewer(p, other)))
          expect(q.given >= p.given && q.movedBytes <= p.movedBytes).toBe(false);
    }),
    { numRuns: 200 },
  );
});
