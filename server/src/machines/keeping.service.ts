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
  type PutIn,
  type Restored,
} from '@rhizotome/core';
import { In, IsNull, Not, type EntityManager } from 'typeorm';
import { ProblemException } from '../http/problem.js';
import { openStore } from '../storage/data-source.js';
import { AlternativeEntity, EditEntity, MachineEntity, SurveyEntity } from '../storage/entities.js';
import { FolderRefused } from '../storage/folder-refused.js';
import { dataFileIn } from '../storage/folder.js';
import { Writer } from '../storage/writer.js';
import { archiveOf, insertArchive } from './archive.js';
import { existingMachine } from './machine-store.js';
import { Overviews } from './overviews.js';
import { keptMachine, putBack } from './put-back.js';

/** How an SQLite file begins (sqlite.org/fileformat.html 1.3). */
const MAGIC = Buffer.from('SQLite format 3\0', 'latin1');

type Done = { -readonly [K in keyof Restored]: Restored[K][number][] };

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
        return await this.putAllIn(store.source.manager);
      } finally {
        await store.close();
        await this.overviews.came();
      }
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  }

  /** Machine by machine, so that nobody waits for all of them. */
  private async putAllIn(backup: EntityManager): Promise<Restored> {
    const done = { added: [], beside: [], same: [], renewed: [], damaged: [], full: [], left: [] } as Done;
    const machines = await backup.find(MachineEntity, {
      order: { createdAt: 'ASC', id: 'ASC' },
      select: { id: true },
    });
    for (const { id } of machines) {
      const kept = await keptMachine(backup, id);
      const { name } = kept.machine;
      try {
        const put = await this.writer.write((manager) => putBack(manager, kept));
        done[put.as].push(put.name);
        if (put.as !== 'same')
          done.left.push(...(kept.given?.left ?? []).map((says) => ({ machine: name, says })));
      } catch (error) {
        if (!(error instanceof ProblemException) || error.problem.status !== 409) throw error;
        done.full.push(name);
      }
    }
    return done;
  }

  archive(id: string): Promise<MachineArchive> {
    return this.writer.read(async (manager) => archiveOf(manager, await existingMachine(manager, id)));
  }

  /** Puts a machine in that was given away as a file, as a machine of its own. */
  async putIn(document: unknown): Promise<PutIn> {
    const read = readMachineArchive(document);
    if (!read.ok)
      throw new ProblemException({
        status: 400,
        code: 'invalid-archive',
        title: 'The file is not understood',
        detail: sayIn(english, documentFaultSays('machine', read.fault)),
      });
    const { archive, left } = read.value;
    const id = await this.writer.write((manager) => insertArchive(manager, archive));
    await this.overviews.came();
    return { id, left };
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
