import { z } from 'zod';
import { sectors, type Sectors } from '../../quantity/index.js';
import { message } from '../../words/index.js';
import { roomAround } from '../../layout/index.js';
import { endOf, type PlannedPartition, type Planned } from '../../plan/index.js';
import { refuseChange, refuseStart } from '../geometry.js';
import { refuseRoom } from '../inside.js';
import { refused } from '../outcome.js';
import type { Refusal } from '../refusal.js';
import { Lba, onVolume, settle, VolumeId } from '../volume.js';
import type { EditKind } from './kind.js';
import type { Restore } from './restore.js';

/** Sets the length of a partition, holding the start or the end in place; or of a volume inside one. */
const schema = z.strictObject({
  kind: z.literal('resize'),
  partition: VolumeId,
  length: Lba,
  hold: z.enum(['start', 'end']),
});
export type Resize = z.infer<typeof schema>;

export const resize: EditKind<Resize, Restore> = {
  schema,
  apply: (plan, edit, surveys) =>
    onVolume(plan, edit.partition, surveys, {
      partition(partition, survey) {
        const planned = { plan, survey };
        const start = edit.hold === 'start' ? partition.start : endOf(partition) - edit.length;
        if (start < 0) return refused(noRoom(planned, edit, partition));
        const after = { ...partition, start: sectors(start), length: edit.length };
        const grows = edit.length > partition.length + roomOn(planned, edit, partition);
        return settle(planned, partition, after, [
          () => (grows ? noRoom(planned, edit, partition) : undefined),
          () => (edit.hold === 'end' && edit.length > 0 ? refuseStart(survey, start) : undefined),
          () => refuseChange(planned, partition, after),
        ]);
      },
      inside: (volume) => ({
        after: { ...volume, length: edit.length },
        refuse: (planned, within) => (volume.found ? undefined : refuseRoom(planned, within, edit.length)),
      }),
    }),
  title: ({ partition }, named) => message('edit.resize', { part: named.volume(partition) }),
  nearer: (edit, { length }) => (length === undefined ? undefined : { ...edit, length }),
  reading: null,
};

function roomOn(planned: Planned, { hold }: Resize, partition: PlannedPartition): Sectors {
  const room = roomAround(planned, partition.id);
  return hold === 'start' ? room.after : room.before;
}

function noRoom(planned: Planned, edit: Resize, partition: PlannedPartition): Refusal {
  const nearest = sectors(partition.length + roomOn(planned, edit, partition));
  return { code: 'no-room', wanted: edit.length, nearest };
}
