import {
  chmodSync,
  closeSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { join, resolve } from 'node:path';
import { DATA_FILE } from '@rhizotome/core';
import { faultInFile, opened } from '../data-file.js';
import { Failure, fileReason } from '../failure.js';
import { print } from '../output.js';

/** Writes what a data folder holds, as it is now, to a new file. The server may be running. */
export function backup(folder: string, output: string): void {
  const file = join(folder, DATA_FILE);
  if (!existsSync(file)) throw new Failure(`${folder} holds no data of Rhizotome (${DATA_FILE} is missing).`);
  if (existsSync(output)) throw new Failure(`${output} is there already. Name another.`);
  const beside = `${output}.part`;
  rmSync(beside, { force: true });
  const database = opened(file);
  try {
    // Plans tell where a machine's data lies: for this user alone.
    closeSync(openSync(beside, 'wx', 0o600));
    database.prepare('VACUUM INTO ?').run(beside);
    const machines = machinesIn(beside);
    renameSync(beside, output);
    print(`${output}: ${machines} machines.`);
  } catch (error) {
    rmSync(beside, { force: true });
    if (error instanceof Failure) throw error;
    throw new Failure(`${output} could not be written: ${fileReason(error)}.`);
  } finally {
    database.close();
  }
}

/** Puts a backup into an empty folder, to be the data of a server. */
export function restore(backupFile: string, folder: string): void {
  if (!existsSync(backupFile)) throw new Failure(`${backupFile}: there is no such file.`);
  const machines = machinesIn(backupFile);
  if (existsSync(folder) && readdirSync(folder).some((name) => name.startsWith(DATA_FILE)))
    throw new Failure(
      `${folder} holds data already. Name an empty folder; the app can put a backup beside what is there.`,
    );
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    const file = join(folder, DATA_FILE);
    copyFileSync(backupFile, `${file}.part`);
    chmodSync(`${file}.part`, 0o600);
    renameSync(`${file}.part`, file);
  } catch (error) {
    throw new Failure(`${folder} cannot be written: ${fileReason(error)}.`);
  }
  print(`${resolve(folder)}: ${machines} machines. Start the server with RHIZOTOME_DATA=${resolve(folder)}`);
}

/** @throws Failure where it is no whole database of Rhizotome */
function machinesIn(file: string): number {
  const database = opened(file);
  try {
    const damage = faultInFile(database);
    if (damage !== undefined) throw new Failure(`${file} is damaged (${damage}).`);
    const row = database.prepare('SELECT count(*) AS n FROM machine WHERE "deletedAt" IS NULL').get();
    return (row as { n: number }).n;
  } catch (error) {
    if (error instanceof Failure) throw error;
    throw new Failure(`${file} is no backup of Rhizotome: ${fileReason(error)}.`);
  } finally {
    database.close();
  }
}
