import type { Environment, Step, StepKind } from '../step.js';

export const LIVE: Environment = { kind: 'live' };
export const FIRMWARE: Environment = { kind: 'firmware' };

/** A step of which only what is told is set. Its id is its kind and its object. */
export function step(
  kind: StepKind,
  of: string,
  environment: Environment,
  draft: Partial<Omit<Step, 'id' | 'kind' | 'environment'>> = {},
): Step {
  return {
    id: of === '' ? kind : `${kind}:${of}`,
    kind,
    environment,
    partition: draft.partition ?? null,
    found: draft.found ?? null,
    system: draft.system ?? null,
    before: draft.before ?? null,
    after: draft.after ?? null,
    copy: draft.copy ?? null,
    reads: draft.reads ?? [],
    writes: draft.writes ?? [],
    needs: draft.needs ?? [],
    bytes: draft.bytes ?? null,
    seconds: draft.seconds ?? null,
    exposure: draft.exposure ?? null,
    undo: draft.undo ?? 'no-need',
  };
}
