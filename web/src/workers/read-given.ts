import { words } from '../words/words.js';
import { watched } from './cell.js';
import type { READERS } from './readers.js';

type Readers = typeof READERS;
export type Reader = keyof Readers;

export interface GivenRequest {
  readonly reader: Reader;
  readonly args: readonly unknown[];
}

/** A reading under way. `cancel` ends it at once; the promise then stays open. */
export interface GivenReading<T> {
  readonly result: Promise<T>;
  readonly cancel: () => void;
}

/** One waits for the next text. */
let idle: Worker | undefined;

const worker = (): Worker =>
  new Worker(new URL('./read-given.worker.ts', import.meta.url), { type: 'module' });

/**
 * Reads what somebody gave, in a worker: whatever it is, the page goes on.
 * @param what it is, in words
 * @throws Error in words where reading it takes too long, or fails
 */
export function readGiven<K extends Reader>(
  what: string,
  reader: K,
  ...args: Parameters<Readers[K]>
): GivenReading<ReturnType<Readers[K]>> {
  const at = idle ?? worker();
  idle = undefined;
  let calledOff = false;
  let ended = false;
  let over = (): void => undefined;
  const result = new Promise<ReturnType<Readers[K]>>((resolve, reject) => {
    over = watched(at, what, reject);
    at.onmessage = ({ data }: MessageEvent<ReturnType<Readers[K]>>) => {
      ended = true;
      over();
      if (idle) at.terminate();
      else if (!calledOff) idle = at;
      if (!calledOff) resolve(data);
    };
    at.onerror = (event) => {
      ended = true;
      over();
      at.terminate();
      reject(
        new Error(words['reading.failed'](what, event.message || words['reading.reader-not-started']())),
      );
    };
  });
  at.postMessage({ reader, args } satisfies GivenRequest);
  return {
    result,
    cancel: () => {
      // The worker may read something else by now.
      if (ended) return;
      calledOff = true;
      over();
      at.terminate();
    },
  };
}
