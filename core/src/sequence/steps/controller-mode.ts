import { FIRMWARE, step, type StepOf } from '../step.js';
import { switchesController, type Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';

/** The firmware is switched from its own RAID to disks as they are. */
export type ControllerMode = StepOf<'controller-mode'>;

export const controllerMode: Kind<ControllerMode> = { kind: 'controller-mode', back: {} };

export const controllerSwitches = ({ plan }: Situation): ControllerMode[] =>
  switchesController(plan) ? [step('controller-mode', '', FIRMWARE, { undo: 'no-need' })] : [];
