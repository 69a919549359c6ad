import type { Place } from '../ability/index.js';
import type { Plan } from '../plan/index.js';
import { canBeTried, hasOwnVolumes, isArriving, type System } from '../system/index.js';
import type { Environment } from './step.js';

/** What kind of place an environment is. A system of which nothing is told counts as a Linux. */
export function placeIn(plan: Plan, environment: Environment): Place {
  switch (environment.kind) {
    case 'live':
    case 'firmware':
      return environment.kind;
    case 'installer':
      return familyOf(plan, environment.system) === 'windows' ? 'windows-setup' : 'installer';
    case 'running':
    case 'first-start':
      return familyOf(plan, environment.system) ?? 'linux';
  }
}

/** The system from whose medium live sessions are started: the first that comes on one that can be tried. */
export const liveFrom = ({ systems }: Plan): System | undefined =>
  systems.find((s) => isArriving(s) && hasOwnVolumes(s) && canBeTried(s));

const familyOf = (plan: Plan, id: string | null) => plan.systems.find((s) => s.id === id)?.family;
