import { and, count } from '@rhizotome/core';

const FATES = {
  untouched: 'kept',
  shrunk: 'shrunk',
  grown: 'grown',
  moved: 'moved',
  formatted: 'formatted',
  erased: 'deleted',
  new: 'new',
} as const;

const INSIDE = {
  untouched: 'kept',
  formatted: 'formatted',
  erased: 'deleted',
  created: 'new',
  changed: 'changed',
} as const;

const GRIPS = { start: 'Start', end: 'End', body: 'Place' } as const;

/** What is said in the drawing of a disk. */
export const section = {
  'section.inside': (volumes: number, change: keyof typeof INSIDE) => `${volumes} inside ${INSIDE[change]}`,
  'section.fate': (fate: keyof typeof FATES) => FATES[fate],
  'section.room': (systems: readonly string[]) => `free for ${and(systems)}`,
  'section.makes': (partitions: number, setups: number) =>
    `${setups === 1 ? 'its setup creates' : 'their setups create'} ${count(partitions, 'partition')}`,
  'section.extended': () => 'in extended',
  'section.asks': (title: string) =>
    `${title} is kept: to move its start, all its data is copied. Drag further to move it.`,
  'section.asks-by-key': (title: string) =>
    `${title} is kept: to move its start, all its data is copied. Press Enter to move it, Escape to leave it where it is.`,
  'section.starts-at': (size: string) => `starts at ${size}`,
  'section.no-data-moves': () => 'no data moves',
  'section.up-move': (size: string, said: string, exposureInWords: string) =>
    `up to ${size} move, ${said}, ${exposureInWords}`,
  'section.moves-no-more-data': (all: string) => `moves no more data; in total ${all}`,
  'section.move-total': (size: string, more: boolean, all: string) =>
    `${size} ${more ? 'more' : 'less'} to move; in total ${all}`,
  'section.no-power-cut-risk': () => 'no power-cut risk',
  'section.at-risk-from-power': (times: number) =>
    times === 1 ? 'at risk from a power cut once' : `at risk from a power cut ${times} times`,
  'section.places-ends-borders': () => 'Places, ends and borders',
  'section.partition': () => 'a partition',
  'section.border': (left: string, right: string) => `Border of ${left} and ${right}`,
  'section.of': (what: keyof typeof GRIPS, title: string) => `${GRIPS[what]} of ${title}`,
  'section.stretch-disk-shown': () => 'Stretch of the disk that is shown',
  'section.disk': (first: string, end: string) => `${first} to ${end} of the disk`,
  'section.partitions-as-found': () => 'Partitions as found',
  'section.partitions-as-planned': () => 'Partitions as planned',
  'section.floor': (size: string) => `floor ${size}`,
  'section.content-erased': () => 'content erased',
  'section.shrinks': (size: string) => `shrinks by ${size}`,
  'section.grows': (size: string) => `grows by ${size}`,
  'section.its-data-moves': () => 'its data moves',
  'section.its-start-stays-fixed': () => 'its start stays fixed',
  'section.tick-every': (size: string) => `a tick every ${size}`,
  'section.as-found': () => 'as found',
  'section.erased': () => 'deleted',
  'section.moves': () => 'moves',
  'section.free': () => 'free',
  'section.found': () => 'found',
  'section.planned': () => 'planned',
  'section.preview': () => 'preview',
};
