import { existsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import {
  DATA_FILE,
  keepsDigests,
  recordFaults,
  shortDigest,
  storedMachines,
  type AskRows,
  type StoredMachine,
} from '@rhizotome/core';
import { reading } from '../cell.js';
import { Failure, fileReason } from '../failure.js';
import { print } from '../output.js';
import { visible } from '../visible.js';
import { say } from '../words.js';
import { faultInFile, opened } from '../data-file.js';

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
    const ask: AskRows = <T>(sql: string, ...values: readonly unknown[]) =>
      database.prepare<unknown[], T>(sql).all(...values);
    if (!keepsDigests(ask))
      throw new Failure(
        'This data was written by an earlier version, which kept no digests. Start the server on it once, then verify it.',
      );
    let whole = damage === undefined;
    for (const machine of storedMachines(ask)) {
      reading(`${machine.name} in ${file}`);
      if (said(machine)) whole = false;
    }
    return whole;
  } catch (error) {
    if (error instanceof Failure) throw error;
    throw new Failure(`${file} cannot be read: ${fileReason(error)}.`);
  } finally {
    database.close();
  }
}

/** Prints one machine. @returns whether it has a fault */
function said({ name, deletedAt, digest, record }: StoredMachine): boolean {
  const faults = recordFaults(record);
  const about = `${visible(name)}${deletedAt === null ? '' : ' (deleted)'}: ${record.revision} changes, ${shortDigest(digest)}`;
  print(faults.length === 0 ? `${about}, as written` : `${about}`);
  for (const fault of faults) print(`  ${say(fault)}`);
  return faults.length > 0;
}
