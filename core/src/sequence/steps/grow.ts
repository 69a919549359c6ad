import type { Span } from '../../layout/index.js';
import type { PartitionId } from '../../plan/index.js';
import { exposureOfChange } from '../exposure.js';
import { LIVE, step, type StepOf, spanOf } from '../step.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import type { VolumeChange } from '../derive/volume-change.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** The end of a volume goes further back: the partition's first, then the file system's. */
export type Grow = StepOf<
  'grow',
  { partition: PartitionId; found: SurveyPartitionId; before: Span; after: Span }
>;

export const grow = {
  kind: 'grow',
  room: 'takes',
  write: (table, { found, after }) => table.place(found, after),
  back: { write: (table, { found, before }) => void table.place(found, before) },
  conversion: null,
  table: 'place',
  holds: null,
  line: 'grow',
  asks: 'grow',
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => SHORT,
} satisfies Kind<Grow>;

export const growthOf = ({ fate, planned, place, span, needs }: VolumeChange): Grow[] =>
  fate.lengthChange > 0
    ? [
        step('grow', planned.id, fate.travels ? LIVE : place, {
          partition: planned.id,
          found: fate.found.id,
          needs,
          before: span,
          after: spanOf(planned),
          reads: [span],
          writes: [spanOf(planned)],
          exposure: exposureOfChange(fate.found.id, 0),
          undo: 'yes',
        }),
      ]
    : [];
