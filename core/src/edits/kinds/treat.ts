import { z } from 'zod';
import { surveyedPartition, type Survey } from '../../survey/index.js';
import { message } from '../../words/index.js';
import { foundInside, type Plan, type PlannedPartition } from '../../plan/index.js';
import { refuseChange } from '../geometry.js';
import { refused } from '../outcome.js';
import { onVolume, settle, VolumeId } from '../volume.js';
import type { EditKind } from './kind.js';
import type { Restore } from './restore.js';

/** Keeps the content of a volume, or makes it anew. */
const schema = z.strictObject({
  kind: z.literal('treat'),
  partition: VolumeId,
  treatment: z.enum(['keep', 'format']),
});
export type Treat = z.infer<typeof schema>;

export const treat: EditKind<Treat, Restore> = {
  schema,
  apply: (plan, { partition: id, treatment }, surveys) =>
    onVolume(plan, id, surveys, {
      partition(partition, survey) {
        const planned = { plan, survey };
        if (treatment === 'format')
          return settle(planned, partition, formattedAnew(plan, partition, survey), []);
        if (partition.from === null) return refused({ code: 'not-found-again', id: partition.id });
        const kept = keptAgain(plan, partition, survey);
        return settle(planned, partition, kept, [() => refuseChange(planned, kept, kept)]);
      },
      inside: (volume) => ({ after: { ...volume, treatment } }),
    }),
  title: ({ partition, treatment }, named) =>
    message(treatment === 'keep' ? 'edit.keep' : 'edit.format', { part: named.volume(partition) }),
  nearer: null,
  reading: null,
};

/** As it was found, with what was read inside of it. */
function keptAgain(plan: Plan, partition: PlannedPartition, survey: Survey): PlannedPartition {
  const found = surveyedPartition(survey, partition.from);
  const inside = found ? foundInside(survey, found).map(({ volume }) => volume) : [];
  return {
    ...partition,
    treatment: 'keep',
    fileSystem: plan.found[partition.from ?? '']?.kind ?? partition.fileSystem,
    inside: inside.length > 0 ? inside : undefined,
    layer: undefined,
  };
}

/**
 * What was inside goes with it. A container that is formatted is made anew, with what was in it: nobody said that its files
 * shall lie open.
 */
function formattedAnew(plan: Plan, partition: PlannedPartition, survey: Survey): PlannedPartition {
  const anew: PlannedPartition = { ...partition, treatment: 'format', inside: undefined };
  const found = surveyedPartition(survey, partition.from);
  if (!found || plan.found[found.id]?.kind !== 'luks' || partition.layer !== undefined) return anew;
  const inside = foundInside(survey, found);
  const group = found.volume?.inside?.some((v) => v.kind === 'lvm') ?? false;
  const fileSystem = inside.find(({ read }) => read.kind !== 'swap')?.read.kind ?? 'ext4';
  return { ...anew, layer: group ? 'luks-lvm' : 'luks', fileSystem };
}
