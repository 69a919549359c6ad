import fc from 'fast-check';
import { GIB, MIB } from './units.js';
import { bytesTyped, exactSize, typedSize, TYPED_UNITS } from './typed.js';

const anySize = fc.oneof(
  fc.nat(2 ** 31),
  fc.maxSafeNat().map((n) => n % 2 ** 45),
);

test('a size that is typed is less than a step away, on the side that is safe', () =>
  fc.assert(
    fc.property(
      anySize,
      fc.constantFrom(...TYPED_UNITS),
      fc.constantFrom(512, 4096),
      (size, unit, sector) => {
        const step = { MiB: MIB, 'binary-mb': MIB, MB: 1e6, GB: 1e7, sectors: sector }[unit];
        const [down, up] = (['down', 'up'] as const).map((to) =>
          bytesTyped(typedSize(size, unit, to, sector), sector),
        );
        expect(down).toBeLessThanOrEqual(size);
        expect(size - down!).toBeLessThan(step);
        expect(up).toBeGreaterThanOrEqual(size);
        expect(up! - size).toBeLessThan(step);
      },
    ),
  ));

test('it has no more decimals than a tool takes', () =>
  fc.assert(
    fc.property(anySize, fc.constantFrom(...TYPED_UNITS), (size, unit) => {
      const { count } = typedSize(size, unit, 'down', 512);
      expect(String(count)).toMatch(unit === 'GB' ? /^\d+(?:\.\d{1,2})?$/ : /^\d+$/);
    }),
  ));

test.each([
  [80 * GIB, { unit: 'MiB', count: 81_920 }],
  [38_159 * MIB + 45_056, { unit: 'sectors', count: 38_159 * 2048 + 88 }],
] as const)('%d bytes are exact in %j', (size, expected) => {
  expect(exactSize(size, 512)).toEqual(expected);
  expect(bytesTyped(exactSize(size, 512), 512)).toBe(size);
});
