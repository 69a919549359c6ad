const GRIPS = { start: 'Start', end: 'End', body: 'Place' } as const;

/** What is said in the drawing of a disk. */
export const section = {
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
  'section.tick-every': (size: string) => `a tick every ${size}`,
  'section.as-found': () => 'as found',
  'section.found': () => 'found',
  'section.planned': () => 'planned',
  'section.preview': () => 'preview',
};
