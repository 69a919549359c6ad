import { step, type Environment, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** Everything on the disk is copied to another one. */
export type Backup = StepOf<'backup'>;

export const backup: Kind<Backup> = { kind: 'backup' };

export const backups = ({ survey }: Situation, running: Environment): Backup[] =>
  survey.partitions.length > 0 ? [step('backup', '', running, { undo: 'no-need' })] : [];
