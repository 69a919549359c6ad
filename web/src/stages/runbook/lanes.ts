import type { Runbook, RunbookPhase, RunbookStep, SystemId } from '@rhizotome/core';

/** Consecutive steps in one place. */
export interface LaneBlock {
  /** How many steps are done before the first of them. */
  readonly first: number;
  readonly count: number;
  /** How one gets there, where the machine is restarted for it; `null`: it is not. */
  readonly restart: RunbookPhase['note'] | null;
}

/** A place where steps are done, with the stretches of the procedure that are done there. */
export interface Lane {
  readonly key: string;
  readonly title: RunbookPhase['lane'];
  /** Whose colour it has; `null` for places of no system. */
  readonly system: SystemId | null;
  readonly blocks: readonly LaneBlock[];
  /** How many steps the whole procedure has. */
  readonly of: number;
}

/** The places of a procedure in the order in which they are first entered, and all its steps. */
export function lanesOf({ phases }: Pick<Runbook, 'phases'>): {
  readonly lanes: readonly Lane[];
  readonly steps: readonly RunbookStep[];
} {
  const steps = phases.flatMap((phase) => phase.steps);
  const lanes = new Map<string, Lane>();
  let first = 0;
  for (const { environment, lane: title, restart, note, steps: own } of phases) {
    const system = 'system' in environment ? environment.system : null;
    // A system is one place, however it is started.
    const kind = environment.kind === 'first-start' ? 'running' : environment.kind;
    const key = `${kind} ${system ?? ''}`;
    const lane = lanes.get(key) ?? { key, title, system, blocks: [], of: steps.length };
    lanes.set(key, {
      ...lane,
      blocks: [...lane.blocks, { first, count: own.length, restart: restart ? note : null }],
    });
    first += own.length;
  }
  return { lanes: [...lanes.values()], steps };
}
