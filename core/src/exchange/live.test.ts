import { liveEventText, readLiveEvent, type Digest, type LiveEvent } from '../index.js';

const SAID: readonly LiveEvent[] = [
  { name: 'point', data: { revision: 7, digest: 'a'.repeat(64) as Digest } },
  { name: 'others', data: [{ stage: 'runbook', step: 4 }] },
  { name: 'others', data: [] },
  { name: 'deleted', data: null },
];

test.each(SAID)('$name is read as it was said', (event) => {
  const [first, second] = liveEventText(event).split('\n');
  expect(readLiveEvent(first!.slice(7), second!.slice(6))).toEqual(event);
});

test.each([
  ['later', '{}'],
  [undefined, '{}'],
  ['point', '{"revision":-1,"digest":""}'],
  ['point', '{'],
  ['others', '[{"stage":7}]'],
])('%s with %s is no event of this version', (name, text) =>
  expect(readLiveEvent(name, text)).toBeUndefined(),
);
