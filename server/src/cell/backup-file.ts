import 'reflect-metadata';
import Database from 'better-sqlite3';
import { readMachineArchive, RUNS_WHEN_READ, type BackedUpMachine, type GivenArchive } from '@rhizotome/core';
import type { EntityManager } from 'typeorm';
import { archiveOf } from '../machines/archive.js';
import { repair } from '../machines/stored-record.js';
import { openStore } from '../storage/data-source.js';
import { isDamage } from '../storage/documents.js';
import { EditEntity, MachineEntity } from '../storage/entities.js';
import { dataFileIn } from '../storage/folder.js';
import { FolderRefused } from '../storage/folder-refused.js';
import { givenMachine } from './given-machine.js';
import type { KeptMachine } from './questions.js';
import { Refused } from './refused.js';

/** Ten benches full, with all that was ever deleted. */
const MOST_MACHINES = 10_000;

/** An empty file is a database too. */
const HAS_MACHINES = `SELECT 1 FROM sqlite_master WHERE type = 'table' AND name = 'machine'`;

const NO_BACKUP = 'This file is not a backup of Rhizotome, or it is damaged. Nothing was changed.';
const NEWER =
  'This backup was made by a newer version of Rhizotome. Update Rhizotome to restore it. Nothing was changed.';

/** A backup that was put into a folder of its own, where it may be brought to this version. */
export class BackupFile {
  private constructor(private readonly manager: EntityManager) {}

  /** @throws Refused */
  static async in(folder: string): Promise<BackupFile> {
    refuseOther(dataFileIn(folder));
    try {
      return new BackupFile((await openStore(folder)).source.manager);
    } catch (error) {
      if (error instanceof FolderRefused)
        throw new Refused(error.message.includes('newer version') ? NEWER : NO_BACKUP);
      if (isSqlite(error)) throw new Refused(NO_BACKUP);
      throw error;
    }
  }

  /** In the order in which they are listed on the bench. @throws Refused */
  async machines(): Promise<BackedUpMachine[]> {
    const machines = await this.manager.find(MachineEntity, {
      order: { createdAt: 'ASC', id: 'ASC' },
      select: { id: true, name: true, revision: true, deletedAt: true },
      take: MOST_MACHINES + 1,
    });
    if (machines.length > MOST_MACHINES) throw new Refused(NO_BACKUP);
    return machines.map(({ id, name, revision, deletedAt }) => ({ id, name, revision, deletedAt }));
  }

  async machine(id: string): Promise<{ readonly kept: KeptMachine; readonly archive: GivenArchive | null }> {
    const machine = await this.manager.findOneByOrFail(MachineEntity, { id });
    const archive = await this.given(machine);
    const edits = await this.manager.find(EditEntity, {
      where: { machineId: id },
      order: { revision: 'ASC' },
      select: { machineId: true, revision: true, digest: true },
    });
    const { name, story, deletedAt, revision, plan, beginning, digest } = machine;
    return {
      kept: {
        ...{ id, name, story, deletedAt, revision, plan, beginning, digest },
        digests: edits.map((edit) => edit.digest),
        given: archive && givenMachine(archive),
      },
      archive,
    };
  }

  /** What a backup has of a machine passes the same gate as a file, after what is damaged in it was put right there. */
  private async given(machine: MachineEntity): Promise<GivenArchive | null> {
    try {
      const read = readMachineArchive(await archiveOf(this.manager, machine));
      return read.ok ? read.value : null;
    } catch (error) {
      if (!isDamage(error)) throw error;
      if (!(await repair(this.manager, machine))) return null;
      return this.given(await this.manager.findOneByOrFail(MachineEntity, { id: machine.id }));
    }
  }
}

/** @throws Refused for what is no database of tables alone */
function refuseOther(file: string): void {
  let database: Database.Database | undefined;
  try {
    database = new Database(file, { readonly: true, fileMustExist: true });
    database.pragma('trusted_schema = OFF');
    if (!database.prepare(HAS_MACHINES).get() || database.prepare(RUNS_WHEN_READ).get())
      throw new Refused(NO_BACKUP);
  } catch (error) {
    if (isSqlite(error)) throw new Refused(NO_BACKUP);
    throw error;
  } finally {
    database?.close();
  }
}

const isSqlite = (error: unknown): boolean =>
  String((error as { code?: unknown }).code).startsWith('SQLITE_') &&
  !['SQLITE_FULL', 'SQLITE_IOERR'].includes(String((error as { code?: unknown }).code));
