import type { Plan, Survey, Phrase } from '@rhizotome/core';
import { oneAnswer } from './one-answer.js';

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
  return oneAnswer(worker, request);
}
