/// <reference lib="webworker" />
import { proposalsFor } from '@rhizotome/core';
import type { ProposeAnswer, ProposeRequest } from './propose.js';

addEventListener('message', ({ data: { plan, survey } }: MessageEvent<ProposeRequest>) => {
  const answer: ProposeAnswer = { proposals: proposalsFor({ plan, survey }) };
  postMessage(answer);
});
