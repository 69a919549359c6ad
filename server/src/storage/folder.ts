import { chmodSync, copyFileSync, existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { MIGRATIONS } from './migrations.js';

/** A folder of data that the server does not open, with the reason in words. */
export class FolderRefused extends Error {}

export const dataFileIn = (folder: string): string => join(folder, 'rhizotome.sqlite');

/** The folder, made where it is missing, for this user alone: plans tell where a machine's data lies. */
export function makeFolder(folder: string): void {
  if (existsSync(folder)) return;
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  chmodSync(folder, 0o700);
}

/**
 * Holds the folder for this process until it ends, however it ends: the lock is the operating system's, on a file
 * beside the data, and leaves the data file free for others that read it.
 * @returns what lets it go
 * @throws FolderRefused where another server holds it
 */
export function holdFolder(folder: string): () => void {
  const lock = new Database(join(folder, 'rhizotome.lock'), { timeout: 0 });
  try {
    lock.exec('BEGIN EXCLUSIVE');
  } catch {
    lock.close();
    throw new FolderRefused(
      `Another Rhizotome server is running on the data in ${folder}. Use that one, stop it, or set RHIZOTOME_DATA to another folder.`,
    );
  }
  return () => lock.close();
}

/**
 * Looks at the data file before anything is changed in it. Where this version has changes to make to it, a copy of it
 * is kept first.
 * @returns warnings in words
 * @throws FolderRefused where it is of a newer version, or no database
 */
export function examineDataFile(folder: string): string[] {
  const file = dataFileIn(folder);
  if (!existsSync(file)) return [];
  const database = new Database(file, { timeout: 5000 });
  try {
    const made = migrationsIn(database);
    const known = MIGRATIONS.map((migration) => migration.name);
    if (made.some((name) => !known.includes(name)))
      throw new FolderRefused(
        `${file} was written by a newer version of Rhizotome. It was left as it is. Start that version, or set RHIZOTOME_DATA to another folder.`,
      );
    const fault = faultIn(database);
    if (made.length > 0 && made.length < known.length) keepAside(database, file, made.length);
    return fault === undefined
      ? []
      : [
          `${file} is damaged (${fault}). Stop the server, keep a copy of ${folder}, and restore your latest backup; machines that can still be read are shown.`,
        ];
  } catch (error) {
    if (error instanceof FolderRefused) throw error;
    throw new FolderRefused(
      `${file} cannot be read as a database (${(error as Error).message}). It was left as it is. Put a backup in its place, or set RHIZOTOME_DATA to another folder.`,
    );
  } finally {
    database.close();
  }
}

function migrationsIn(database: Database.Database): string[] {
  const table = database.prepare(`SELECT 1 FROM sqlite_master WHERE name = 'migrations'`).get();
  if (!table) return [];
  return database
    .prepare<[], { name: string }>('SELECT name FROM migrations')
    .all()
    .map((row) => row.name);
}

function faultIn(database: Database.Database): string | undefined {
  try {
    const [first] = database.pragma('quick_check(1)') as { quick_check: string }[];
    return first?.quick_check === 'ok' ? undefined : (first?.quick_check ?? 'no answer');
  } catch (error) {
    return (error as Error).message;
  }
}

/** A damaged file cannot be vacuumed; its bytes are copied then. */
function keepAside(database: Database.Database, file: string, version: number): void {
  const aside = `${file.replace(/\.sqlite$/, '')}.before-version-${version + 1}.sqlite`;
  if (existsSync(aside)) return;
  try {
    database.prepare('VACUUM INTO ?').run(aside);
  } catch {
    database.pragma('wal_checkpoint(TRUNCATE)');
    copyFileSync(file, aside);
  }
}
