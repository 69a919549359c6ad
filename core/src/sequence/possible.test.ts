import fc from 'fast-check';
import { procedureFor } from './index.js';
import { written } from '../testing/cases/index.js';

/** Sizes and places in GiB, on a disk so small that every way can be tried. */
interface Parts {
  readonly disk: number;
  readonly from: readonly number[];
  readonly to: readonly number[];
  readonly sizes: readonly number[];
}

const anyParts = fc
  .record({
    sizes: fc.array(fc.integer({ min: 1, max: 4 }), { minLength: 2, maxLength: 4 }),
    gapsBefore: fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 4, maxLength: 4 }),
    gapsAfter: fc.array(fc.integer({ min: 0, max: 2 }), { minLength: 4, maxLength: 4 }),
    order: fc.shuffledSubarray([0, 1, 2, 3], { minLength: 4, maxLength: 4 }),
    slack: fc.integer({ min: 0, max: 3 }),
  })
  .map(({ sizes, gapsBefore, gapsAfter, order, slack }): Parts => {
    const lay = (ids: readonly number[], gaps: readonly number[]) => {
      const starts: number[] = [];
      let at = 1;
      ids.forEach((id, i) => {
        at += gaps[i]!;
        starts[id] = at;
        at += sizes[id]!;
      });
      return { starts, end: at };
    };
    const ids = sizes.map((_, i) => i);
    const was = lay(ids, gapsBefore);
    const shall = lay(
      order.filter((id) => id < sizes.length),
      gapsAfter,
    );
    return { disk: Math.max(was.end, shall.end) + slack, from: was.starts, to: shall.starts, sizes };
  });

/** Whether the parts can reach their places, one whole part moved at a time, over itself too, none more than twice, and what stays not at all. */
function canBeDone({ disk, from, to, sizes }: Parts): boolean {
  const seen = new Set<string>();
  const queue: { readonly at: readonly number[]; readonly moved: readonly number[] }[] = [
    { at: from, moved: from.map(() => 0) },
  ];
  for (const { at, moved } of queue) {
    if (at.join() === to.join()) return true;
    for (let i = 0; i < sizes.length; i++)
      for (let start = 1; moved[i]! < 2 && from[i] !== to[i] && start + sizes[i]! <= disk; start++) {
        // The second time it goes where it shall lie.
        if (start === at[i] || (moved[i] === 1 && start !== to[i])) continue;
        if (!at.every((s, j) => j === i || start + sizes[i]! <= s || s + sizes[j]! <= start)) continue;
        const next = {
          at: at.map((s, j) => (j === i ? start : s)),
          moved: moved.map((n, j) => (j === i ? n + 1 : n)),
        };
        const key = `${next.at.join()} ${next.moved.join()}`;
        if (seen.has(key)) continue;
        seen.add(key);
        queue.push(next);
      }
  }
  return false;
}

const planOf = ({ disk, from, to, sizes }: Parts) =>
  written(
    [
      'rhizotome 1',
      'machine m',
      'memory 8 GiB',
      `disk, size ${disk} GiB + 1 MiB, table gpt`,
      ...sizes.map(
        (size, i) =>
          `found ${i + 1}, at ${from[i]} GiB, size ${size} GiB, type "Linux data", holds ext4, label P${i}, used 1 GiB by counters`,
      ),
      ...sizes.map((_, i) => `note ${i + 1}, role data, holds ext4`),
      'plan uefi, table gpt, keep',
      ...sizes.map((size, i) => `part from ${i + 1}, at ${to[i]} GiB, size ${size} GiB, keep`),
    ].join('\n'),
  );

test('an order is refused only where there is none', () => {
  const seen = { done: 0, refused: 0 };
  fc.assert(
    fc.property(anyParts, (parts) => {
      const ok = procedureFor(planOf(parts)).ordered.ok;
      seen[ok ? 'done' : 'refused'] += 1;
      expect(ok).toBe(canBeDone(parts));
    }),
    { numRuns: 400 },
  );
  expect(seen.done).toBeGreaterThan(200);
  expect(seen.refused).toBeGreaterThan(5);
});
