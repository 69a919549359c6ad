import { dirname } from 'node:path';
import { RUNS_WHEN_READ } from '@rhizotome/core';
import Database from 'better-sqlite3';
import { reading } from './cell.js';
import { Failure, fileReason } from './failure.js';

/** A data file or a backup, to be read. @throws Failure */
export function opened(file: string): Database.Database {
  reading(file);
  try {
    const database = new Database(file, { fileMustExist: true, readonly: true, timeout: 5000 });
    refuseCode(database, file);
    return database;
  } catch (error) {
    if (error instanceof Failure) throw error;
    if ((error as { code?: string }).code === 'SQLITE_NOTADB')
      throw new Failure(`${file} is no backup of Rhizotome: it is not a database.`);
    throw new Failure(`${file} in ${dirname(file)} cannot be opened: ${fileReason(error)}.`);
  }
}

/** A file of ours holds tables and indexes; what would be run by reading it may be anything, and without end. */
function refuseCode(database: Database.Database, file: string): void {
  const [first] = database.prepare<[], { name: string }>(RUNS_WHEN_READ).all();
  if (first === undefined) return;
  database.close();
  throw new Failure(`${file} is no data of Rhizotome: it holds “${first.name}”, which is no table.`);
}

/** What SQLite finds wrong with the file itself. */
export function faultInFile(database: Database.Database): string | undefined {
  const [check] = database.pragma('quick_check(1)') as { quick_check: string }[];
  return check?.quick_check === 'ok' ? undefined : (check?.quick_check ?? 'no answer');
}
