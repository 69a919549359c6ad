import type { Text } from '@rhizotome/core';
import { useEffect, useState } from 'react';
import { readGiven, type Reader } from './read-given.js';
import type { READERS } from './readers.js';

type Readers = typeof READERS;

export interface Given<T> {
  /** What came of it; `undefined` while it is read, or where nothing was given. */
  readonly value: T | undefined;
  /** Why nothing came of it. */
  readonly problem: Text | undefined;
}

const NOTHING = { value: undefined, problem: undefined };

/**
 * What somebody gave, read again whenever it is another.
 * @param args for the reader, the same as long as they mean the same; `null` where there is nothing to read
 */
export function useReadGiven<K extends Reader>(
  what: string,
  reader: K,
  args: Parameters<Readers[K]> | null,
): Given<ReturnType<Readers[K]>> {
  const [read, setRead] = useState<{ of: unknown } & Given<ReturnType<Readers[K]>>>({ of: null, ...NOTHING });
  useEffect(() => {
    if (!args) return undefined;
    const reading = readGiven(what, reader, ...args);
    void reading.result.then(
      (value) => setRead({ of: args, value, problem: undefined }),
      (error: Error) => setRead({ of: args, value: undefined, problem: error.message }),
    );
    return reading.cancel;
  }, [what, reader, args]);
  // What was read before is shown until the next is there: a list that is typed at does not flicker.
  return args ? read : NOTHING;
}
