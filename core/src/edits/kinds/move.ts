import { z } from 'zod';
import { alignDown, alignUp, sectors, type Sectors } from '../../quantity/index.js';
import { message } from '../../words/index.js';
import { alignmentSectors, roomAround } from '../../layout/index.js';
import type { PlannedPartition, Planned } from '../../plan/index.js';
import { refuseChange, refusePlace, refuseStart } from '../geometry.js';
import type { Refusal } from '../refusal.js';
import { Lba, onPartition, settle, VolumeId } from '../volume.js';
import type { EditKind } from './kind.js';
import type { Restore } from './restore.js';

/** Moves the whole partition so that it starts at `start`. */
const schema = z.strictObject({ kind: z.literal('move'), partition: VolumeId, start: Lba });
export type Move = z.infer<typeof schema>;

export const move: EditKind<Move, Restore> = {
  schema,
  apply: (plan, { partition: id, start }, surveys) =>
    onPartition(plan, id, surveys, (partition, survey) => {
      const planned = { plan, survey };
      const after = { ...partition, start };
      return settle(planned, partition, after, [
        () => refuseStart(survey, start),
        () => refuseMove(planned, partition, start),
        () => refuseChange(planned, partition, after),
      ]);
    }),
  title: ({ partition }, named) => message('edit.move', { part: named.volume(partition) }),
  nearer: (edit, { start }) => (start === undefined ? undefined : { ...edit, start }),
  reading: null,
};

/** A whole partition slides within the room around it; beyond that the nearest place is told. */
function refuseMove(planned: Planned, partition: PlannedPartition, start: Sectors): Refusal | undefined {
  const { survey } = planned;
  const refusal = refusePlace(planned, { ...partition, start });
  if (refusal?.code !== 'overlaps' && refusal?.code !== 'outside') return refusal;
  const room = roomAround(planned, partition.id);
  const step = alignmentSectors(survey.disk.sectorBytes);
  const first = alignUp(partition.start - room.before, step);
  const last = alignDown(partition.start + room.after, step);
  const nearest = Math.min(Math.max(start, first), Math.max(first, last));
  return { ...refusal, nearestStart: sectors(nearest) };
}
