import type { HistoryPoint, Plan, Survey } from '@rhizotome/core';
import { oneAnswer } from './one-answer.js';

/** A machine's plan, of which all that goes to the machine is made. */
export interface EverythingRequest {
  readonly plan: Plan;
  readonly survey: Survey;
  readonly name: string;
  readonly story: string;
  /** ISO 8601. */
  readonly madeAt: string;
  readonly point: HistoryPoint | null;
}

/** Runbook, sheets, plan, mount tables and practice disks as one zip, made in a worker. @throws Error where it could not be made */
export function makeEverything(request: EverythingRequest): Promise<Blob> {
  const worker = new Worker(new URL('./everything.worker.ts', import.meta.url), { type: 'module' });
  return oneAnswer(worker, request);
}
