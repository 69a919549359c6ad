import { step, type Environment, type StepOf } from '../step.js';
import type { Fate } from '../../plan/index.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import { turnsSecureBootOff, type Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** The protection of an encrypted volume is suspended, so that the machine can be started in another way. */
export type SuspendProtection = StepOf<'suspend-protection', { found: SurveyPartitionId }>;

export const suspendProtection: Kind<SuspendProtection> = { kind: 'suspend-protection', back: {} };

/** Where the firmware, the table or the volume itself is changed. */
export function suspensionOf(
  { plan }: Situation,
  { found, kind }: Fate,
  running: Environment,
): SuspendProtection[] {
  if (!turnsSecureBootOff(plan) && kind === 'untouched' && plan.target.table !== 'convert') return [];
  const needs = [`recovery-key:${found.id}`];
  return [step('suspend-protection', found.id, running, { found: found.id, needs })];
}
