import type { Planned } from '../plan/index.js';
import { procedureFor, type Step } from '../sequence/index.js';

/** A state before the first step, and after each; the first alone where the steps have no order. States share what did not change. */
export function folded<S>(planned: Planned, asFound: S, after: (state: S, step: Step) => S): readonly S[] {
  const { ordered } = procedureFor(planned);
  const states = [asFound];
  for (const step of ordered.ok ? ordered.steps : []) states.push(after(states.at(-1)!, step));
  return states;
}
