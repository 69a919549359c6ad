import type { StepOf } from '../step.js';
import type { VolumeChange } from '../derive/volume-change.js';
import type { Kind } from './kind.js';
import { moveTo, MOVING, type AboutMove } from './move.js';

/** A volume waits at a free place until its own is free: those that stand in each other's way in a circle. */
export type MoveAside = StepOf<'move-aside', AboutMove>;

export const moveAside = {
  ...MOVING,
  kind: 'move-aside',
} satisfies Kind<MoveAside>;

export function asideOf(change: VolumeChange): MoveAside[] {
  const scratch = change.situation.aside.get(change.fate.found.id);
  return scratch ? [moveTo('move-aside', change, scratch.start)] : [];
}
