import type { Planned } from '../plan/index.js';
import type { Range } from './step.js';
import { kindOf, type Step } from './steps/kinds.js';
import { minutes } from './by-hand.js';

const RESTART = minutes(1, 3);

/** How long a step takes whoever does it, with the copying it does. */
export function timeOf(planned: Planned, step: Step): Range {
  return sumOf([kindOf(step).byHand(planned, step), step.seconds]);
}

/** How long all of it takes, with the restarts between, and the step that takes longest. */
export interface Day {
  readonly seconds: Range;
  readonly longest: { readonly step: string; readonly seconds: Range } | null;
}

export function dayOf(planned: Planned, steps: readonly Step[], restarts: number): Day {
  const times = steps.map((step) => ({ step: step.id, seconds: timeOf(planned, step) }));
  const longest = times.reduce<Day['longest']>(
    (most, next) => (most === null || next.seconds.most > most.seconds.most ? next : most),
    null,
  );
  return {
    seconds: sumOf([
      ...times.map((t) => t.seconds),
      { least: restarts * RESTART.least, most: restarts * RESTART.most },
    ]),
    longest,
  };
}

export function sumOf(ranges: readonly (Range | null)[]): Range {
  return ranges.reduce<Range>(
    (total, r) => (r ? { least: total.least + r.least, most: total.most + r.most } : total),
    { least: 0, most: 0 },
  );
}
