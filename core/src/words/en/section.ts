import { and, binary, count } from './format.js';

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

/** What stands in a drawing of a disk, on a screen and on paper. */
export const section = {
  'section.inside': ({ volumes, change }: { volumes: number; change: keyof typeof INSIDE }) =>
    `${volumes} inside ${INSIDE[change]}`,
  'section.fate': ({ fate }: { fate: keyof typeof FATES }) => FATES[fate],
  'section.room': ({ systems }: { systems: readonly string[] }) => `free for ${and(systems)}`,
  'section.makes': ({ partitions, setups }: { partitions: number; setups: number }) =>
    `${setups === 1 ? 'its setup creates' : 'their setups create'} ${count(partitions, 'partition')}`,
  'section.extended': () => 'in extended',
  'section.free': () => 'free',
  'section.floor': ({ bytes }: { bytes: number }) => `floor ${binary(bytes)}`,
  'section.content-erased': () => 'content erased',
  'section.erased': () => 'deleted',
  'section.moves': () => 'moves',
  'section.shrinks': ({ bytes }: { bytes: number }) => `shrinks by ${binary(bytes)}`,
  'section.grows': ({ bytes }: { bytes: number }) => `grows by ${binary(bytes)}`,
  'section.its-data-moves': () => 'its data moves',
  'section.its-start-stays-fixed': () => 'its start stays fixed',
};
