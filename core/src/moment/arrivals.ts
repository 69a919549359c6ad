import { derived } from '../plan/index.js';
import { kindOf, procedureFor } from '../sequence/index.js';
import { arrivalAt, bootAsFound, type Arrival, type BootState } from '../start/index.js';
import { folded } from './folded.js';

/** What the machine starts from before the first step, and after each. */
export const bootsOf = derived((planned) =>
  folded<BootState>(
    planned,
    bootAsFound(planned),
    (boot, step) => kindOf(step).boots?.(boot, step, planned) ?? boot,
  ),
);

/** By phase: what is met on the way to the system in which it is done; `null` where none is started for it. */
export const arrivalsOf = derived((planned): readonly (Arrival | null)[] => {
  const boots = bootsOf(planned);
  let done = 0;
  return procedureFor(planned).phases.map(({ environment, restart, steps }) => {
    const boot = boots[done]!;
    done += steps.length;
    const started = environment.kind === 'running' || environment.kind === 'first-start';
    return restart && started && environment.system !== null
      ? arrivalAt(planned, boot, environment.system)
      : null;
  });
});
