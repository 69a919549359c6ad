import { FIRMWARE, step, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** The boot order is set in the firmware. */
export type StartOrder = StepOf<'start-order'>;

export const startOrder: Kind<StartOrder> = { kind: 'start-order' };

export const orderings = ({ arriving, staying }: Situation, needs: readonly string[]): StartOrder[] =>
  arriving.length > 0 && staying.length > 1 ? [step('start-order', '', FIRMWARE, { needs })] : [];
