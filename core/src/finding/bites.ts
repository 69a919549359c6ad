import type { State } from '../moment/index.js';
import type { PartitionId } from '../plan/index.js';
import type { SurveyPartitionId } from '../survey/index.js';

/** Whether nothing is left of what this partition was found with: it was deleted, or made anew. */
export const contentGone =
  (found: SurveyPartitionId) =>
  ({ disk }: State): boolean =>
    !disk.planned.plan.partitions.some((p) => p.from === found && p.treatment === 'keep');

/** Whether this volume inside a partition is gone, or made anew. */
export const insideGone =
  (within: PartitionId, name: string) =>
  ({ disk }: State): boolean => {
    const holder = disk.planned.plan.partitions.find((p) => p.id === within);
    const volume = holder?.treatment === 'keep' ? holder.inside?.find((v) => v.name === name) : undefined;
    return volume?.treatment !== 'keep';
  };

/** Whether this partition begins elsewhere than where it was found. */
export const startsElsewhere =
  (id: PartitionId, start: number) =>
  ({ disk }: State): boolean =>
    disk.planned.plan.partitions.some((p) => p.id === id && p.start !== start);
