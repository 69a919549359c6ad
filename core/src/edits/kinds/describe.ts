import { z } from 'zod';
import { message } from '../../words/index.js';
import { PlannedPartitionSchema, type PlannedPartition } from '../../plan/index.js';
import { merged } from '../fields.js';
import { refuseNames, refuseOwners, refuseSubvolumes } from '../geometry.js';
import { refuseInside } from '../inside.js';
import { onVolume, settle, VolumeId } from '../volume.js';
import type { EditKind } from './kind.js';
import type { Restore } from './restore.js';

/** Changes what a volume is for; absent fields stay. */
const schema = z.strictObject({
  kind: z.literal('describe'),
  partition: VolumeId,
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
export type Describe = z.infer<typeof schema>;

export const describe: EditKind<Describe, Restore> = {
  schema,
  apply: (plan, { partition: id, changes }, surveys) =>
    onVolume(plan, id, surveys, {
      partition(partition, survey) {
        const [after] = merged<PlannedPartition>(partition, changes);
        return settle({ plan, survey }, partition, after, [
          () => refuseOwners(plan, after.owners),
          () => refuseNames(after, survey),
          () => refuseSubvolumes(after),
          () => refuseInside(plan, after, survey),
        ]);
      },
      inside(volume) {
        const { owners, fileSystem, label, mountPoint } = changes;
        return { after: merged(volume, { owners, fileSystem, label, mountPoint })[0] };
      },
    }),
  title: ({ partition }, named) => message('edit.describe', { part: named.volume(partition) }),
  nearer: null,
  reading: null,
};
