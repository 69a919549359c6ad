import { same } from './same.js';

test.each([
  [
    { a: 1, b: [1, { c: 'x' }] },
    { b: [1, { c: 'x' }], a: 1 },
  ],
  [{ a: 1, b: undefined }, { a: 1 }],
  [{ a: 1 }, { a: 1, b: undefined }],
  [[], []],
  [null, null],
  [NaN, NaN],
])('%j says the same as %j', (a, b) => {
  expect(same(a, b)).toBe(true);
  expect(same(b, a)).toBe(true);
});

const work = () => undefined;

test.each([
  [{ a: 1 }, { a: 2 }],
  [{ a: 1 }, { a: 1, b: null }],
  [{ a: undefined }, { a: null }],
  [{ a: 1 }, { b: 1 }],
  [{ at: { top: 1 } }, { at: { top: 2 } }],
  [[1, 2], [1]],
  [
    [1, 2],
    [2, 1],
  ],
  ['1', 1],
  [null, {}],
  [{ work }, { work: () => undefined }],
])('%j says something else than %j', (a, b) => {
  expect(same(a, b)).toBe(false);
  expect(same(b, a)).toBe(false);
});
