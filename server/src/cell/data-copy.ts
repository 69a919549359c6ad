import { closeSync, openSync, renameSync, rmSync } from 'node:fs';
import { dirname } from 'node:path';
import Database from 'better-sqlite3';
import { recordFaults, storedMachines, type AskRows } from '@rhizotome/core';
import { faultIn, sync } from '../storage/safety-copy.js';

/**
 * Copies the data as it is at one moment while a server goes on with it: written beside its place, opened, every machine
 * in it replayed, on the disk, and only then under its name.
 * @returns how many machines are in it, and the names of those that are not as they were written
 */
export function copyOfData(
  from: string,
  to: string,
): { readonly machines: number; readonly faulty: readonly string[] } {
  const part = `${to}.part`;
  rmSync(part, { force: true });
  try {
    copied(from, part);
    const found = replayed(part);
    sync(part);
    renameSync(part, to);
    sync(dirname(to));
    return found;
  } finally {
    rmSync(part, { force: true });
  }
}

function copied(from: string, part: string): void {
  const data = new Database(from, { readonly: true, fileMustExist: true, timeout: 5000 });
  try {
    // Plans tell where a machine's data lies: for this user alone.
    closeSync(openSync(part, 'wx', 0o600));
    data.prepare('VACUUM INTO ?').run(part);
  } finally {
    data.close();
  }
}

function replayed(file: string) {
  const copy = new Database(file, { readonly: true, fileMustExist: true });
  try {
    const fault = faultIn(copy);
    if (fault !== undefined) throw new Error(`The copy is damaged: ${fault}`);
    const ask: AskRows = <T>(sql: string, ...values: readonly unknown[]) =>
      copy.prepare<unknown[], T>(sql).all(...values);
    let machines = 0;
    const faulty: string[] = [];
    for (const { name, deletedAt, record } of storedMachines(ask)) {
      if (deletedAt === null) machines += 1;
      if (recordFaults(record).length > 0) faulty.push(name);
    }
    return { machines, faulty };
  } finally {
    copy.close();
  }
}

/** What SQLite finds wrong with a data file that a server may be writing to. */
export function faultInFile(file: string): string | undefined {
  const data = new Database(file, { readonly: true, fileMustExist: true, timeout: 5000 });
  try {
    return faultIn(data);
  } finally {
    data.close();
  }
}
