import { chmodSync, existsSync, mkdirSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { DATA_FILE } from '@rhizotome/core';
import Database from 'better-sqlite3';
import { MIGRATIONS } from './migrations.js';
import { FolderRefused } from './folder-refused.js';
import { faultIn, keepSafetyCopy, migrationsIn } from './safety-copy.js';

export const dataFileIn = (folder: string): string => join(folder, DATA_FILE);

/**
 * The folder, made where it is missing, and all that is kept in it, for this user alone: plans tell where a machine's data lies.
 * @returns warnings in words
 */
export function makeFolder(folder: string): string[] {
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  try {
    chmodSync(folder, 0o700);
    for (const name of readdirSync(folder))
      if (/^rhizotome\./.test(name)) chmodSync(join(folder, name), 0o600);
    return [];
  } catch (error) {
    return [
      `${folder} could not be closed to other users (${(error as Error).message}). Whoever can read it can read your plans.`,
    ];
  }
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
 * is kept first. Whether all of it is sound is looked at while the server runs: that takes the longer the more there is.
 * @throws FolderRefused where it is of a newer version, or no database
 */
export function examineDataFile(folder: string): void {
  const file = dataFileIn(folder);
  if (!existsSync(file)) return;
  const database = new Database(file, { timeout: 5000 });
  try {
    const made = migrationsIn(database);
    const known = MIGRATIONS.map((migration) => migration.name);
    if (made.some((name) => !known.includes(name)))
      throw new FolderRefused(
        `${file} was written by a newer version of Rhizotome. It was left as it is. Start that version, or set RHIZOTOME_DATA to another folder.`,
      );
    if (made.length > 0 && made.length < known.length) keepSafetyCopy(database, file, made.length);
    if (made.length === known.length) giveBackRoom(database);
  } catch (error) {
    if (error instanceof FolderRefused) throw error;
    throw new FolderRefused(
      `${file} cannot be read as a database (${(error as Error).message}). It was left as it is. Put a backup in its place, or set RHIZOTOME_DATA to another folder.`,
    );
  } finally {
    database.close();
  }
}

/** Less is used again before anybody misses it. */
const WORTH_GIVING_BACK_BYTES = 32 * 1024 ** 2;

/** What was deleted for good leaves room in the file. Where that is more than half of it, and much, the disk gets it back. */
function giveBackRoom(database: Database.Database): void {
  const [free, pages, bytes] = ['freelist_count', 'page_count', 'page_size'].map((name) =>
    Number(database.pragma(name, { simple: true })),
  );
  if (2 * free! > pages! && free! * bytes! > WORTH_GIVING_BACK_BYTES && faultIn(database) === undefined)
    database.exec('VACUUM');
}
