import { CELL, cellFaultSays } from '@rhizotome/core';
import { say } from '../words/say.js';

/**
 * Ends a worker that reads what anybody may have made, once it has taken longer than anything of its kind.
 * @param ended is told in words why
 * @returns what stops watching
 */
export function watched(worker: Worker, what: string, ended: (why: Error) => void): () => void {
  const late = setTimeout(() => {
    worker.terminate();
    ended(new Error(say(cellFaultSays('time', what))));
  }, CELL.seconds * 1000);
  return () => clearTimeout(late);
}
