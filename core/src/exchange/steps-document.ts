import type { Span } from '../layout/index.js';
import type { Planned } from '../plan/index.js';
import {
  lossesOf,
  objectsOf,
  procedureFor,
  wayBack,
  type Loss,
  type Procedure,
  type Range,
  type Step,
  type StepBack,
  type StepBase,
  type StepKind,
} from '../sequence/index.js';

/** A span as documents give it: both in logical sectors. */
export interface SpanDocument {
  readonly start: number;
  readonly sectors: number;
}

/** One step as it is given away. Spans in sectors, data in bytes, time in seconds. */
export interface StepDocument extends Omit<StepBase, 'reads' | 'writes'> {
  readonly kind: StepKind;
  /** What it is about; `null` where it is not about such a thing. */
  readonly partition: string | null;
  readonly found: string | null;
  readonly system: string | null;
  readonly before: SpanDocument | null;
  readonly after: SpanDocument | null;
  readonly reads: readonly SpanDocument[];
  readonly writes: readonly SpanDocument[];
  /** On a way back, of the table as a whole: the one that was found, or its entries where the volumes lie now. */
  readonly table?: StepBack['table'];
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
    steps: returned ? returned.steps.map(backDocument) : steps.map(stepDocument),
    losses: returned?.losses ?? lossesOf(planned, steps),
    refused: ordered.ok ? null : ordered,
  };
}

function stepDocument(step: Step): StepDocument {
  const { id, kind, environment } = step;
  return {
    id,
    kind,
    environment,
    ...aboutStep(step),
    ...stretches(step),
  };
}

/** A step back has the kind of the one it undoes, and what was after that is before it. */
function backDocument({ undoes, table, ...step }: StepBack): StepDocument {
  const { before, after, ...about } = aboutStep(undoes);
  const { id, environment } = step;
  return {
    id,
    kind: undoes.kind,
    environment,
    ...about,
    before: after,
    after: before,
    ...stretches(step),
    ...(table ? { table } : {}),
  };
}

function aboutStep(step: Step) {
  const { partition, found, system, before, after } = objectsOf(step);
  return {
    partition,
    found,
    system,
    before: before && spanDocument(before),
    after: after && spanDocument(after),
  };
}

function stretches({ copy, reads, writes, needs, bytes, seconds, exposure, unlists, undo }: StepBase) {
  return {
    copy,
    reads: reads.map(spanDocument),
    writes: writes.map(spanDocument),
    needs,
    bytes,
    seconds,
    exposure,
    unlists,
    undo,
  };
}

const spanDocument = ({ start, length }: Span): SpanDocument => ({ start, sectors: length });
