/// <reference lib="webworker" />
import {
  ImageRefused,
  ObservedBytes,
  openImage,
  surveyFromDisk,
  type ReadingStep,
  type SurveyOutcome,
} from '@rhizotome/core';
import { BlobBytes } from './blob-bytes.js';
import type { ReadingAnswer, ReadingRequest } from './read-disk.js';

const STEP_BYTES = 4 * 1024 * 1024;

addEventListener('message', (event: MessageEvent<ReadingRequest>) => {
  const answer = (message: ReadingAnswer) => postMessage(message);
  try {
    answer({ kind: 'done', outcome: read(event.data, answer) });
  } catch (error) {
    if (error instanceof ImageRefused) answer({ kind: 'refused', says: error.says });
    else if (error instanceof DOMException) answer({ kind: 'file-gone' });
    else throw error;
  }
});

function read({ file, identity }: ReadingRequest, answer: (message: ReadingAnswer) => void): SurveyOutcome {
  let bytesRead = 0;
  let told = 0;
  let at: ReadingStep = { kind: 'table' };
  const observed = new ObservedBytes(new BlobBytes(file), (_, bytes) => {
    bytesRead += bytes.length;
    if (bytesRead - told < STEP_BYTES) return;
    told = bytesRead;
    answer({ kind: 'progress', bytesRead, at });
  });
  const image = openImage(observed);
  const kind = image.format === 'capture' ? 'capture' : 'image';
  return surveyFromDisk(image.source, { kind, files: [file.name] }, identity, {
    sectorBytes: image.sectorBytes,
    onProgress: (step) => {
      at = step;
      answer({ kind: 'progress', bytesRead, at });
    },
  });
}
