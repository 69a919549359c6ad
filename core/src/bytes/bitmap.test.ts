import fc from 'fast-check';
import { BitCounter, countBits, type BitOrder } from './index.js';

/** Bit by bit, as one would by hand. */
function slowly(bytes: Uint8Array, bits: number, order: BitOrder) {
  let ones = 0;
  let last = -1;
  for (let i = 0; i < bits; i++) {
    const within = order === 'lowest-first' ? i % 8 : 7 - (i % 8);
    if (((bytes[i >> 3]! >> within) & 1) === 0) continue;
    ones += 1;
    last = i;
  }
  return { ones, last };
}

const map = fc
  .array(fc.constantFrom(0, 0, 0, 0xff, 0xff, 1, 0x80, 0x5a), { minLength: 1, maxLength: 200 })
  .map((list) => Uint8Array.from(list));

test.each(['lowest-first', 'highest-first'] as const)('counts as one would bit by bit, %s', (order) => {
  fc.assert(
    fc.property(map, fc.nat(7), fc.integer({ min: 0, max: 3 }), (bytes, less, shift) => {
      const bits = Math.max(0, bytes.length * 8 - less);
      const whole = new Uint8Array(bytes.length + shift);
      whole.set(bytes, shift);
      expect(countBits(whole.subarray(shift), bits, order)).toEqual(slowly(bytes, bits, order));
    }),
    { numRuns: 500 },
  );
});

test('a map in pieces counts as the whole', () => {
  fc.assert(
    fc.property(map, map, fc.nat(7), (a, b, less) => {
      const counter = new BitCounter((a.length + b.length) * 8 - less);
      counter.add(a);
      expect(counter.full).toBe(false);
      counter.add(b);
      expect(counter.full).toBe(true);
      const joined = Uint8Array.from([...a, ...b]);
      expect(counter.count()).toEqual(slowly(joined, joined.length * 8 - less, 'lowest-first'));
    }),
  );
});
