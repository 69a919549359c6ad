import type { Plan, Proposals, Survey } from '@rhizotome/core';

export interface ProposeRequest {
  readonly plan: Plan;
  readonly survey: Survey;
}

export interface ProposeAnswer {
  /** What has been found so far. */
  readonly proposals: Proposals | undefined;
  readonly done: boolean;
}

/** A search under way. `cancel` ends it; the promise then stays open. */
export interface Search {
  readonly result: Promise<Proposals | undefined>;
  readonly cancel: () => void;
}

let idle: Worker | undefined;

const worker = (): Worker => new Worker(new URL('./propose.worker.ts', import.meta.url), { type: 'module' });

/**
 * Searches proposals for a plan in a worker, which is kept for the next search unless it has to be stopped. `found` is told what there
 * is so far.
 */
export function searchProposals(request: ProposeRequest, found: (proposals: Proposals) => void): Search {
  const at = idle ?? worker();
  idle = undefined;
  const result = new Promise<Proposals | undefined>((resolve, reject) => {
    at.onmessage = ({ data: { proposals, done } }: MessageEvent<ProposeAnswer>) => {
      if (!done) {
        if (proposals) found(proposals);
        return;
      }
      // One waits for the next search; a second is not needed.
      if (idle) at.terminate();
      else idle = at;
      resolve(proposals);
    };
    at.onerror = (event) => reject(new Error(event.message || 'the worker could not be started'));
  });
  at.postMessage(request);
  return { result, cancel: () => at !== idle && at.terminate() };
}
