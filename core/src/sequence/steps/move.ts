import type { Span } from '../../layout/index.js';
import type { PartitionId } from '../../plan/index.js';
import { copyTime } from '../copy-time.js';
import { copyOf, exposureOfCopy } from '../exposure.js';
import { LIVE, step, type Copy, type Range, type StepOf } from '../step.js';
import type { SurveyPartitionId } from '../../survey/index.js';
import type { VolumeChange } from '../derive/volume-change.js';
import type { Kind } from './kind.js';
import { SHORT } from '../by-hand.js';

/** What is about a move: all data of the volume is copied to the new place. */
export interface AboutMove {
  readonly partition: PartitionId;
  readonly found: SurveyPartitionId;
  readonly before: Span;
  readonly after: Span;
  readonly copy: Copy;
  readonly bytes: Range;
}

/** The start of a volume moves to its planned place. */
export type Move = StepOf<'move', AboutMove>;

/** Of a move to any place. */
export const MOVING = {
  room: 'both',
  conversion: 'where-needed',
  write: (table, { found, after }) => table.place(found, after),
  back: { write: (table, { found, before }) => void table.place(found, before) },
  table: 'place',
  holds: null,
  line: 'move',
  asks: 'move',
  withoutLive: null,
  boots: null,
  safety: null,
  byHand: () => SHORT,
} satisfies Omit<Kind<StepOf<string, AboutMove>>, 'kind'>;

export const move: Kind<Move> = { ...MOVING, kind: 'move' };

export const moveOf = (change: VolumeChange): Move[] =>
  change.fate.travels || change.span.start !== change.fate.found.start
    ? [moveTo('move', change, change.planned.start)]
    : [];

export function moveTo<K extends string>(
  kind: K,
  { situation, fate, planned, used, span, needs }: VolumeChange,
  start: Span['start'],
): StepOf<K, AboutMove> {
  const size = span.length * situation.survey.disk.sectorBytes;
  const bytes = { least: Math.min(used, size), most: size };
  const after = { start, length: span.length };
  const copy = copyOf(span, after);
  return step(kind, planned.id, LIVE, {
    partition: planned.id,
    found: fate.found.id,
    needs,
    before: span,
    after,
    copy,
    reads: [span],
    writes: [after],
    bytes,
    seconds: copyTime(bytes, situation.plan.machine.medium),
    exposure: exposureOfCopy(copy, fate.found.id),
    undo: 'yes' as const,
  });
}
