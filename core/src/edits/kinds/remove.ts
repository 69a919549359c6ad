import { z } from 'zod';
import { message } from '../../words/index.js';
import { withoutPartition } from '../geometry.js';
import { applied } from '../outcome.js';
import { onVolume, VolumeId } from '../volume.js';
import type { EditKind } from './kind.js';
import type { Restore } from './restore.js';

/** Deletes a planned partition, or a volume inside one; what was found of it loses its content. */
const schema = z.strictObject({ kind: z.literal('remove'), partition: VolumeId });
export type Remove = z.infer<typeof schema>;

export const remove: EditKind<Remove, Restore> = {
  schema,
  apply: (plan, edit, surveys) =>
    onVolume(plan, edit.partition, surveys, {
      partition: (partition) => applied(withoutPartition(plan, partition.id), { kind: 'restore', partition }),
      inside: () => ({ after: undefined }),
    }),
  title: ({ partition }, named) => message('edit.delete', { part: named.volume(partition) }),
  nearer: null,
  reading: null,
};
