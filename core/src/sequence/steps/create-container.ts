import type { StepOf } from '../step.js';
import { CONTAINING, type AboutContainer } from './container.js';
import type { Kind } from './kind.js';

/** The extended container is made. */
export type CreateContainer = StepOf<'create-container', AboutContainer>;

export const createContainer = {
  ...CONTAINING,
  kind: 'create-container',
  room: 'takes',
} satisfies Kind<CreateContainer>;
