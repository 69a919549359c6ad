import type { Planned } from '../planned.js';
import { z } from 'zod';
import { alignDown, alignUp, sectors } from '../../quantity/index.js';
import { surveyedPartition, type Survey } from '../../survey/index.js';
import { alignmentSectors } from '../area.js';
import { foundInside, partitionIdOf } from '../inside/index.js';
import { roomAround } from '../layout.js';
import { endOf, partitionOf, PlannedPartitionSchema, type Plan, type PlannedPartition } from '../plan.js';
import {
  refuseChange,
  refuseFull,
  refuseNames,
  refuseOrigin,
  refuseOwners,
  refusePlace,
  refuseStart,
  refuseSubvolumes,
  withoutPartition,
  withPartition,
} from './geometry.js';
import { applyInside, reachesInside, refuseInside } from './inside-edits.js';
import type { Refusal } from './refusal.js';
import { applied, refused, surveyOf, type Applied, type Surveys } from './result.js';

/** Of a partition, or of a volume inside one. */
const identifier = z.string().min(1).max(121);
const lba = z
  .int()
  .nonnegative()
  .transform((n) => sectors(n));

/** Puts a new partition into a gap, or a deleted surveyed one back (`from` set) where it was. */
export const CreateSchema = z.strictObject({ kind: z.literal('create'), partition: PlannedPartitionSchema });
/** Deletes a planned partition; a surveyed one loses its content. */
export const RemoveSchema = z.strictObject({ kind: z.literal('remove'), partition: identifier });
/** Sets the length, holding the start or the end in place. */
export const ResizeSchema = z.strictObject({
  kind: z.literal('resize'),
  partition: identifier,
  length: lba,
  hold: z.enum(['start', 'end']),
});
/** Moves the whole partition so that it starts at `start`. */
export const MoveSchema = z.strictObject({ kind: z.literal('move'), partition: identifier, start: lba });
/** Keeps the content, or makes it anew. */
export const TreatSchema = z.strictObject({
  kind: z.literal('treat'),
  partition: identifier,
  treatment: z.enum(['keep', 'format']),
});
/** Changes what a partition is for; absent fields stay. */
export const DescribeSchema = z.strictObject({
  kind: z.literal('describe'),
  partition: identifier,
  changes: PlannedPartitionSchema.pick({
    role: true,
    owners: true,
    fileSystem: true,
    label: true,
    name: true,
    mountPoint: true,
    type: true,
    subvolumes: true,
    layer: true,
    inside: true,
    placeholder: true,
    maker: true,
  }).partial(),
});
/** Puts a partition back as it once was; the way back of the edits above. Only its place is judged. */
export const RestoreSchema = z.strictObject({
  kind: z.literal('restore'),
  partition: PlannedPartitionSchema,
});

type Create = z.infer<typeof CreateSchema>;
type Remove = z.infer<typeof RemoveSchema>;
type Resize = z.infer<typeof ResizeSchema>;
type Move = z.infer<typeof MoveSchema>;
type Treat = z.infer<typeof TreatSchema>;
type Describe = z.infer<typeof DescribeSchema>;
type Restore = z.infer<typeof RestoreSchema>;
export type PartitionEdit = Create | Remove | Resize | Move | Treat | Describe | Restore;

export function applyPartitionEdit(plan: Plan, edit: PartitionEdit, surveys: Surveys): Applied {
  const survey = surveyOf(plan, surveys);
  if (!survey) return refused({ code: 'no-survey' });
  const within = reachesInside(edit) && partitionWithin(plan, edit.partition);
  if (within) return applyInside(plan, edit, within, edit.partition.slice(within.id.length + 1), survey);
  switch (edit.kind) {
    case 'create':
      return create(plan, edit, survey);
    case 'restore':
      return restore(plan, edit, survey);
    case 'remove':
      return changing(plan, edit.partition, (partition) =>
        applied(withoutPartition(plan, partition.id), { kind: 'restore', partition }),
      );
    case 'resize':
      return changing(plan, edit.partition, (partition) => resize(plan, edit, partition, survey));
    case 'move':
      return changing(plan, edit.partition, (partition) =>
        settle({ plan, survey }, partition, { ...partition, start: edit.start }, [
          () => refuseStart(survey, edit.start),
          () => refuseMove({ plan, survey }, partition, edit.start),
          () => refuseChange({ plan, survey }, partition, { ...partition, start: edit.start }),
        ]),
      );
    case 'treat':
      return changing(plan, edit.partition, (partition) => treat(plan, edit, partition, survey));
    case 'describe':
      return changing(plan, edit.partition, (partition) => describe(plan, edit, partition, survey));
  }
}

/** The partition inside of which the id names a volume; nothing where it names a partition. */
function partitionWithin(plan: Plan, id: string): PlannedPartition | undefined {
  const outer = partitionIdOf(id);
  return outer === id ? undefined : partitionOf(plan, outer);
}

function changing(plan: Plan, id: string, change: (partition: PlannedPartition) => Applied): Applied {
  const partition = partitionOf(plan, id);
  return partition ? change(partition) : refused({ code: 'no-such-partition', id });
}

/** A whole partition slides within the room around it; beyond that the nearest place is told. */
function refuseMove(planned: Planned, partition: PlannedPartition, start: number): Refusal | undefined {
  const { survey } = planned;
  const moved = { ...partition, start: sectors(start) };
  const refusal = refusePlace(planned, moved);
  if (refusal?.code !== 'overlaps' && refusal?.code !== 'outside') return refusal;
  const room = roomAround(planned, partition.id);
  const step = alignmentSectors(survey.disk.sectorBytes);
  const first = alignUp(partition.start - room.before, step);
  const last = alignDown(partition.start + room.after, step);
  const nearest = Math.min(Math.max(start, first), Math.max(first, last));
  return { ...refusal, nearestStart: sectors(nearest) };
}

type Check = () => Refusal | undefined;

/** Puts `after` in place of `before` unless a check, or a place that is new, forbids it. */
function settle(
  planned: Planned,
  before: PlannedPartition,
  after: PlannedPartition,
  checks: readonly Check[],
): Applied {
  const { plan } = planned;
  const stays = after.start === before.start && after.length === before.length;
  const refusal = firstRefusal([...checks, () => (stays ? undefined : refusePlace(planned, after))]);
  return refusal
    ? refused(refusal)
    : applied(withPartition(plan, after), { kind: 'restore', partition: before });
}

function firstRefusal(checks: readonly Check[]): Refusal | undefined {
  for (const check of checks) {
    const refusal = check();
    if (refusal) return refusal;
  }
  return undefined;
}

function create(plan: Plan, { partition }: Create, survey: Survey): Applied {
  const surveyed = surveyedPartition(survey, partition.from);
  const refusal = firstRefusal([
    () => (partitionOf(plan, partition.id) ? { code: 'already-there', id: partition.id } : undefined),
    () => refuseOrigin(partition, survey),
    () => (partition.from !== null ? refuseReturn(plan, partition, surveyed) : undefined),
    () => refuseOwners(plan, partition.owners),
    () => refuseFull(plan),
    () => (surveyed ? undefined : refuseStart(survey, partition.start)),
    () => refuseNames(partition, survey),
    () => refuseSubvolumes(partition),
    () => refuseInside(plan, partition, survey),
    () => refusePlace({ plan, survey }, partition),
  ]);
  return refusal
    ? refused(refusal)
    : applied(withPartition(plan, partition), { kind: 'remove', partition: partition.id });
}

/** A surveyed partition comes back only once, and where and as large as it was. */
function refuseReturn(
  plan: Plan,
  partition: PlannedPartition,
  surveyed: Survey['partitions'][number] | undefined,
): Refusal | undefined {
  if (!surveyed || plan.target.table === 'new') return { code: 'not-found-again', id: partition.from ?? '' };
  if (plan.partitions.some((p) => p.from === surveyed.id)) return { code: 'already-there', id: surveyed.id };
  const same = surveyed.start === partition.start && surveyed.length === partition.length;
  return same ? undefined : { code: 'not-found-again', id: surveyed.id };
}

function resize(plan: Plan, edit: Resize, partition: PlannedPartition, survey: Survey): Applied {
  const start = edit.hold === 'start' ? partition.start : endOf(partition) - edit.length;
  if (start < 0) return refused(noRoom(plan, edit, partition, survey));
  const after = { ...partition, start: sectors(start), length: edit.length };
  const grows = edit.length > partition.length + roomOn(plan, edit, partition, survey);
  return settle({ plan, survey }, partition, after, [
    () => (grows ? noRoom(plan, edit, partition, survey) : undefined),
    () => (edit.hold === 'end' && edit.length > 0 ? refuseStart(survey, start) : undefined),
    () => refuseChange({ plan, survey }, partition, after),
  ]);
}

function roomOn(plan: Plan, edit: Resize, partition: PlannedPartition, survey: Survey): number {
  const room = roomAround({ plan, survey }, partition.id);
  return edit.hold === 'start' ? room.after : room.before;
}

function noRoom(plan: Plan, edit: Resize, partition: PlannedPartition, survey: Survey): Refusal {
  const nearest = sectors(partition.length + roomOn(plan, edit, partition, survey));
  return { code: 'no-room', wanted: edit.length, nearest };
}

function treat(plan: Plan, edit: Treat, partition: PlannedPartition, survey: Survey): Applied {
  if (edit.treatment === 'format')
    // What was inside goes with it.
    return settle({ plan, survey }, partition, formattedAnew(plan, partition, survey), []);
  if (partition.from === null) return refused({ code: 'not-found-again', id: partition.id });
  const found = surveyedPartition(survey, partition.from);
  const inside = found ? foundInside(survey, found).map(({ volume }) => volume) : [];
  const kept: PlannedPartition = {
    ...partition,
    treatment: 'keep',
    fileSystem: plan.found[partition.from]?.kind ?? partition.fileSystem,
    inside: inside.length > 0 ? inside : undefined,
    layer: undefined,
  };
  return settle({ plan, survey }, partition, kept, [() => refuseChange({ plan, survey }, kept, kept)]);
}

/** A container that is formatted is made anew, with what was in it: nobody said that its files shall lie open. */
function formattedAnew(plan: Plan, partition: PlannedPartition, survey: Survey): PlannedPartition {
  const anew: PlannedPartition = { ...partition, treatment: 'format', inside: undefined };
  const found = surveyedPartition(survey, partition.from);
  if (!found || plan.found[found.id]?.kind !== 'luks' || partition.layer !== undefined) return anew;
  const inside = foundInside(survey, found);
  const group = found.volume?.inside?.some((v) => v.kind === 'lvm') ?? false;
  const fileSystem = inside.find(({ read }) => read.kind !== 'swap')?.read.kind ?? 'ext4';
  return { ...anew, layer: group ? 'luks-lvm' : 'luks', fileSystem };
}

function describe(plan: Plan, { changes }: Describe, partition: PlannedPartition, survey: Survey): Applied {
  const given = Object.fromEntries(Object.entries(changes).filter(([, value]) => value !== undefined));
  const after: PlannedPartition = { ...partition, ...given };
  return settle({ plan, survey }, partition, after, [
    () => refuseOwners(plan, after.owners),
    () => refuseNames(after, survey),
    () => refuseSubvolumes(after),
    () => refuseInside(plan, after, survey),
  ]);
}

/** Its inverse is `restore` too, or `remove` where there was none. */
function restore(plan: Plan, { partition }: Restore, survey: Survey): Applied {
  const before = partitionOf(plan, partition.id);
  const refusal = firstRefusal([
    () => refuseOrigin(partition, survey),
    () => refuseOwners(plan, partition.owners),
    () => refusePlace({ plan, survey }, partition),
  ]);
  if (refusal) return refused(refusal);
  const inverse = before
    ? ({ kind: 'restore', partition: before } as const)
    : ({ kind: 'remove', partition: partition.id } as const);
  return applied(withPartition(plan, partition), inverse);
}
