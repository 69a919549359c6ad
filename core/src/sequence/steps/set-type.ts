import type { PartitionId, PlannedPartition } from '../../plan/index.js';
import { LIVE, step, type StepOf } from '../step.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import type { Kind } from './kind.js';

/** The table gives a kept partition another type. */
export type SetType = StepOf<'set-type', { partition: PartitionId; found: SurveyPartitionId }>;

export const setType: Kind<SetType> = {
  kind: 'set-type',
  holds: ({ type }, now) => ({ ...now, type }),
  back: {},
};

export const retyping = (p: PlannedPartition, found: SurveyPartitionId): SetType =>
  step('set-type', p.id, LIVE, { partition: p.id, found, undo: 'yes' });
