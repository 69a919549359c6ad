/// <reference lib="webworker" />
import { encodeQcow2, momentsOf, practiceDiskAt } from '@rhizotome/core';
import type { PracticeAnswer, PracticeRequest } from './practice-disk.js';

addEventListener('message', ({ data: { plan, survey, after } }: MessageEvent<PracticeRequest>) => {
  const moments = momentsOf({ plan, survey });
  const disk = practiceDiskAt(moments[Math.min(after, moments.length - 1)]!);
  const pieces = [...encodeQcow2(disk.sizeBytes, disk.stretches)] as Uint8Array<ArrayBuffer>[];
  const answer: PracticeAnswer = {
    image: new Blob(pieces),
    unformatted: disk.unformatted.map(({ says }) => says),
  };
  postMessage(answer);
});
