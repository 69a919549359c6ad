import { isDeeperThan, parseJson } from './json.js';

const nested = (levels: number, open = '[', close = ']') => open.repeat(levels) + close.repeat(levels);

test.each([
  ['lists', nested(20_000)],
  ['objects', `${'{"a":'.repeat(20_000)}1${'}'.repeat(20_000)}`],
])('%s in each other are refused, however many', (_, text) => {
  expect(() => parseJson(text)).toThrow(SyntaxError);
});

test('what documents are is read, however long', () => {
  expect(parseJson(nested(100))).toHaveLength(1);
  expect(() => parseJson(nested(102))).toThrow('deeper than 100');
  const long = Array.from({ length: 200_000 }, () => ({ a: [1] }));
  expect(parseJson(JSON.stringify(long))).toHaveLength(200_000);
  expect(isDeeperThan(long, 2)).toBe(true);
  expect(isDeeperThan(long, 3)).toBe(false);
});
