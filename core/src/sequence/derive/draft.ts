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
    partition: null,
    found: null,
    system: null,
    before: null,
    after: null,
    copy: null,
    reads: [],
    writes: [],
    needs: [],
    bytes: null,
    seconds: null,
    exposure: null,
    undo: 'no-need',
    ...draft,
  };
}
