import { step, type Environment, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** The sectors of the table are kept elsewhere. */
export type SafetyCopy = StepOf<'safety-copy'>;

export const safetyCopy: Kind<SafetyCopy> = { kind: 'safety-copy' };

export const safetyCopies = ({ survey }: Situation, running: Environment): SafetyCopy[] =>
  survey.partitions.length > 0 ? [step('safety-copy', '', running, { needs: ['backup'] })] : [];
