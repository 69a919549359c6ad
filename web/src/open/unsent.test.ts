import { browserStore } from '../parts/browser-store.js';
import { storageInMemory } from '../parts/testing/storage-in-memory.js';
import { unsentIn, type Unsent } from './unsent.js';

const tick = { kind: 'tick', step: 'backup', done: true } as const;
const entry = (edit: object, key = 'key-00001') => ({ kind: 'edit', key, intent: 'do', edit });
const LIST = 'rhizotome:unsent:m';

function over(entries: Readonly<Record<string, string>> = {}) {
  const storage = storageInMemory(entries);
  return {
    storage,
    store: unsentIn(browserStore(() => storage)),
  };
}

test('the list of the version before is read as today’s entries, in its order', () => {
  const old = entry({ kind: 'batch', title: 'Both', edits: [tick] });
  const { storage, store } = over({ [LIST]: JSON.stringify([old, entry(tick, 'key-00002')]) });
  const items = [
    entry({ kind: 'batch', says: { code: 'edit.titled', with: { title: 'Both' } }, edits: [tick] }),
    entry(tick, 'key-00002'),
  ];
  expect(store.load('m')).toEqual(items);
  expect(store.load('m')).toEqual(items);
  expect(storage.held.has(LIST)).toBe(false);
});

test.each([
  ['no JSON', '[{"kind":'],
  ['no list', '{"kind":"edit"}'],
  ['an edit of no known kind', JSON.stringify([entry({ kind: 'unheard-of' })])],
  ['nothing in it', JSON.stringify([null, 7, 'x'])],
  ['an edit without a key', JSON.stringify([{ ...entry(tick), key: 7 }])],
  ['an edit of no known intent', JSON.stringify([{ ...entry(tick), intent: 'perhaps' }])],
  ['an edit that calls itself otherwise', JSON.stringify([{ ...entry(tick), kind: 'thought' }])],
  ['a reading that is none', JSON.stringify([{ kind: 'survey', survey: { id: 'x' } }])],
  ['a text', '"hello"'],
  ['null', 'null'],
])('%s is put aside, and not lost, whether it is an entry or the list', (_, text) => {
  for (const key of [LIST, `${LIST}:000000000000001:key-00001`]) {
    const { storage, store } = over({ [key]: text });
    expect(store.load('m')).toEqual([]);
    expect([...storage.held]).toEqual([[key.replace('unsent', 'not-understood'), text]]);
  }
});

test('what is understood beside it is still sent', () => {
  const text = JSON.stringify([entry(tick), entry({ kind: 'unheard-of' })]);
  const { storage, store } = over({ [LIST]: text });
  expect(store.load('m')).toEqual([entry(tick)]);
  expect(storage.held.get('rhizotome:not-understood:m')).toBe(text);
});

test('entries are in the order of their making, also within one millisecond, and of one machine only', () => {
  const { store } = over();
  const items = Array.from(
    { length: 12 },
    (_, i) => entry(tick, `key-${String(12 - i).padStart(5, '0')}`) as Unsent,
  );
  for (const item of items) store.add('m', item);
  store.add('n', entry(tick, 'key-of-n') as Unsent);
  expect(store.load('m')).toEqual(items);
  store.remove('m', items[3]!);
  expect(store.load('m')).toEqual(items.filter((item) => item !== items[3]));
});

test('a window that comes later, on a clock that was set back, adds behind what is there', () => {
  const { storage, store } = over({
    [`${LIST}:001796121000000:key-old`]: JSON.stringify(entry(tick, 'key-old')),
  });
  const clock = jest.spyOn(Date, 'now').mockReturnValue(5);
  store.add('m', entry(tick, 'key-first') as Unsent);
  unsentIn(browserStore(() => storage)).add('m', entry(tick, 'key-second') as Unsent);
  store.add('m', entry(tick, 'key-third') as Unsent);
  clock.mockRestore();
  const keys = store.load('m').map((item) => item.kind === 'edit' && item.key);
  expect(keys).toEqual(['key-old', 'key-first', 'key-second', 'key-third']);
});

test('the browser may list them in any order', () => {
  const items = [1, 2, 3].map((n) => entry(tick, `key-0000${n}`));
  const keyed = items.map((item, i) => [`${LIST}:00000000000000${i + 1}:${item.key}`, JSON.stringify(item)]);
  const { store } = over(Object.fromEntries(keyed.reverse()) as Record<string, string>);
  expect(store.load('m')).toEqual(items);
});

test('storage that is barred holds them in this window, and says so', () => {
  const store = unsentIn(
    browserStore(() => {
      throw new DOMException('barred', 'SecurityError');
    }),
  );
  expect(store.add('m', entry(tick) as Unsent)).toBe(false);
  expect(store.load('m')).toEqual([entry(tick)]);
});
