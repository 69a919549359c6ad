import type { PartitionId, PlannedPartition, Span } from '../../plan/index.js';
import { LIVE, step, type Environment, type StepOf } from '../step.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import type { Situation } from '../derive/situation.js';
import { spanOf } from '../derive/table-step.js';
import type { Kind } from './kind.js';

/** A file system is made anew where the partition lies; `found` is what it held before. */
export type Format = StepOf<
  'format',
  { partition: PartitionId; found: SurveyPartitionId | null; before: Span; after: Span }
>;

export const format: Kind<Format> = { kind: 'format', holds: (planned) => planned };

export const formatInPlace = (
  situation: Situation,
  p: PlannedPartition,
  found: SurveyPartitionId,
): Format => ({
  ...formatting(situation, p),
  found,
  undo: 'from-backup',
});

/** What held the place is formatted by the installer that takes it. */
export const fillPlaceholder = (situation: Situation, p: PlannedPartition): Format => ({
  ...formatting(situation, p),
  needs: [`create:${p.id}`],
});

function formatting(situation: Situation, p: PlannedPartition): Format {
  const span = spanOf(p);
  return step('format', p.id, formatPlace(situation, p), {
    partition: p.id,
    found: null,
    before: span,
    after: span,
    writes: [span],
    undo: 'yes',
  });
}

/** In the installer of the one arriving system that owns it; what is shared is formatted before the first of them. */
function formatPlace({ arriving }: Situation, p: PlannedPartition): Environment {
  const [only, another] = p.owners;
  const system = another === undefined ? arriving.find((s) => s.id === only) : undefined;
  return system && !system.ownSetup ? { kind: 'installer', system: system.id } : LIVE;
}
