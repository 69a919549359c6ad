import type { Plan, Proposals, Survey } from '@rhizotome/core';

export interface ProposeRequest {
  readonly plan: Plan;
  readonly survey: Survey;
}

export interface ProposeAnswer {
  readonly proposals: Proposals | undefined;
}

/** A search under way. `cancel` ends it; the promise then stays open. */
export interface Search {
  readonly result: Promise<ProposeAnswer>;
  readonly cancel: () => void;
}

let idle: Worker | undefined;

const worker = (): Worker => new Worker(new URL('./propose.worker.ts', import.meta.url), { type: 'module' });

/** Searches proposals for a plan in a worker, which is kept for the next search unless it has to be stopped. */
export function searchProposals(request: ProposeRequest): Search {
  const at = idle ?? worker();
  idle = undefined;
  const result = new Promise<ProposeAnswer>((resolve, reject) => {
    at.onmessage = ({ data }: MessageEvent<ProposeAnswer>) => {
      // One waits for the next search; a second is not needed.
      if (idle) at.terminate();
      else idle = at;
      resolve(data);
    };
    at.onerror = (event) => reject(new Error(event.message || 'the worker could not be started'));
  });
  at.postMessage(request);
  return { result, cancel: () => at !== idle && at.terminate() };
}
