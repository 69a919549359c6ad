import { z } from 'zod';
import { message } from '../../words/index.js';
import { partitionOf, PlannedPartitionSchema } from '../../plan/index.js';
import { refuseOrigin, refuseOwners, refusePlace, withPartition } from '../geometry.js';
import { applied, firstRefusal, onReading, refused } from '../outcome.js';
import type { EditKind } from './kind.js';

/** Puts a partition back as it once was; the way back of most edits to one. Only its place is judged. */
const schema = z.strictObject({ kind: z.literal('restore'), partition: PlannedPartitionSchema });
export type Restore = z.infer<typeof schema>;

/** Where there was none before. */
interface Removed {
  readonly kind: 'remove';
  readonly partition: string;
}

export const restore: EditKind<Restore, Restore | Removed> = {
  schema,
  apply: (plan, { kind, partition }, surveys) =>
    onReading(plan, surveys, (survey) => {
      const refusal = firstRefusal([
        () => refuseOrigin(partition, survey),
        () => refuseOwners(plan, partition.owners),
        () => refusePlace({ plan, survey }, partition),
      ]);
      if (refusal) return refused(refusal);
      const before = partitionOf(plan, partition.id);
      return applied<Restore | Removed>(
        withPartition(plan, partition),
        before ? { kind, partition: before } : { kind: 'remove', partition: partition.id },
      );
    }),
  title: ({ partition }, named) => message('edit.restore', { part: named.of(partition) }),
  nearer: null,
  reading: null,
};
