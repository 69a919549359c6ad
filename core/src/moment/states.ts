import { derived } from '../plan/index.js';
import type { SafetyState } from '../safety/index.js';
import type { BootState } from '../start/index.js';
import { bootsOf } from './arrivals.js';
import { momentsOf, type Moment } from './moments.js';
import { safetiesOf } from './safeties.js';

/** The whole machine between two steps: its disk, what it boots, and what keeps its data. */
export interface State {
  /** How many steps are done. */
  readonly after: number;
  readonly disk: Moment;
  readonly boot: BootState;
  readonly safety: SafetyState;
}

/** The machine before the first step, and after each; as found alone where the steps have no order. */
export const statesOf = derived((planned): readonly State[] => {
  const [boots, safeties] = [bootsOf(planned), safetiesOf(planned)];
  return momentsOf(planned).map((disk, after) => ({
    after,
    disk,
    boot: boots[after]!,
    safety: safeties[after]!,
  }));
});
