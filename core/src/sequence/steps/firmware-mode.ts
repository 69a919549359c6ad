import { FIRMWARE, step, type StepOf } from '../step.js';
import type { Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** The firmware is switched to the planned mode. */
export type SwitchMode = StepOf<'firmware-mode'>;

export const firmwareMode = {
  kind: 'firmware-mode',
  back: {},
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => minutes(2, 10),
} satisfies Kind<SwitchMode>;

export function modeSwitches({ plan, arriving }: Situation): SwitchMode[] {
  const { modeInUse } = plan.machine;
  const changes = modeInUse !== 'unknown' && modeInUse !== plan.target.mode;
  const matters = arriving.length > 0 || plan.target.table === 'convert';
  return changes && matters ? [step('firmware-mode', '', FIRMWARE, { undo: 'no-need' })] : [];
}
