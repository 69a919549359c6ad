import { FIRMWARE, step, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** The firmware is switched to the planned mode. */
export type SwitchMode = StepOf<'firmware-mode'>;

export const firmwareMode: Kind<SwitchMode> = { kind: 'firmware-mode', back: {} };

export function modeSwitches({ plan, arriving }: Situation): SwitchMode[] {
  const { modeInUse } = plan.machine;
  const changes = modeInUse !== 'unknown' && modeInUse !== plan.target.mode;
  const matters = arriving.length > 0 || plan.target.table === 'convert';
  return changes && matters ? [step('firmware-mode', '', FIRMWARE, { undo: 'no-need' })] : [];
}
