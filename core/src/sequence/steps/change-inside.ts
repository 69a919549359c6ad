import {
  insideFatesOf,
  type InsideFate,
  type PartitionId,
  type Plan,
  type PlannedPartition,
} from '../../plan/index.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import { isArriving } from '../../system/index.js';
import type { Situation } from '../derive/situation.js';
import { LIVE, step, type StepOf } from '../step.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** Volumes inside a partition that is kept are deleted, made and formatted; the partition itself stays. */
export type ChangeInside = StepOf<'change-inside', { partition: PartitionId; found: SurveyPartitionId }>;

export const changeInside = {
  kind: 'change-inside',
  conversion: 'before',
  holds: ({ inside }, now) => ({ ...now, ...(inside ? { inside } : {}) }),
  room: null,
  table: null,
  write: null,
  line: null,
  asks: 'inside',
  withoutLive: null,
  boots: null,
  safety: null,
  back: null,
  byHand: () => SHORT,
} satisfies Kind<ChangeInside>;

/** What is left to do once installers have formatted what is theirs. */
export function changesInside(situation: Situation, p: PlannedPartition): ChangeInside[] {
  const mine = insideFatesOf(situation).filter(
    (f) => f.within.id === p.id && isDoneBefore(situation.plan, f),
  );
  if (mine.length === 0 || p.from === null) return [];
  return [step('change-inside', p.id, LIVE, { partition: p.id, found: p.from, undo: 'from-backup' })];
}

/** A found volume is formatted by the installer of the one system that takes it; everything else is done before. */
export function isDoneBefore({ systems }: Pick<Plan, 'systems'>, { kind, planned }: InsideFate): boolean {
  if (kind === 'untouched') return false;
  const [only, another] = planned?.owners ?? [];
  const installer =
    another === undefined && systems.some((s) => s.id === only && isArriving(s) && !s.ownSetup);
  return kind !== 'formatted' || !installer;
}
