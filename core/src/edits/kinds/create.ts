import { z } from 'zod';
import { surveyedPartition, type SurveyPartition } from '../../survey/index.js';
import { message } from '../../words/index.js';
import { partitionOf, PlannedPartitionSchema, type Plan, type PlannedPartition } from '../../plan/index.js';
import {
  refuseFull,
  refuseNames,
  refuseOrigin,
  refuseOwners,
  refusePlace,
  refuseStart,
  refuseSubvolumes,
  withPartition,
} from '../geometry.js';
import { refuseInside } from '../inside.js';
import { applied, firstRefusal, onReading, refused } from '../outcome.js';
import type { Refusal } from '../refusal.js';
import type { EditKind } from './kind.js';
import type { Remove } from './remove.js';

/** Puts a new partition into a gap, or a deleted surveyed one back (`from` set) where it was. */
const schema = z.strictObject({ kind: z.literal('create'), partition: PlannedPartitionSchema });
export type Create = z.infer<typeof schema>;

export const create: EditKind<Create, Remove> = {
  schema,
  apply: (plan, { partition }, surveys) =>
    onReading(plan, surveys, (survey) => {
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
    }),
  title: ({ partition }, named) => message('edit.create', { part: named.of(partition) }),
  nearer: ({ kind, partition }, { start = partition.start, length = partition.length }) => ({
    kind,
    partition: { ...partition, start, length },
  }),
  reading: null,
};

/** A surveyed partition comes back only once, and where and as large as it was. */
function refuseReturn(
  plan: Plan,
  partition: PlannedPartition,
  surveyed: SurveyPartition | undefined,
): Refusal | undefined {
  if (!surveyed || plan.target.table === 'new') return { code: 'not-found-again', id: partition.from ?? '' };
  if (plan.partitions.some((p) => p.from === surveyed.id)) return { code: 'already-there', id: surveyed.id };
  const same = surveyed.start === partition.start && surveyed.length === partition.length;
  return same ? undefined : { code: 'not-found-again', id: surveyed.id };
}
