import fc from 'fast-check';
import { alignUp, sectors } from '../quantity/index.js';
import { packLeastMoved, type PackPart, type PackRoom } from './packing.js';

const STEP = 2;

interface Best {
  readonly cost: readonly [number, number, number];
}

/** Every way to lay the parts down, one by one: what is best of all. `undefined` where there is none. */
function bruteForce(parts: readonly PackPart[], room: PackRoom): Best | undefined {
  let best: Best | undefined;
  const better = (a: readonly number[], b: readonly number[]) => {
    const at = a.findIndex((x, i) => x !== b[i]);
    return at >= 0 && a[at]! < b[at]!;
  };
  const lay = (i: number, from: number, cost: readonly [number, number, number]) => {
    if (best && better(best.cost, cost)) return;
    if (i === parts.length) {
      if (!best || better(cost, best.cost)) best = { cost };
      return;
    }
    const { now, length, dataBytes, lead, fixed } = parts[i]!;
    for (let at = from + lead; at + length <= room.end; at++) {
      const stays = now?.start === at;
      if (fixed && !stays) continue;
      if (!stays && at % room.step !== 0) continue;
      const moves = now !== null && !stays;
      const over = moves && Math.abs(at - now.start) < Math.min(now.length, length);
      lay(i + 1, at + length, [
        cost[0] + (moves ? dataBytes : 0),
        cost[1] + (moves ? 1 : 0),
        cost[2] + (over ? dataBytes : 0),
      ]);
    }
  };
  lay(0, room.first, [0, 0, 0]);
  return best;
}

/** Parts that lie somewhere now, disjoint, some new, with new lengths, sometimes in another order. */
const disk = fc
  .record({
    rows: fc.array(
      fc.record({
        gap: fc.integer({ min: 0, max: 4 }),
        was: fc.integer({ min: 1, max: 6 }),
        length: fc.integer({ min: 1, max: 6 }),
        isNew: fc.boolean(),
        data: fc.integer({ min: 0, max: 3 }),
        lead: fc.constantFrom(0, 0, 1, 2, 3),
        fixed: fc.constantFrom(false, false, false, false, true),
      }),
      { minLength: 1, maxLength: 7 },
    ),
    slack: fc.integer({ min: 0, max: 5 }),
    swap: fc.option(fc.nat(5)),
  })
  .map(({ rows, slack, swap }) => {
    let at = 1;
    const parts = rows.map(({ gap, was, length, isNew, data, lead, fixed }, i): PackPart => {
      const start = at + gap;
      if (!isNew) at = start + was;
      return {
        id: `p${i}`,
        length: sectors(length),
        now: isNew ? null : { start: sectors(start), length: sectors(was) },
        dataBytes: isNew ? 0 : data,
        lead,
        fixed: fixed && !isNew,
      };
    });
    if (swap !== null && swap + 1 < parts.length) parts.splice(swap, 2, parts[swap + 1]!, parts[swap]!);
    return { parts, room: { first: sectors(1), end: sectors(at + slack), step: STEP } };
  });

test('equals brute force on thousands of disks, in every figure', () => {
  let packed = 0;
  fc.assert(
    fc.property(disk, ({ parts, room }) => {
      const outcome = packLeastMoved(parts, room);
      const best = bruteForce(parts, room);
      expect(outcome.ok).toBe(best !== undefined);
      if (!outcome.ok || !best) return;
      packed += 1;
      const { starts, movedBytes, moves, exposedBytes } = outcome.packing;
      expect([movedBytes, moves, exposedBytes]).toEqual(best.cost);
      // The places are real: in order, within the room, aligned where they are not where they were.
      let from: number = room.first;
      parts.forEach(({ now, length }, i) => {
        expect(starts[i]!).toBeGreaterThanOrEqual(from + parts[i]!.lead);
        expect(now?.start === starts[i] || starts[i]! % STEP === 0).toBe(true);
        from = starts[i]! + length;
      });
      expect(from).toBeLessThanOrEqual(room.end);
    }),
    { numRuns: 6000 },
  );
  expect(packed).toBeGreaterThan(900);
});

test('what cannot be packed is told with what is missing', () => {
  const part = (length: number): PackPart => ({
    id: 'a',
    length: sectors(length),
    now: null,
    dataBytes: 0,
    lead: 0,
  });
  const room = { first: sectors(34), end: sectors(100_000), step: 2048 };
  expect(packLeastMoved([part(90_000), part(20_000)], room)).toEqual({
    ok: false,
    shortBy: alignUp(34, 2048) + alignUp(90_000, 2048) + 20_000 - 100_000,
  });
});

test('nothing moves where nothing has to, however odd the starts are', () => {
  const odd = [63, 5000, 9001].map((start, i): PackPart => ({
    id: `p${i}`,
    length: sectors(3000),
    now: { start: sectors(start), length: sectors(3500) },
    dataBytes: 1000,
    lead: 0,
  }));
  const outcome = packLeastMoved(odd, { first: sectors(34), end: sectors(20_000), step: 2048 });
  expect(outcome).toMatchObject({ ok: true, packing: { starts: [63, 5000, 9001], movedBytes: 0, moves: 0 } });
});
