import { FIRMWARE, step, type StepOf } from '../step.js';
import { switchesController, type Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { minutes } from '../by-hand.js';
import { safeStarts, type SafeStart } from './safe-start.js';
import { usualStartAfter, type UsualStart } from './usual-start.js';

/** The firmware is switched from its own RAID to disks as they are. */
export type ControllerMode = StepOf<'controller-mode'>;

export const controllerMode = {
  kind: 'controller-mode',
  back: {},
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => minutes(5, 20),
} satisfies Kind<ControllerMode>;

/** A Windows that stays is told before, and told back after. */
export function controllerSwitches(situation: Situation): (SafeStart | ControllerMode | UsualStart)[] {
  if (!switchesController(situation.plan)) return [];
  const told = safeStarts(situation);
  const needs = told.map((s) => s.id);
  const switched: ControllerMode = step('controller-mode', '', FIRMWARE, { needs, undo: 'no-need' });
  return [...told, switched, ...told.map((s) => usualStartAfter(s, [switched.id]))];
}
