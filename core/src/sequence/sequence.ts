import { derived, type Plan, type Planned } from '../plan/index.js';
import { NO_WAITING, waitAside, type Waiting } from './aside.js';
import { sumOf } from './estimate.js';
import { checkTable } from './check-table.js';
import { deriveSteps } from './derive/index.js';
import { orderSteps, type Ordered, type RestartCost } from './order.js';
import { liveFrom } from './place.js';
import { startKey, type Environment, type Range } from './step.js';
import type { Step } from './steps/kinds.js';
import { withUnlisting } from './unlisting.js';

/** Consecutive steps in one environment. */
export interface Phase {
  readonly environment: Environment;
  readonly steps: readonly Step[];
  /** Whether the machine is restarted to get here. */
  readonly restart: boolean;
}

export interface Procedure {
  readonly ordered: Ordered;
  readonly phases: readonly Phase[];
  readonly restarts: number;
  /** Data that may move, in bytes: within volumes when they shrink, and whole volumes when their start moves. */
  readonly moved: Range;
  readonly seconds: Range;
}

/** The whole procedure for a plan: steps in order, batched by environment, and their sums. */
export const procedureFor = derived((planned): Procedure => {
  const { plan } = planned;
  const ordered = orderFor(planned);
  const steps = ordered.ok ? ordered.steps : [];
  const phases = batchByEnvironment(steps, plan);
  return {
    ordered,
    phases,
    restarts: phases.filter((p) => p.restart).length,
    moved: sumOf(steps.map((s) => s.bytes)),
    seconds: sumOf(steps.map((s) => s.seconds)),
  };
});

/**
 * The steps in order. Where moves wait for each other in a circle, or the table could not list them on the way, some of
 * them go by a place where they wait.
 */
function orderFor(planned: Planned): Ordered {
  const direct = orderWith(planned, NO_WAITING);
  if (direct.ok) return direct;
  const waiting = waitAside(planned, direct.cycle);
  const ordered = waiting ? orderWith(planned, waiting) : direct;
  return ordered.ok ? ordered : direct;
}

function orderWith(planned: Planned, waiting: Waiting): Ordered {
  const cost: RestartCost = (from, to) => Number(restarts(from, to, planned.plan));
  const ordered = orderSteps(deriveSteps(planned, waiting), cost);
  if (!ordered.ok) return ordered;
  return checkTable(planned, ordered.steps) ?? { ...ordered, steps: withUnlisting(planned, ordered.steps) };
}

function batchByEnvironment(steps: readonly Step[], plan: Plan): Phase[] {
  const phases: { environment: Environment; steps: Step[]; restart: boolean }[] = [];
  for (const s of steps) {
    const last = phases.at(-1);
    const key = startKey(s.environment);
    if (last && startKey(last.environment) === key) last.steps.push(s);
    else
      phases.push({
        environment: s.environment,
        steps: [s],
        restart: restarts(last?.environment, s.environment, plan),
      });
  }
  return phases;
}

/** The installer on the medium from which the live session is started needs no restart. */
function restarts(from: Environment | undefined, to: Environment, plan: Plan): boolean {
  if (!from) return to.kind !== 'running';
  if (startKey(from) === startKey(to)) return false;
  if (from.kind !== 'live' || to.kind !== 'installer') return true;
  return liveFrom(plan)?.id !== to.system;
}

/** How many steps of a procedure lose something if the power goes while they run; 0 where there is no order. */
export function exposedSteps({ ordered }: Procedure): number {
  return ordered.ok ? ordered.steps.filter((step) => step.exposure !== null).length : 0;
}
