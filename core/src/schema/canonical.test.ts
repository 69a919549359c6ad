import fc from 'fast-check';
import { canonicalText } from './canonical.js';

test('fields stand in the order of their UTF-16 code units (RFC 8785 §3.2.3)', () => {
  const names = ['\u20ac', '\r', '\ufb33', '1', '\ud83d\ude00', '\u0080', '\u00f6'];
  const value = Object.fromEntries(names.map((name) => [name, 0]));
  expect(Object.keys(JSON.parse(canonicalText(value)) as object)).toHaveLength(7);
  expect(canonicalText(value)).toBe(
    '{"\\r":0,"1":0,"\u0080":0,"\u00f6":0,"\u20ac":0,"\ud83d\ude00":0,"\ufb33":0}',
  );
});

test('a field that is undefined is not there', () =>
  expect(canonicalText({ b: undefined, a: [1, undefined] })).toBe('{"a":[1,null]}'));

test('it says what JSON says, and the same in whatever order the fields were written', () => {
  fc.assert(
    fc.property(fc.jsonValue(), (value) => {
      const text = canonicalText(value);
      expect(JSON.parse(text)).toEqual(JSON.parse(JSON.stringify(value)));
      expect(canonicalText(turned(value))).toBe(text);
    }),
  );
});

/** The same value with the fields of every object the other way round. */
function turned(value: unknown): unknown {
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map(turned);
  return Object.fromEntries(
    Object.entries(value)
      .reverse()
      .map(([name, field]) => [name, turned(field)]),
  );
}
