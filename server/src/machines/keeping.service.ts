import { randomUUID } from 'node:crypto';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Inject, Injectable } from '@nestjs/common';
import {
  documentFaultSays,
  english,
  readMachineArchive,
  sayIn,
  type DeletedMachine,
  type MachineArchive,
  type Restored,
} from '@rhizotome/core';
import { In, IsNull, Not, type EntityManager } from 'typeorm';
import { ProblemException } from '../http/problem.js';
import { openStore } from '../storage/data-source.js';
import { AlternativeEntity, EditEntity, MachineEntity, SurveyEntity } from '../storage/entities.js';
import { dataFileIn, FolderRefused } from '../storage/folder.js';
import { Writer } from '../storage/writer.js';
import { archiveOf, insertArchive } from './archive.js';
import { existingMachine } from './machine-store.js';
import { Overviews } from './overviews.js';

/** How an SQLite file begins (sqlite.org/fileformat.html 1.3). */
const MAGIC = Buffer.from('SQLite format 3\0', 'latin1');

/** Backups, machines as files, and what was deleted: nothing is written over, and nothing goes unless it is asked for. */
@Injectable()
export class KeepingService {
  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(Overviews) private readonly overviews: Overviews,
  ) {}

  /** Writes the whole store, as it is now, to a new file. */
  backup(file: string): Promise<void> {
    return this.writer.read(async (manager) => void (await manager.query('VACUUM INTO ?', [file])));
  }

  /** Puts the machines of a backup, of this version or an earlier one, on the bench beside those that are there. */
  async restore(bytes: Uint8Array): Promise<Restored> {
    if (!Buffer.from(bytes).subarray(0, MAGIC.length).equals(MAGIC)) throw notABackup('no database');
    const folder = await mkdtemp(join(tmpdir(), 'rhizotome-restore-'));
    try {
      await writeFile(dataFileIn(folder), bytes);
      const store = await openStore(folder).catch((error: unknown) => {
        if (error instanceof FolderRefused) throw notABackup(error.message);
        throw error;
      });
      try {
        const archives = await archivesIn(store.source.manager);
        const done = await this.writer.write((manager) => putIn(manager, archives));
        await this.overviews.came();
        return done;
      } finally {
        await store.close();
      }
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  }

  archive(id: string): Promise<MachineArchive> {
    return this.writer.read(async (manager) => archiveOf(manager, await existingMachine(manager, id)));
  }

  /** Puts a machine in that was given away as a file, as a machine of its own. */
  async putIn(document: unknown): Promise<{ id: string }> {
    const read = readMachineArchive(document);
    if (!read.ok)
      throw new ProblemException({
        status: 400,
        code: 'invalid-archive',
        title: 'The file is not understood',
        detail: sayIn(english, documentFaultSays('machine', read.fault)),
      });
    const id = await this.writer.write((manager) => insertArchive(manager, read.value));
    await this.overviews.came();
    return { id };
  }

  deleted(): Promise<DeletedMachine[]> {
    return this.writer.read(async (manager) => {
      const rows = await manager.find(MachineEntity, {
        where: { deletedAt: Not(IsNull()) },
        select: { id: true, name: true, deletedAt: true },
        order: { deletedAt: 'DESC' },
      });
      return rows.map(({ id, name, deletedAt }) => ({ id, name, deletedAt: deletedAt! }));
    });
  }

  /** Deletes for good what was deleted. */
  empty(): Promise<void> {
    return this.writer.write(async (manager) => {
      const gone = await manager.find(MachineEntity, {
        where: { deletedAt: Not(IsNull()) },
        select: { id: true },
      });
      const machineId = In(gone.map((machine) => machine.id));
      for (const entity of [EditEntity, SurveyEntity, AlternativeEntity])
        await manager.delete(entity, { machineId });
      await manager.delete(MachineEntity, { id: machineId });
    });
  }
}

interface Kept {
  readonly machine: MachineEntity;
  /** `null` where it cannot be read. */
  readonly archive: MachineArchive | null;
}

async function archivesIn(manager: EntityManager): Promise<Kept[]> {
  const machines = await manager.find(MachineEntity, {
    where: { deletedAt: IsNull() },
    order: { createdAt: 'ASC', id: 'ASC' },
  });
  return Promise.all(
    machines.map(async (machine) => ({
      machine,
      archive: await archiveOf(manager, machine).catch((error: unknown) => {
        if (error instanceof ProblemException) return null;
        throw error;
      }),
    })),
  );
}

async function putIn(manager: EntityManager, kept: readonly Kept[]): Promise<Restored> {
  const done: Record<keyof Restored, string[]> = { added: [], beside: [], same: [], damaged: [] };
  for (const { machine, archive } of kept) {
    const { id, name, revision } = machine;
    if (!archive) {
      done.damaged.push(name);
      continue;
    }
    const present = await manager.findOneBy(MachineEntity, { id });
    if (!present) {
      await insertArchive(manager, archive, { id });
      done.added.push(name);
    } else if (present.deletedAt !== null) {
      await insertArchive(manager, archive, { id: randomUUID() });
      done.added.push(name);
    } else if (present.revision === revision && present.plan === machine.plan) {
      done.same.push(name);
    } else {
      const beside = `${name}, from the backup`.slice(0, 80);
      await insertArchive(manager, archive, { id: randomUUID(), name: beside });
      done.beside.push(beside);
    }
  }
  return done;
}

function notABackup(reason: string): ProblemException {
  return new ProblemException({
    status: 400,
    code: 'invalid-backup',
    title: 'The file is no backup that can be read',
    detail: reason.includes('newer version')
      ? 'This backup was made by a newer version of Rhizotome. Update Rhizotome to restore it.'
      : 'This file is not a backup of Rhizotome, or it is damaged. Nothing was changed.',
  });
}
