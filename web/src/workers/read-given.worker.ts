/// <reference lib="webworker" />
import { READERS } from './readers.js';
import type { GivenRequest } from './read-given.js';

addEventListener('message', ({ data: { reader, args } }: MessageEvent<GivenRequest>) => {
  const read = READERS[reader] as (...args: readonly unknown[]) => unknown;
  postMessage(read(...args));
});
