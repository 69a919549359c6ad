import type { PartitionId, PlannedPartition } from '../../plan/index.js';
import { LIVE, step, type StepOf } from '../step.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import { ownTool, type Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** A kept volume gets another label. */
export type SetLabel = StepOf<'set-label', { partition: PartitionId; found: SurveyPartitionId }>;

export const setLabel = {
  kind: 'set-label',
  conversion: 'before',
  holds: ({ label }, now) => ({ ...now, label }),
  back: {},
  room: null,
  table: null,
  write: null,
  line: 'change',
  asks: 'label',
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => SHORT,
} satisfies Kind<SetLabel>;

export function relabelling(situation: Situation, p: PlannedPartition, found: SurveyPartitionId): SetLabel {
  const own = ownTool(situation, p);
  const place = own ? ({ kind: 'running', system: own.id } as const) : LIVE;
  return step('set-label', p.id, place, { partition: p.id, found, undo: 'yes' });
}
