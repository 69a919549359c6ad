import { countByLevel, findAll, type Level } from '../finding/index.js';
import { plannedGaps, sizeOf } from '../layout/index.js';
import { derived } from '../plan/index.js';
import { roomGiven, type RoomGiven } from '../rooms/index.js';
import { bytes, type Bytes } from '../quantity/index.js';
import { exposedSteps, procedureFor, type Range } from '../sequence/index.js';
import type { SystemId } from '../system/index.js';

/** What tells one plan from another in figures. */
export interface PlanFigures {
  /** Data that is copied within the disk, in bytes. */
  readonly moved: Range;
  /** Time for that, in seconds. */
  readonly seconds: Range;
  readonly restarts: number;
  /** How often something would be lost if the power went. */
  readonly exposures: number;
  /** Found partitions whose content is given up. */
  readonly givenUp: number;
  readonly findings: Readonly<Record<Level, number>>;
  readonly freeBytes: Bytes;
  readonly systems: readonly { readonly id: SystemId; readonly name: string; readonly room: RoomGiven }[];
}

/** The figures of a plan on its survey, for comparing alternatives. */
export const figuresOf = derived((planned): PlanFigures => {
  const { plan, survey } = planned;
  const procedure = procedureFor(planned);
  const { moved, seconds, restarts } = procedure;
  const kept = new Set(plan.partitions.flatMap((p) => (p.treatment === 'keep' && p.from ? [p.from] : [])));
  return {
    moved,
    seconds,
    restarts,
    exposures: exposedSteps(procedure),
    givenUp: survey.partitions.filter((p) => !kept.has(p.id)).length,
    findings: countByLevel(findAll(planned)),
    freeBytes: bytes(plannedGaps(planned).reduce((sum, gap) => sum + sizeOf(gap.usable, survey), 0)),
    systems: plan.systems.map((system) => ({
      id: system.id,
      name: system.name,
      room: roomGiven(planned, system),
    })),
  };
});
