import type { Plan, Survey, Phrase } from '@rhizotome/core';

/** The disk after so many steps of a plan. */
export interface PracticeRequest {
  readonly plan: Plan;
  readonly survey: Survey;
  readonly after: number;
}

export interface PracticeAnswer {
  readonly image: Blob;
  readonly unformatted: readonly Phrase[];
}

/** Makes a disk to practise on, in a worker. @throws Error where it could not be made */
export function makePracticeDisk(request: PracticeRequest): Promise<PracticeAnswer> {
  const worker = new Worker(new URL('./practice-disk.worker.ts', import.meta.url), { type: 'module' });
  return new Promise<PracticeAnswer>((resolve, reject) => {
    worker.onmessage = ({ data }: MessageEvent<PracticeAnswer>) => resolve(data);
    worker.onerror = (event) => reject(new Error(event.message || 'the worker could not be started'));
    worker.postMessage(request);
  }).finally(() => worker.terminate());
}
