/// <reference lib="webworker" />
import { english, practiceFiles, runbookFiles, titleOf, zipOf } from '@rhizotome/core';
import type { EverythingRequest } from './everything.js';

addEventListener(
  'message',
  ({ data: { plan, survey, name, story, madeAt, point } }: MessageEvent<EverythingRequest>) => {
    const planned = { plan, survey };
    const runbook = runbookFiles(english, planned, story, titleOf(english, planned, name, madeAt, point));
    const bytes = zipOf({ ...runbook, ...practiceFiles(english, planned) }, name, madeAt);
    postMessage(new Blob([bytes as Uint8Array<ArrayBuffer>], { type: 'application/zip' }));
  },
);
