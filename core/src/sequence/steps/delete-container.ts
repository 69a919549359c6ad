import type { StepOf } from '../step.js';
import { CONTAINING, type AboutContainer } from './container.js';
import type { Kind } from './kind.js';

/** The extended container goes, once nothing is in it. */
export type DeleteContainer = StepOf<'delete-container', AboutContainer>;

export const deleteContainer = {
  ...CONTAINING,
  kind: 'delete-container',
  room: 'frees',
} satisfies Kind<DeleteContainer>;
