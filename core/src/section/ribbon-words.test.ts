import { inEnglish } from '../words/index.js';
import type { PlacedRibbon } from './layout.js';
import { ribbonWords } from './ribbon-words.js';

const SECTOR = 512;
const GIB_SECTORS = 2 ** 30 / SECTOR;

const ribbon = (kind: PlacedRibbon['kind'], gibibytes: number, travels = false): PlacedRibbon => ({
  id: 'found-1',
  kind,
  path: '',
  reach: { top: 0, bottom: 1 },
  wordsAt: { x: 0, y: 0, room: 0 },
  lengthChange: gibibytes * GIB_SECTORS,
  travels,
});

test.each<[string, PlacedRibbon, string | null, string | null]>([
  ['what stays says nothing', ribbon('untouched', 0), null, null],
  ['a smaller volume', ribbon('shrunk', -5), 'shrinks by 5 GiB', 'its start stays fixed'],
  ['a smaller volume whose data moves', ribbon('shrunk', -5, true), 'shrinks by 5 GiB', 'its data moves'],
  ['a larger volume', ribbon('grown', 7), 'grows by 7 GiB', null],
  ['a larger volume whose data moves', ribbon('grown', 7, true), 'grows by 7 GiB', 'its data moves'],
  ['one that moves', ribbon('moved', 0, true), 'moves', 'its data moves'],
  ['one that moves and is smaller', ribbon('moved', -2, true), 'shrinks by 2 GiB', 'its data moves'],
  ['one that is deleted', ribbon('erased', 0), 'deleted', null],
  ['one that is deleted is not said to shrink', ribbon('erased', -3), 'deleted', null],
  ['one that is formatted', ribbon('formatted', 0), 'content erased', null],
  ['one that is formatted larger is not said to grow', ribbon('formatted', 3), 'content erased', null],
])('%s', (_, placed, first, second) => {
  const words = ribbonWords(placed, SECTOR);
  const said = (text: typeof words.first) =>
    text === null ? null : typeof text === 'string' ? text : inEnglish(text);
  expect([said(words.first), said(words.second)]).toEqual([first, second]);
});
