import { z } from 'zod';
import { message } from '../../words/index.js';
import { isActive, isLogical } from '../../layout/index.js';
import { partitionOf, type Plan } from '../../plan/index.js';
import { applied, refused } from '../outcome.js';
import type { Refusal } from '../refusal.js';
import { refuseSlots } from '../refuse-slots.js';
import { onPartition } from '../volume.js';
import type { EditKind } from './kind.js';

/** Lists a partition of an MBR as a primary or in the extended container; what it holds stays. Absent: as found. */
const schema = z.strictObject({
  kind: z.literal('set-slot'),
  partition: z.string().min(1).max(60),
  logical: z.boolean().optional(),
});
export type SetSlot = z.infer<typeof schema>;

export const setSlot: EditKind<SetSlot, SetSlot> = {
  schema,
  apply: (plan, { kind, partition: id, logical }, surveys) =>
    onPartition(plan, id, surveys, (partition, survey) => {
      const next: Plan = {
        ...plan,
        partitions: plan.partitions.map((p) => (p.id === id ? { ...p, logical } : p)),
      };
      const planned = { plan: next, survey };
      const after = partitionOf(next, id)!;
      const refusal: Refusal | undefined =
        isLogical(planned, after) && isActive(planned, after)
          ? { code: 'not-primary', id }
          : refuseSlots(planned);
      if (refusal) return refused(refusal);
      const back = partition.logical === undefined ? {} : { logical: partition.logical };
      return applied(next, { kind, partition: id, ...back });
    }),
  title: ({ partition, logical = false }, named) =>
    message('edit.slot', { part: named.volume(partition), logical }),
  nearer: null,
  reading: null,
};
