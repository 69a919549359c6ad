import { derived, endOf, type Planned, type PlannedPartition } from '../plan/index.js';
import type { Span } from './span.js';
import { sectors, type Sectors } from '../quantity/index.js';
import { surveyedPartition, containerIn, recordPlace } from '../survey/index.js';

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
export function slotsOf(planned: Planned): Slots | undefined {
  return planned.plan.target.style === 'mbr' ? mbrSlots(planned) : undefined;
}

const mbrSlots = derived((planned): Slots => {
  const { plan } = planned;
  const logical = new Set(logicalIds(planned));
  const primaries = plan.partitions.filter((p) => !logical.has(p.id));
  const container = plannedContainer(planned);
  return {
    container,
    primaries,
    logicals: plan.partitions.filter((p) => logical.has(p.id)),
    free: MBR_SLOTS - primaries.length - (container ? 1 : 0),
  };
});

/** The extended container as planned: as the plan says, else as found. */
export function plannedContainer(planned: Planned): Span | null {
  const { plan, survey } = planned;
  if (plan.target.style !== 'mbr') return null;
  if (plan.container !== undefined) return plan.container;
  const found = plan.target.table === 'keep' ? containerIn(survey) : undefined;
  return found ? { start: found.start, length: found.length } : null;
}

function logicalIds(planned: Planned): string[] {
  const { plan, survey } = planned;
  const found = new Set(survey.partitions.filter((p) => p.logical).map((p) => p.id));
  return plan.partitions.filter((p) => p.logical ?? (p.from !== null && found.has(p.from))).map((p) => p.id);
}

/** Whether the planned table lists the partition in its extended container. */
export function isLogical(planned: Planned, partition: PlannedPartition): boolean {
  const { plan, survey } = planned;
  if (plan.target.style !== 'mbr') return false;
  return partition.logical ?? surveyedPartition(survey, partition.from)?.logical ?? false;
}

/** Whether the partition is marked to be started from; of an MBR only. */
export function isActive(planned: Planned, partition: PlannedPartition): boolean {
  const { plan, survey } = planned;
  if (plan.target.style !== 'mbr') return false;
  return partition.active ?? surveyedPartition(survey, partition.from)?.active ?? false;
}

/**
 * The sector of the record (EBR) of each logical partition, by its id: where it was found, where that is still free,
 * else 1 MiB before the partition or as far ahead as there is room.
 */
export const recordPlaces = derived((planned): ReadonlyMap<string, Sectors> => {
  const { survey } = planned;
  const slots = slotsOf(planned);
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
});
