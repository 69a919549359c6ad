import type { Planned } from '../../plan/index.js';
import { liveFrom, type Environment } from '../../sequence/index.js';
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
      return message('place.firmware');
    case 'live':
      return message('place.live');
    case 'installer':
      return message('place.installer', { system: systemName(planned, environment.system) });
    case 'first-start':
      return message('place.first-start', { system: systemName(planned, environment.system) });
  }
}

/** What one is called whether it is started as usual or from cold. */
export function laneOf(planned: Planned, environment: Environment): LaneSays {
  switch (environment.kind) {
    case 'firmware':
    case 'live':
      return message(`lane.${environment.kind}`);
    case 'installer':
      return message('lane.installer', { system: systemName(planned, environment.system) });
    case 'running':
    case 'first-start':
      return environment.system === null
        ? message('lane.anywhere')
        : message('lane.system', { system: systemName(planned, environment.system) });
  }
}

/** How one gets there. */
export function placeNote({ plan }: Planned, environment: Environment, restart: boolean): NoteSays {
  const { mode } = plan.target;
  switch (environment.kind) {
    case 'running':
      return message('note.running');
    case 'firmware':
      return message('note.firmware');
    case 'live':
      return message('note.live', { mode, from: liveFrom(plan)?.name ?? null });
    case 'installer':
      return restart ? message('note.installer', { mode }) : message('note.installer-here');
    case 'first-start':
      return message('note.first-start');
  }
}
