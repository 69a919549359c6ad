import { derived } from '../plan/index.js';
import { kindOf, procedureFor } from '../sequence/index.js';
import { arrivalAt, bootAsFound, type Arrival, type BootState } from '../start/index.js';

/** What the machine starts from before the first step, and after each; as found alone where the steps have no order. */
export const bootsOf = derived((planned): readonly BootState[] => {
  const { ordered } = procedureFor(planned);
  const states = [bootAsFound(planned)];
  for (const step of ordered.ok ? ordered.steps : []) {
    const boot = states.at(-1)!;
    states.push(kindOf(step).boots?.(boot, step, planned) ?? boot);
  }
  return states;
});

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
