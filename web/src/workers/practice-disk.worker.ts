/// <reference lib="webworker" />
import { encodeQcow2, practiceDiskFound, practiceDiskPlanned } from '@rhizotome/core';
import type { PracticeAnswer, PracticeRequest } from './practice-disk.js';

addEventListener('message', ({ data: { plan, survey } }: MessageEvent<PracticeRequest>) => {
  const disk = plan ? practiceDiskPlanned({ plan, survey }) : practiceDiskFound(survey);
  const pieces = [...encodeQcow2(disk.sizeBytes, disk.stretches)] as Uint8Array<ArrayBuffer>[];
  const answer: PracticeAnswer = { image: new Blob(pieces), unformatted: disk.unformatted };
  postMessage(answer);
});
