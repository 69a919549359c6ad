import type { PartitionId, PlannedPartition } from '../../plan/index.js';
import { LIVE, step, type StepOf } from '../step.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** The table gives a kept partition another type. */
export type SetType = StepOf<'set-type', { partition: PartitionId; found: SurveyPartitionId }>;

export const setType = {
  kind: 'set-type',
  holds: ({ type }, now) => ({ ...now, type }),
  back: {},
  room: null,
  conversion: null,
  table: 'entry',
  write: null,
  line: 'change',
  asks: 'entry',
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => SHORT,
} satisfies Kind<SetType>;

export const retyping = (p: PlannedPartition, found: SurveyPartitionId): SetType =>
  step('set-type', p.id, LIVE, { partition: p.id, found, undo: 'yes' });
