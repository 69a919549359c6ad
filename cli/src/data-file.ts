import { dirname } from 'node:path';
import Database from 'better-sqlite3';
import { Failure, fileReason } from './failure.js';

/** What the server calls its data file. */
export const DATA_FILE = 'rhizotome.sqlite';

/** A data file or a backup, to be read. @throws Failure */
export function opened(file: string): Database.Database {
  try {
    return new Database(file, { fileMustExist: true, readonly: true, timeout: 5000 });
  } catch (error) {
    throw new Failure(`${file} in ${dirname(file)} cannot be opened: ${fileReason(error)}.`);
  }
}

/** What SQLite finds wrong with the file itself. */
export function faultInFile(database: Database.Database): string | undefined {
  const [check] = database.pragma('quick_check(1)') as { quick_check: string }[];
  return check?.quick_check === 'ok' ? undefined : (check?.quick_check ?? 'no answer');
}
