import { historyKey } from './history-keys.js';

const NONE = { ctrlKey: false, metaKey: false, altKey: false, shiftKey: false };

test.each<[string, object, 'undo' | 'redo' | null]>([
  ['z', { ctrlKey: true }, 'undo'],
  ['z', { metaKey: true }, 'undo'],
  ['Z', { ctrlKey: true, shiftKey: true }, 'redo'],
  ['y', { ctrlKey: true }, 'redo'],
  ['y', { ctrlKey: true, shiftKey: true }, null],
  ['z', {}, null],
  ['z', { shiftKey: true }, null],
  ['z', { ctrlKey: true, altKey: true }, null],
  ['x', { ctrlKey: true }, null],
])('%s with %j is %p', (key, held, expected) => {
  expect(historyKey({ ...NONE, ...held, key })).toBe(expected);
});
