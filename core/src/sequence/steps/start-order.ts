import { FIRMWARE, step, type StepOf } from '../step.js';
import { bootsInOrder } from '../../start/index.js';
import { listsOthers } from '../../system/index.js';
import type { Situation } from '../derive/situation.js';
import { LEAVES_THE_DISK, type Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** The boot order is set: in the firmware, or with BIOS in the menu of the system that lists the others. */
export type StartOrder = StepOf<'start-order'>;

export const startOrder = {
  kind: 'start-order',
  ...LEAVES_THE_DISK,
  asks: null,
  withoutLive: null,
  boots: (boot, _, planned) => bootsInOrder(boot, planned),
  safety: null,
  back: null,
  byHand: () => SHORT,
} satisfies Kind<StartOrder>;

export function orderings({ plan, arriving, staying }: Situation, needs: readonly string[]): StartOrder[] {
  const { order = [], waitSeconds = null } = plan.start ?? {};
  const decided = order.length > 0 || waitSeconds !== null;
  // One that is held as a file is an entry of its host's menu, not of the firmware.
  const entries = arriving.filter((s) => !s.host);
  if (staying.length < 2 || (entries.length === 0 && !decided)) return [];
  if (plan.target.mode === 'uefi') return [step('start-order', '', FIRMWARE, { needs })];
  // A BIOS lists disks, not systems: what stands in the first sector of the disk does the rest.
  const menu = staying.findLast((s) => listsOthers(s) && !s.menu);
  return decided && menu
    ? [step('start-order', '', { kind: 'first-start', system: menu.id }, { needs })]
    : [];
}
