import type { Problem } from '../http/problem.js';

/** Why the data file could not be read or written. */
export interface StorageFault {
  readonly code:
    'data-replaced' | 'disk-full' | 'disk-fault' | 'data-locked' | 'data-damaged' | 'data-read-only';
  readonly problem: Problem;
}

type Row = readonly [
  starts: string,
  code: StorageFault['code'],
  status: number,
  title: string,
  detail: string,
];

/** By SQLite's result codes (sqlite.org/rescode.html); extended codes begin with the name of their kind. */
const FAULTS: readonly Row[] = [
  [
    'SQLITE_FULL',
    'disk-full',
    507,
    'The disk is full',
    'The disk of the server is full, so this could not be saved. Free some room there; what you did is sent again.',
  ],
  [
    'SQLITE_IOERR',
    'disk-fault',
    507,
    'The disk cannot be written',
    'The disk of the server reported an error, so this could not be saved. Look at that disk; what you did is sent again.',
  ],
  [
    'SQLITE_BUSY',
    'data-locked',
    503,
    'The data file is locked',
    'Another program holds the data file of the server, so this could not be saved yet. It is tried again.',
  ],
  [
    'SQLITE_READONLY',
    'data-read-only',
    507,
    'The data file cannot be written',
    'The server may not write to its data file. Check the rights of its data folder; what you did is sent again.',
  ],
  [
    'SQLITE_CANTOPEN',
    'disk-fault',
    507,
    'The data file cannot be opened',
    'The server cannot open its data file. Check its data folder; what you did is sent again.',
  ],
  [
    'RHIZOTOME_REPLACED',
    'data-replaced',
    503,
    'The data file was replaced',
    'The data file of the server was replaced or deleted while the server was running, so this was not saved. Stop the server, put the right file in its place, and start it; what you did is sent again.',
  ],
  ['SQLITE_CORRUPT', 'data-damaged', 500, 'The data file is damaged', damaged()],
  ['SQLITE_NOTADB', 'data-damaged', 500, 'The data file is damaged', damaged()],
];

function damaged(): string {
  return 'The data file of the server is damaged. Stop the server, keep a copy of its data folder, and restore a backup.';
}

/** What an error means for the data file; `undefined` where the error is of another kind. */
export function storageFault(error: unknown): StorageFault | undefined {
  const own = codeOf(error) ?? codeOf((error as { driverError?: unknown } | null)?.driverError);
  const row = FAULTS.find(([starts]) => own?.startsWith(starts));
  if (!row) return undefined;
  const [, code, status, title, detail] = row;
  return { code, problem: { status, code, title, detail } };
}

function codeOf(error: unknown): string | undefined {
  const code = (error as { code?: unknown } | null | undefined)?.code;
  return typeof code === 'string' ? code : undefined;
}
