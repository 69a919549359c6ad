import type { SurveyIdentity, SurveyOutcome } from '@rhizotome/core';

export interface ReadingRequest {
  readonly file: File;
  readonly identity: SurveyIdentity;
}

export type ReadingAnswer =
  | { readonly kind: 'progress'; readonly bytesRead: number; readonly at: string }
  | { readonly kind: 'done'; readonly outcome: SurveyOutcome }
  | { readonly kind: 'refused'; readonly message: string };

export type Progress = Extract<ReadingAnswer, { kind: 'progress' }>;

/** A reading under way. `cancel` ends it at once; the promise then stays open. */
export interface Reading {
  readonly result: Promise<
    SurveyOutcome | { readonly ok: false; readonly refusal: { readonly message: string } }
  >;
  readonly cancel: () => void;
}

/** Reads the disk in a file of any size, in a worker and in place: nothing is loaded whole, nothing leaves this computer. */
export function readDisk(request: ReadingRequest, onProgress: (progress: Progress) => void): Reading {
  const worker = new Worker(new URL('./read-disk.worker.ts', import.meta.url), { type: 'module' });
  const result: Reading['result'] = new Promise((resolve) => {
    const end = (outcome: Awaited<Reading['result']>) => {
      worker.terminate();
      resolve(outcome);
    };
    const refused = (message: string) => end({ ok: false, refusal: { message } });
    worker.onmessage = ({ data }: MessageEvent<ReadingAnswer>) => {
      if (data.kind === 'progress') onProgress(data);
      else if (data.kind === 'done') end(data.outcome);
      else refused(data.message);
    };
    worker.onerror = (event) =>
      refused(
        `Reading “${request.file.name}” failed: ${event.message || 'the reader could not be started'}.`,
      );
  });
  worker.postMessage(request);
  return { result, cancel: () => worker.terminate() };
}
