import type { StepOf } from '../step.js';
import { CONTAINING, type AboutContainer } from './container.js';
import type { Kind } from './kind.js';

/** The extended container gives up what its partitions have left. */
export type ShrinkContainer = StepOf<'shrink-container', AboutContainer>;

export const shrinkContainer = {
  ...CONTAINING,
  kind: 'shrink-container',
  room: 'frees',
} satisfies Kind<ShrinkContainer>;
