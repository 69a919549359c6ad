import { visible } from './visible.js';

/** Exit codes: 0 done; 1 done, and a finding says that the plan cannot work; 2 nothing could be done. */
export const EXIT = { done: 0, found: 1, failed: 2 } as const;

/** A failure told to the person at the shell: what, where, what to do. Everything else is a fault of the program. */
export class Failure extends Error {
  constructor(message: string) {
    super(visible(message));
  }
}

const REASONS: Readonly<Record<string, string>> = {
  ENOENT: 'there is no such file',
  EACCES: 'it may not be read or written by you; a disk needs the administrator',
  EPERM: 'it may not be read or written by you; a disk needs the administrator',
  EISDIR: 'it is a folder',
  ENOSPC: 'the disk that it is on is full',
  EEXIST: 'it is there already',
};

/** The system's word for why a file could not be used. */
export function fileReason(error: unknown): string {
  const said = error instanceof Error ? error.message : String(error);
  return REASONS[(error as NodeJS.ErrnoException).code ?? ''] ?? said;
}
