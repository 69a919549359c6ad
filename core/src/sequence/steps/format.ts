import { safetyWithout } from '../../safety/index.js';
import { bootsWithout } from '../../start/index.js';
import type { Span } from '../../layout/index.js';
import type { PartitionId, PlannedPartition } from '../../plan/index.js';
import { step, type Environment, type StepOf, spanOf } from '../step.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import { formatPlace } from '../derive/making.js';
import type { Situation } from '../derive/situation.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** A file system is made anew where the partition lies; `found` is what it held before. */
export type Format = StepOf<
  'format',
  { partition: PartitionId; found: SurveyPartitionId | null; before: Span; after: Span }
>;

export const format = {
  kind: 'format',
  holds: (planned) => planned,
  room: null,
  conversion: null,
  table: null,
  write: null,
  line: 'format',
  asks: 'format',
  withoutLive: null,
  boots: (boot, { found, partition }) => bootsWithout(boot, [found ?? partition]),
  safety: (safety, { found }, planned) => (found === null ? safety : safetyWithout(safety, [found], planned)),
  back: null,
  byHand: () => SHORT,
} satisfies Kind<Format>;

export const formatInPlace = (
  situation: Situation,
  p: PlannedPartition,
  found: SurveyPartitionId,
): Format => ({
  ...formatting(p, formatPlace(situation, p)),
  found,
  undo: 'from-backup',
});

/** One that was created before, by who takes it or makes such content: in a system that comes, once it is installed. */
export const formatCreated = (p: PlannedPartition, place: Environment): Format => ({
  ...formatting(p, place),
  needs: [`create:${p.id}`, ...(place.kind === 'first-start' ? [`install:${place.system}`] : [])],
});

function formatting(p: PlannedPartition, place: Environment): Format {
  const span = spanOf(p);
  return step('format', p.id, place, {
    partition: p.id,
    found: null,
    before: span,
    after: span,
    writes: [span],
    undo: 'yes',
  });
}
