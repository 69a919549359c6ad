import { derived } from '../plan/index.js';
import { safetyAsFound, type SafetyState } from '../safety/index.js';
import { kindOf } from '../sequence/index.js';
import { folded } from './folded.js';

/** What keeps the data before the first step, and after each. */
export const safetiesOf = derived((planned) =>
  folded<SafetyState>(
    planned,
    safetyAsFound(planned),
    (safety, step) => kindOf(step).safety?.(safety, step, planned) ?? safety,
  ),
);
