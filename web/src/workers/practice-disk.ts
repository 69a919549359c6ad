import type { Plan, Survey } from '@rhizotome/core';

/** The disk as planned, or without a plan as found. */
export interface PracticeRequest {
  readonly plan: Plan | null;
  readonly survey: Survey;
}

export interface PracticeAnswer {
  readonly image: Blob;
  readonly unformatted: readonly string[];
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
