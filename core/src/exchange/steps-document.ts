import type { Planned, Span } from '../plan/index.js';
import {
  lossesOf,
  procedureFor,
  wayBack,
  type Loss,
  type Procedure,
  type Range,
  type Step,
} from '../sequence/index.js';

/** A span as documents give it: both in logical sectors. */
export interface SpanDocument {
  readonly start: number;
  readonly sectors: number;
}

/** One step as it is given away. Spans in sectors, data in bytes, time in seconds. */
export interface StepDocument extends Omit<Step, 'before' | 'after' | 'reads' | 'writes'> {
  readonly before: SpanDocument | null;
  readonly after: SpanDocument | null;
  readonly reads: readonly SpanDocument[];
  readonly writes: readonly SpanDocument[];
}

/** The steps of a plan in order, or why there is no order. */
export interface StepsDocument {
  readonly format: 'rhizotome/steps';
  readonly version: 1;
  readonly sectorBytes: number;
  readonly restarts: number;
  readonly moved: Range;
  readonly seconds: Range;
  readonly steps: readonly StepDocument[];
  /** What cannot be brought back from which step on. */
  readonly losses: readonly Loss[];
  readonly refused: Extract<Procedure['ordered'], { ok: false }> | null;
}

/** The steps of a plan as a document; with `back`, the way back after so many of them. */
export function stepsDocument(planned: Planned, back?: number): StepsDocument {
  const { survey } = planned;
  const { ordered, restarts, moved, seconds } = procedureFor(planned);
  const steps = ordered.ok ? ordered.steps : [];
  const returned = back === undefined ? undefined : wayBack(planned, steps, back);
  return {
    format: 'rhizotome/steps',
    version: 1,
    sectorBytes: survey.disk.sectorBytes,
    restarts,
    moved,
    seconds,
    steps: (returned?.steps ?? steps).map(stepDocument),
    losses: returned?.losses ?? lossesOf(planned, steps),
    refused: ordered.ok ? null : ordered,
  };
}

function stepDocument({ before, after, reads, writes, ...step }: Step): StepDocument {
  return {
    ...step,
    before: before && spanDocument(before),
    after: after && spanDocument(after),
    reads: reads.map(spanDocument),
    writes: writes.map(spanDocument),
  };
}

const spanDocument = ({ start, length }: Span): SpanDocument => ({ start, sectors: length });
