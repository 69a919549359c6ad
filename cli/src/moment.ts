import { momentsOf, type Moment, type Planned } from '@rhizotome/core';
import { Failure } from './failure.js';

/** The disk of a plan after so many of its steps. @throws Failure where it has not so many */
export function momentAfter(planned: Planned, steps: number): Moment {
  const moments = momentsOf(planned);
  const moment = moments[steps];
  if (!moment)
    throw new Failure(`--moment ${steps}: the procedure of this plan has ${moments.length - 1} steps.`);
  return moment;
}
