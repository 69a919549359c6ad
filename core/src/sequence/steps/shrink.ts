import type { Span } from '../../layout/index.js';
import type { PartitionId } from '../../plan/index.js';
import { copyTime } from '../copy-time.js';
import { exposureOfChange } from '../exposure.js';
import { step, type Range, type StepOf } from '../step.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import type { VolumeChange } from '../derive/volume-change.js';
import type { Kind } from './kind.js';
import { minutes } from '../by-hand.js';

/** The end of a volume comes earlier: the file system's first, then the partition's. */
export type Shrink = StepOf<
  'shrink',
  { partition: PartitionId; found: SurveyPartitionId; before: Span; after: Span; bytes: Range }
>;

export const shrink = {
  kind: 'shrink',
  room: 'frees',
  conversion: 'before',
  write: (table, { found, after }) => table.place(found, after),
  back: { write: (table, { found, before }) => void table.place(found, before) },
  table: 'place',
  holds: null,
  line: 'shrink',
  asks: 'shrink',
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => minutes(2, 10),
} satisfies Kind<Shrink>;

export function shrinkOf({ situation, fate, planned, place, used, span, needs }: VolumeChange): Shrink[] {
  if (fate.lengthChange >= 0) return [];
  const { sectorBytes } = situation.survey.disk;
  const bytes = { least: 0, most: Math.min(used, -fate.lengthChange * sectorBytes) };
  return [
    step('shrink', planned.id, place, {
      partition: planned.id,
      found: fate.found.id,
      needs,
      before: span,
      after: { start: span.start, length: planned.length },
      reads: [span],
      writes: [span],
      bytes,
      seconds: copyTime(bytes, situation.plan.machine.medium),
      exposure: exposureOfChange(fate.found.id, bytes.most / sectorBytes),
      undo: 'yes',
    }),
  ];
}
