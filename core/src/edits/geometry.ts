import { alignmentSectors, plannedArea } from '../layout/index.js';
import {
  isWindowsEncrypted,
  floorOf,
  sizedAs,
  endOf,
  partitionOf,
  type Planned,
  type Plan,
  type PlannedPartition,
} from '../plan/index.js';
import type { Refusal } from './refusal.js';
import { refuseSlots } from './refuse-slots.js';
import { alignUp, sectors } from '../quantity/index.js';
import { surveyedPartition, type Survey } from '../survey/index.js';
import { ENTRY_COUNT, NAME_UNITS } from '../table/index.js';
import { VOLUME_TRAITS } from '../volume/index.js';

/** What stops `candidate` from lying where it does, given the other partitions. */
export function refusePlace(planned: Planned, candidate: PlannedPartition): Refusal | undefined {
  const { plan, survey } = planned;
  const area = plannedArea(planned);
  if (candidate.length < 1)
    return { code: 'too-small', nearest: sectors(alignmentSectors(survey.disk.sectorBytes)) };
  if (candidate.start < area.first || endOf(candidate) > area.end)
    return { code: 'outside', first: area.first, end: area.end };
  const other = plan.partitions.find(
    (p) => p.id !== candidate.id && p.start < endOf(candidate) && candidate.start < endOf(p),
  );
  if (other) return { code: 'overlaps', other: other.id };
  return refuseSlots({ plan: withPartition(plan, candidate), survey });
}

/** New and moved partitions start on 1 MiB. */
export function refuseStart(survey: Survey, start: number): Refusal | undefined {
  const step = alignmentSectors(survey.disk.sectorBytes);
  return start % step === 0
    ? undefined
    : { code: 'not-aligned', nearestStart: sectors(alignUp(start, step)) };
}

/** A name that was read can stay, whatever the table was thought to hold. */
export function refuseNames(candidate: PlannedPartition, survey: Survey | undefined): Refusal | undefined {
  const most = VOLUME_TRAITS[candidate.fileSystem].labelLimit;
  const asRead = survey && surveyedPartition(survey, candidate.from)?.name === candidate.name;
  if (candidate.name.length > NAME_UNITS && !asRead)
    return { code: 'name-too-long', field: 'name', most: NAME_UNITS };
  if (candidate.treatment === 'format' && most !== null && candidate.label.length > most)
    return { code: 'name-too-long', field: 'label', most };
  return undefined;
}

/** Only btrfs has subvolumes; each has a name of its own. */
export function refuseSubvolumes({ subvolumes = [], fileSystem, id }: PlannedPartition): Refusal | undefined {
  if (subvolumes.length > 0 && fileSystem !== 'btrfs') return { code: 'no-subvolumes', content: fileSystem };
  const twice = subvolumes.find((s, i) => subvolumes.findIndex((t) => t.name === s.name) !== i);
  return twice && { code: 'subvolume-twice', partition: id, name: twice.name };
}

export function refuseFull(plan: Plan): Refusal | undefined {
  return plan.partitions.length >= ENTRY_COUNT ? { code: 'table-full', most: ENTRY_COUNT } : undefined;
}

/** What is wrong with the plan's partitions taken together: order, overlap, area, origin, owners. Linear in their number. */
export function refuseLayout(planned: Planned): Refusal | undefined {
  const { plan, survey } = planned;
  const area = plannedArea(planned);
  const origins = new Set<string>();
  let end: number = area.first;
  for (const p of plan.partitions) {
    if (p.length < 1 || p.start < area.first || endOf(p) > area.end)
      return { code: 'outside', first: area.first, end: area.end };
    if (p.start < end) return { code: 'overlaps', other: p.id };
    const refusal = refuseOrigin(p, survey) ?? refuseOwners(plan, p.owners);
    if (refusal) return refusal;
    if (p.from !== null && origins.has(p.from)) return { code: 'already-there', id: p.from };
    if (p.from !== null) origins.add(p.from);
    end = endOf(p);
  }
  return refuseSlots(planned);
}

/** Only what was found can be kept, and only once. */
export function refuseOrigin(partition: PlannedPartition, survey: Survey): Refusal | undefined {
  const known = partition.from === null || surveyedPartition(survey, partition.from) !== undefined;
  const keepsNothing = partition.from === null && partition.treatment === 'keep';
  return known && !keepsNothing ? undefined : { code: 'not-found-again', id: partition.from ?? partition.id };
}

export function refuseOwners(plan: Plan, owners: readonly string[]): Refusal | undefined {
  const unknown = owners.find((owner) => !plan.systems.some((s) => s.id === owner));
  return unknown === undefined ? undefined : { code: 'no-such-system', id: unknown };
}

/** What the content of a kept partition forbids: a size below its floor, or a change its file system cannot make. */
export function refuseChange(
  planned: Planned,
  before: PlannedPartition,
  after: PlannedPartition,
): Refusal | undefined {
  const { survey } = planned;
  if (before.from === null || before.treatment === 'format') return undefined;
  const content = sizedAs(before);
  const traits = { ...VOLUME_TRAITS[content], move: VOLUME_TRAITS[before.fileSystem].move };
  const surveyed = surveyedPartition(survey, before.from);
  const original = surveyed?.length ?? before.length;
  if (after.length < original && traits.shrink === 'no')
    return { code: 'cannot-change', change: 'shrink', content };
  if (after.length > original && traits.grow === 'no')
    return { code: 'cannot-change', change: 'grow', content };
  if (surveyed && after.start !== surveyed.start) {
    if (traits.move === 'no') return { code: 'cannot-change', change: 'move', content: before.fileSystem };
    if (isWindowsEncrypted(planned, before.from)) return { code: 'encrypted-start' };
  }
  const floor = floorOf(planned, before);
  if (floor && after.length < original && after.length * survey.disk.sectorBytes < floor.bytes)
    return {
      code: 'below-floor',
      floorBytes: floor.bytes,
      nearest: sectors(Math.min(original, Math.ceil(floor.bytes / survey.disk.sectorBytes))),
    };
  return undefined;
}

/** The plan with `partition` put in, or in place of the one with its id; disk order is kept. */
export function withPartition(plan: Plan, partition: PlannedPartition): Plan {
  const before = partitionOf(plan, partition.id);
  if (before?.start === partition.start)
    return { ...plan, partitions: plan.partitions.map((p) => (p === before ? partition : p)) };
  const others = plan.partitions.filter((p) => p.id !== partition.id);
  const at = others.findIndex((p) => p.start > partition.start);
  const index = at < 0 ? others.length : at;
  return { ...plan, partitions: [...others.slice(0, index), partition, ...others.slice(index)] };
}

export function withoutPartition(plan: Plan, id: string): Plan {
  return { ...plan, partitions: plan.partitions.filter((p) => p.id !== id) };
}
