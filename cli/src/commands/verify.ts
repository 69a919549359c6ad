import { existsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { recordFaults, shortDigest, type Digest, type StoredRecord } from '@rhizotome/core';
import type Database from 'better-sqlite3';
import { reading } from '../cell.js';
import { Failure, fileReason } from '../failure.js';
import { print } from '../output.js';
import { visible } from '../visible.js';
import { say } from '../words.js';
import { DATA_FILE, faultInFile, opened } from '../data-file.js';

interface Row extends Pick<StoredRecord, 'revision' | 'plan' | 'beginning'> {
  readonly id: string;
  readonly name: string;
  readonly deletedAt: string | null;
  readonly digest: Digest;
}

/**
 * Replays every machine of a data folder, or of a backup, and prints what each has come to. The server may be running.
 * @returns whether everything is as it was written
 */
export function verify(path: string): boolean {
  const file = existsSync(path) && statSync(path).isDirectory() ? join(path, DATA_FILE) : path;
  if (!existsSync(file)) throw new Failure(`${path} holds no data of Rhizotome (${file} is missing).`);
  const database = opened(file);
  try {
    const damage = faultInFile(database);
    if (damage !== undefined) print(`${file} is damaged (${damage}).`);
    // All of it as it is at one moment, whatever the server writes meanwhile.
    database.exec('BEGIN');
    const faults = machinesOf(database).map((row) => {
      reading(`${row.name} in ${file}`);
      return said(row, recordIn(database, row));
    });
    return damage === undefined && faults.every((fault) => !fault);
  } catch (error) {
    if (error instanceof Failure) throw error;
    throw new Failure(`${file} cannot be read: ${fileReason(error)}.`);
  } finally {
    database.close();
  }
}

/** Prints one machine. @returns whether it has a fault */
function said({ name, deletedAt, revision, digest }: Row, record: StoredRecord): boolean {
  const faults = recordFaults(record);
  const about = `${visible(name)}${deletedAt === null ? '' : ' (deleted)'}: ${revision} changes, ${shortDigest(digest)}`;
  print(faults.length === 0 ? `${about}, as written` : `${about}`);
  for (const fault of faults) print(`  ${say(fault)}`);
  return faults.length > 0;
}

function machinesOf(database: Database.Database): Row[] {
  const columns = database.pragma('table_info(machine)') as { readonly name: string }[];
  if (!columns.some(({ name }) => name === 'digest'))
    throw new Failure(
      'This data was written by an earlier version, which kept no digests. Start the server on it once, then verify it.',
    );
  return database.prepare<[], Row>('SELECT * FROM machine ORDER BY "createdAt", id').all();
}

function recordIn(database: Database.Database, { id, revision, plan, beginning, digest }: Row): StoredRecord {
  const of = <T>(sql: string): T[] => database.prepare<[string], T>(sql).all(id);
  return {
    ...{ revision, plan, beginning, digest },
    edits: of('SELECT * FROM edit WHERE "machineId" = ? ORDER BY revision'),
    surveys: of('SELECT id, document FROM survey WHERE "machineId" = ?'),
    alternatives: of('SELECT name, plan FROM alternative WHERE "machineId" = ? AND "deletedAt" IS NULL'),
  };
}
