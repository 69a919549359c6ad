import type { Span } from '../../layout/index.js';
import { usedOf, type Fate, type PlannedPartition } from '../../plan/index.js';
import { LIVE, spanOf, type Environment, type StepBase } from '../step.js';
import type { System } from '../../system/index.js';
import { ownTool, type Situation } from './situation.js';

/**
 * A kept volume on the way from its old place and size to the new: what was done so far, and what comes next. Each step
 * waits for the one before it.
 */
export interface VolumeChange {
  readonly situation: Situation;
  readonly fate: Fate;
  readonly planned: PlannedPartition;
  /** The system whose own tool changes the volume, where there is one. */
  readonly own: System | undefined;
  /** Where that is done. */
  readonly place: Environment;
  /** Data in use, in bytes; the whole volume where nothing is known. */
  readonly used: number;
  /** Where it lies by now. */
  readonly span: Span;
  readonly needs: readonly string[];
}

export function beginChange(
  situation: Situation,
  fate: Fate,
  planned: PlannedPartition,
  before: readonly string[],
): VolumeChange {
  const own = ownTool(situation, planned);
  const size = fate.found.length * situation.survey.disk.sectorBytes;
  return {
    situation,
    fate,
    planned,
    own,
    place: own ? { kind: 'running', system: own.id } : LIVE,
    used: Math.min(usedOf(situation, fate.found.id)?.bytes ?? Infinity, size),
    span: spanOf(fate.found),
    needs: own ? before : [],
  };
}

/** The change after a step that leaves the volume at `span`. */
export function after(change: VolumeChange, step: StepBase, span = change.span): VolumeChange {
  return { ...change, span, needs: [step.id] };
}
