import { browserStore } from './unsent.js';

function storageWith(text: string) {
  const held = new Map([['rhizotome:unsent:m', text]]);
  return {
    held,
    getItem: (key: string) => held.get(key) ?? null,
    setItem: (key: string, value: string) => void held.set(key, value),
    removeItem: (key: string) => void held.delete(key),
  };
}
const tick = { kind: 'tick', step: 'backup', done: true };
const entry = (edit: object) => ({ kind: 'edit', key: 'key-00001', intent: 'do', edit });

test('entries of the version before are read as today’s', () => {
  const old = entry({ kind: 'batch', title: 'Both', edits: [tick] });
  const items = browserStore(storageWith(JSON.stringify([old]))).load('m');
  expect(items).toEqual([
    entry({ kind: 'batch', says: { code: 'edit.titled', with: { title: 'Both' } }, edits: [tick] }),
  ]);
});

test.each([
  ['no JSON', '[{"kind":'],
  ['no list', '{"kind":"edit"}'],
  ['an edit of no known kind', JSON.stringify([entry({ kind: 'unheard-of' })])],
  ['nothing in it', JSON.stringify([null, 7, 'x'])],
])('%s is put aside, and not lost', (_, text) => {
  const storage = storageWith(text);
  expect(browserStore(storage).load('m')).toEqual([]);
  expect(storage.held.get('rhizotome:not-understood:m')).toBe(text);
});

test('what is understood beside it is still sent', () => {
  const text = JSON.stringify([entry(tick), entry({ kind: 'unheard-of' })]);
  const storage = storageWith(text);
  expect(browserStore(storage).load('m')).toEqual([entry(tick)]);
  expect(storage.held.get('rhizotome:not-understood:m')).toBe(text);
});
