import { systemOf, type Planned } from '../../plan/index.js';
import { arrivalsOf } from '../../moment/index.js';
import { liveFrom, type Environment, type Phase } from '../../sequence/index.js';
import { hasStartupManager, type Arrival } from '../../start/index.js';
import { message, type Code, type Message } from '../../words/index.js';
import { systemName } from './facts.js';

export type PlaceSays = Message<Extract<Code, `place.${string}`>>;
export type LaneSays = Message<Extract<Code, `lane.${string}`>>;
export type NoteSays = Message<Extract<Code, `note.${string}`>>;

/** Where a step is done, as a heading. */
export function placeOf(planned: Planned, environment: Environment): PlaceSays {
  switch (environment.kind) {
    case 'running':
      return environment.system === null
        ? message('place.anywhere')
        : message('place.running', { system: systemName(planned, environment.system) });
    case 'firmware':
      return message('place.firmware', { startupManager: hasStartupManager(planned.plan) });
    case 'live':
      return message('place.live');
    case 'installer':
      return message('place.installer', { system: systemName(planned, environment.system) });
    case 'first-start':
      return message('place.first-start', { system: systemName(planned, environment.system) });
  }
}

/** Where a step back is done: a live session is told with the medium that gives it. */
export function placeOfBack(planned: Planned, environment: Environment): PlaceSays {
  const from = environment.kind === 'live' ? liveFrom(planned.plan) : undefined;
  return from ? message('place.live-from', { system: from.name }) : placeOf(planned, environment);
}

/** What one is called whether it is started as usual or from cold. */
export function laneOf(planned: Planned, environment: Environment): LaneSays {
  switch (environment.kind) {
    case 'firmware':
      return message('lane.firmware', { startupManager: hasStartupManager(planned.plan) });
    case 'live':
      return message('lane.live');
    case 'installer':
      return message('lane.installer', { system: systemName(planned, environment.system) });
    case 'running':
    case 'first-start':
      return environment.system === null
        ? message('lane.anywhere')
        : message('lane.system', { system: systemName(planned, environment.system) });
  }
}

/** How one gets there, and what is met on the way. @param n which of the phases */
export function placeNote(planned: Planned, { environment, restart }: Phase, n: number): NoteSays {
  const { plan } = planned;
  const { mode } = plan.target;
  const arrival = arrivalsOf(planned)[n];
  switch (environment.kind) {
    case 'running':
      return arrival ? arriving(planned, environment, arrival) : message('note.running', { first: n === 0 });
    case 'firmware':
      return message('note.firmware', { startupManager: hasStartupManager(plan) });
    case 'live':
      return message('note.live', { mode, from: liveFrom(plan)?.name ?? null });
    case 'installer':
      return restart ? message('note.installer', { mode }) : message('note.installer-here');
    case 'first-start':
      return arrival ? arriving(planned, environment, arrival) : message('note.here');
  }
}

const arriving = (
  planned: Planned,
  { kind, system }: Extract<Environment, { readonly system: string | null }>,
  arrival: Arrival,
): NoteSays =>
  message('note.arriving', {
    cold: kind === 'first-start',
    system: systemName(planned, system),
    mode: planned.plan.target.mode,
    startupManager: hasStartupManager(planned.plan),
    meets: arrival.meets,
    hasEntry: systemOf(planned.plan, system ?? '')?.host === undefined,
    first: 'first' in arrival ? arrival.first.name : null,
  });
