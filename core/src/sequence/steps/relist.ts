import type { StepOf } from '../step.js';
import { CONTAINING, type AboutContainer } from './container.js';
import type { Kind } from './kind.js';

/** Partitions become logicals or primaries, and the container with them: all is written at once. */
export type Relist = StepOf<'relist', AboutContainer>;

export const relist = {
  ...CONTAINING,
  kind: 'relist',
  room: 'both',
  write(table, { after }) {
    table.relist();
    return table.contain(after);
  },
  back: {
    write(table, { before }) {
      table.unlist();
      table.contain(before);
    },
  },
  table: 'rewritten',
} satisfies Kind<Relist>;
