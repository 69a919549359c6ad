import type { PartitionId, PlannedPartition } from '../../plan/index.js';
import { LIVE, step, type StepOf } from '../step.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** The table gives a partition that was there another name (GPT). */
export type SetName = StepOf<'set-name', { partition: PartitionId; found: SurveyPartitionId }>;

export const setName = {
  kind: 'set-name',
  holds: ({ name }, now) => ({ ...now, name }),
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
} satisfies Kind<SetName>;

export const renaming = (p: PlannedPartition, found: SurveyPartitionId): SetName =>
  step('set-name', p.id, LIVE, { partition: p.id, found, undo: 'yes' });
