import { sectors, type Sectors } from '../../quantity/index.js';
import { surveyedPartition, containerIn, recordPlace, type Survey } from '../../survey/index.js';
import type { Span } from '../layout.js';
import { endOf, type Plan, type PlannedPartition } from '../plan.js';

/** Slots in the first sector of an MBR disk; the extended container takes one. */
export const MBR_SLOTS = 4;

/** How a planned MBR lists its partitions. */
export interface Slots {
  readonly container: Span | null;
  /** In disk order. */
  readonly primaries: readonly PlannedPartition[];
  /** In disk order, which is the order of their chain. */
  readonly logicals: readonly PlannedPartition[];
  readonly free: number;
}

/** The slots of a planned MBR; `undefined` for a GPT, where every partition has an entry of its own. */
export function slotsOf(plan: Plan, survey: Survey): Slots | undefined {
  if (plan.target.style !== 'mbr') return undefined;
  const logical = new Set(logicalIds(plan, survey));
  const primaries = plan.partitions.filter((p) => !logical.has(p.id));
  const container = plannedContainer(plan, survey);
  return {
    container,
    primaries,
    logicals: plan.partitions.filter((p) => logical.has(p.id)),
    free: MBR_SLOTS - primaries.length - (container ? 1 : 0),
  };
}

/** The extended container as planned: as the plan says, else as found. */
export function plannedContainer(plan: Plan, survey: Survey): Span | null {
  if (plan.target.style !== 'mbr') return null;
  if (plan.container !== undefined) return plan.container;
  const found = plan.target.table === 'keep' ? containerIn(survey) : undefined;
  return found ? { start: found.start, length: found.length } : null;
}

function logicalIds(plan: Plan, survey: Survey): string[] {
  const found = new Set(survey.partitions.filter((p) => p.logical).map((p) => p.id));
  return plan.partitions.filter((p) => p.logical ?? (p.from !== null && found.has(p.from))).map((p) => p.id);
}

/** Whether the planned table lists the partition in its extended container. */
export function isLogical(plan: Plan, survey: Survey, partition: PlannedPartition): boolean {
  if (plan.target.style !== 'mbr') return false;
  return partition.logical ?? surveyedPartition(survey, partition.from)?.logical ?? false;
}

/** Whether the partition is marked to be started from; of an MBR only. */
export function isActive(plan: Plan, survey: Survey, partition: PlannedPartition): boolean {
  if (plan.target.style !== 'mbr') return false;
  return partition.active ?? surveyedPartition(survey, partition.from)?.active ?? false;
}

/**
 * The sector of the record (EBR) of each logical partition, by its id: where it was found, where that is still free,
 * else 1 MiB before the partition or as far ahead as there is room.
 */
export function recordPlaces(plan: Plan, survey: Survey): ReadonlyMap<string, Sectors> {
  const slots = slotsOf(plan, survey);
  const places = new Map<string, Sectors>();
  if (!slots?.container) return places;
  let from: number = slots.container.start;
  for (const logical of slots.logicals) {
    const found = survey.partitions.find((p) => p.id === logical.from && p.start === logical.start);
    const kept = found?.ebrAt;
    const usable = kept !== undefined && kept >= from && kept < logical.start;
    places.set(logical.id, sectors(usable ? kept : recordPlace(logical, [], from)));
    from = endOf(logical);
  }
  return places;
}
