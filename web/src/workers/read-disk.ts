import type { ReadingStep, Phrase, SurveyIdentity, SurveyOutcome, Text } from '@rhizotome/core';
import { watched } from './cell.js';
import { words } from '../words/words.js';

export interface ReadingRequest {
  readonly file: File;
  readonly identity: SurveyIdentity;
}

export type ReadingAnswer =
  | { readonly kind: 'progress'; readonly bytesRead: number; readonly at: ReadingStep }
  | { readonly kind: 'done'; readonly outcome: SurveyOutcome }
  | { readonly kind: 'refused'; readonly says: Phrase }
  /** The file was changed or moved while it was read. */
  | { readonly kind: 'file-gone' };

export type Progress = Extract<ReadingAnswer, { kind: 'progress' }>;

/** A reading under way. `cancel` ends it at once; the promise then stays open. */
export interface Reading {
  readonly result: Promise<SurveyOutcome | { readonly ok: false; readonly refusal: { readonly says: Text } }>;
  readonly cancel: () => void;
}

/** Reads the disk in a file of any size, in a worker and in place: nothing is loaded whole, nothing leaves this computer. */
export function readDisk(request: ReadingRequest, onProgress: (progress: Progress) => void): Reading {
  const worker = new Worker(new URL('./read-disk.worker.ts', import.meta.url), { type: 'module' });
  let over = (): void => undefined;
  const result: Reading['result'] = new Promise((resolve) => {
    over = watched(worker, request.file.name, (why) => end({ ok: false, refusal: { says: why.message } }));
    const end = (outcome: Awaited<Reading['result']>) => {
      over();
      worker.terminate();
      resolve(outcome);
    };
    const refused = (says: Text) => end({ ok: false, refusal: { says } });
    worker.onmessage = ({ data }: MessageEvent<ReadingAnswer>) => {
      if (data.kind === 'progress') onProgress(data);
      else if (data.kind === 'done') end(data.outcome);
      else refused(data.kind === 'refused' ? data.says : words['reading.file-gone'](request.file.name));
    };
    worker.onerror = (event) =>
      refused(
        words['reading.failed'](request.file.name, event.message || words['reading.reader-not-started']()),
      );
  });
  worker.postMessage(request);
  return {
    result,
    cancel: () => {
      over();
      worker.terminate();
    },
  };
}
