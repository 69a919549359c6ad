/// <reference lib="webworker" />
import { proposalSteps } from '@rhizotome/core';
import type { ProposeAnswer, ProposeRequest } from './propose.js';

const answer = (message: ProposeAnswer) => postMessage(message);

addEventListener('message', ({ data: { plan, survey } }: MessageEvent<ProposeRequest>) => {
  let proposals: ProposeAnswer['proposals'];
  for (proposals of proposalSteps({ plan, survey })) answer({ proposals, done: false });
  answer({ proposals, done: true });
});
