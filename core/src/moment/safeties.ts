import { derived } from '../plan/index.js';
import { safetyAsFound, type SafetyState } from '../safety/index.js';
import { kindOf, procedureFor } from '../sequence/index.js';

/** What keeps the data before the first step, and after each; as found alone where the steps have no order. */
export const safetiesOf = derived((planned): readonly SafetyState[] => {
  const { ordered } = procedureFor(planned);
  const states = [safetyAsFound(planned)];
  for (const step of ordered.ok ? ordered.steps : []) {
    const safety = states.at(-1)!;
    states.push(kindOf(step).safety?.(safety, step, planned) ?? safety);
  }
  return states;
});
