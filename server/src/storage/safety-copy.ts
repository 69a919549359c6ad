import { closeSync, copyFileSync, existsSync, fsyncSync, openSync, renameSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';
import { FolderRefused } from './folder-refused.js';

/** Names of the migrations that were made in a database. */
export function migrationsIn(database: Database.Database): string[] {
  const table = database.prepare(`SELECT 1 FROM sqlite_master WHERE name = 'migrations'`).get();
  if (!table) return [];
  return database
    .prepare<[], { name: string }>('SELECT name FROM migrations')
    .all()
    .map((row) => row.name);
}

export function faultIn(database: Database.Database): string | undefined {
  try {
    const [first] = database.pragma('quick_check(1)') as { quick_check: string }[];
    return first?.quick_check === 'ok' ? undefined : (first?.quick_check ?? 'no answer');
  } catch (error) {
    return (error as Error).message;
  }
}

/**
 * Keeps a copy of the data as it is before this version changes it: written beside its place, opened and counted,
 * on the disk, and only then under its name. A file of that name counts only if it is such a copy; another is left alone.
 * @throws FolderRefused where none could be made; nothing was changed then
 */
export function keepSafetyCopy(database: Database.Database, file: string, version: number): void {
  const names = [1, 2, 3, 4, 5, 6, 7, 8, 9].map((n) => nameOf(file, version + 1, n));
  const free = names.find((name) => !existsSync(name) || holdsTheSame(database, name));
  if (free === undefined)
    throw new FolderRefused(
      `${names[0]} and eight like it are there, and none is a copy of the data as it is now. Move them elsewhere, and start again. Nothing was changed.`,
    );
  if (existsSync(free)) return;
  const part = `${free}.part`;
  try {
    rmSync(part, { force: true });
    copied(database, file, part);
    sync(part);
    renameSync(part, free);
    sync(dirname(free));
  } catch (error) {
    rmSync(part, { force: true });
    throw new FolderRefused(
      isFull(error)
        ? `There is no room for a copy of ${file} beside it, which is kept before this version changes the data. Free some room on that disk, and start again. Nothing was changed.`
        : `A copy of ${file} could not be made, which is kept before this version changes the data (${(error as Error).message}). Nothing was changed.`,
    );
  }
}

function nameOf(file: string, version: number, n: number): string {
  return `${file.replace(/\.sqlite$/, '')}.before-version-${version}${n === 1 ? '' : `-${n}`}.sqlite`;
}

/** A damaged file cannot be vacuumed; its bytes are copied then, and cannot be counted. */
function copied(database: Database.Database, file: string, part: string): void {
  closeSync(openSync(part, 'wx', 0o600));
  if (faultIn(database) === undefined) {
    database.prepare('VACUUM INTO ?').run(part);
    if (!holdsTheSame(database, part)) throw new Error('it does not hold what the data file holds');
  } else {
    database.pragma('wal_checkpoint(TRUNCATE)');
    copyFileSync(file, part);
  }
}

/** Whether a file is a sound database of the same version, with as many machines, edits and readings. */
function holdsTheSame(database: Database.Database, name: string): boolean {
  let copy: Database.Database | undefined;
  try {
    copy = new Database(name, { readonly: true, fileMustExist: true });
    return faultIn(copy) === undefined && countsIn(copy) === countsIn(database);
  } catch {
    return false;
  } finally {
    copy?.close();
  }
}

function countsIn(database: Database.Database): string {
  const counts = ['machine', 'edit', 'survey'].map((table) =>
    database.prepare(`SELECT count(*) FROM "${table}"`).pluck().get(),
  );
  return JSON.stringify([migrationsIn(database), counts, lately(database)]);
}

/** What tells one day's data from another's of the same size. */
const lately = (database: Database.Database): unknown =>
  database.prepare('SELECT id, revision, "deletedAt" FROM machine ORDER BY id').raw().all();

function isFull(error: unknown): boolean {
  const { code } = error as { readonly code?: string };
  return code === 'SQLITE_FULL' || code === 'ENOSPC' || code === 'EDQUOT';
}

/** What was written is on the disk, names in a folder too. */
export function sync(path: string): void {
  const handle = openSync(path, 'r');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}
