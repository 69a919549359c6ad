import type { StepOf } from '../step.js';
import { CONTAINING, type AboutContainer } from './container.js';
import type { Kind } from './kind.js';

/** The extended container takes in both what it was and what it shall be. */
export type GrowContainer = StepOf<'grow-container', AboutContainer>;

export const growContainer = {
  ...CONTAINING,
  kind: 'grow-container',
  room: 'takes',
} satisfies Kind<GrowContainer>;
