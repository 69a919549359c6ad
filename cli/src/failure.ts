/** Exit codes: 0 done; 1 done, and a finding says that the plan cannot work; 2 nothing could be done. */
export const EXIT = { done: 0, found: 1, failed: 2 } as const;

/** A failure told to the person at the shell: what, where, what to do. Everything else is a fault of the program. */
export class Failure extends Error {}

/** The system's word for why a file could not be used. */
export function fileReason(error: unknown): string {
  const code = (error as NodeJS.ErrnoException).code;
  switch (code) {
    case 'ENOENT':
      return 'there is no such file';
    case 'EACCES':
    case 'EPERM':
      return 'it may not be read or written by you; a disk needs the administrator';
    case 'EISDIR':
      return 'it is a folder';
    case 'ENOSPC':
      return 'the disk that it is on is full';
    case 'EEXIST':
      return 'it is there already';
    default:
      return error instanceof Error ? error.message : String(error);
  }
}
