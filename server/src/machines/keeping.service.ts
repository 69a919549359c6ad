import { Inject, Injectable } from '@nestjs/common';
import type { DeletedMachine, MachineArchive, PutIn, Restored } from '@rhizotome/core';
import { In, IsNull, Not } from 'typeorm';
import { Cells, type Cell } from '../cell/cell.js';
import type { KeptMachine } from '../cell/questions.js';
import { Refused } from '../cell/refused.js';
import { rowsFrom } from '../cell/rows-from.js';
import { notFound, ProblemException } from '../http/problem.js';
import { AlternativeEntity, EditEntity, MachineEntity, SurveyEntity } from '../storage/entities.js';
import { OwnFile } from '../storage/own-file.js';
import { Writer } from '../storage/writer.js';
import { archiveOf, insertRows, renamedIds } from './archive.js';
import { existingMachine } from './machine-store.js';
import { Overviews } from './overviews.js';
import { putWhere, whereItGoes, type PutWhere } from './put-back.js';

type Done = { -readonly [K in keyof Restored]: Restored[K][number][] };

/** Backups, machines as files, and what was deleted: nothing is written over, and nothing goes unless it is asked for. */
@Injectable()
export class KeepingService {
  constructor(
    @Inject(Writer) private readonly writer: Writer,
    @Inject(OwnFile) private readonly data: OwnFile,
    @Inject(Overviews) private readonly overviews: Overviews,
    @Inject(Cells) private readonly cells: Cells,
  ) {}

  /** Writes the whole store, as it is now, to a new file. */
  async backup(file: string): Promise<void> {
    await this.cells.within('the data', (cell) => cell.ask('copy', { from: this.data.path, to: file }), true);
  }

  /**
   * Puts the machines of a backup, of this version or an earlier one, on the bench beside those that are there.
   * @param folder in which the backup lies as a data file; it is brought to this version there
   * @param only the machine that is meant; all of them where it is not given
   */
  restore(folder: string, only?: string): Promise<Restored> {
    return this.reading('this backup', 'invalid-backup', async (cell) => {
      const machines = await cell.ask('backup', { folder });
      const ids = machines.map(({ id }) => id).filter((id) => only === undefined || id === only);
      if (ids.length === 0 && only !== undefined) throw notFound('machine in this backup');
      return this.putAllIn(cell, ids);
    });
  }

  /** Machine by machine, so that nobody waits for all of them. */
  private async putAllIn(cell: Cell, ids: readonly string[]): Promise<Restored> {
    const done = {
      added: [],
      deleted: [],
      beside: [],
      same: [],
      renewed: [],
      damaged: [],
      full: [],
      left: [],
    } as Done;
    for (const id of ids) {
      const kept = await cell.ask('machine', { id });
      try {
        const where = await this.put(cell, kept);
        done[where.as].push(where.name);
        if (where.put)
          done.left.push(...(kept.given?.left ?? []).map((says) => ({ machine: kept.name, says })));
      } catch (error) {
        if (!(error instanceof ProblemException) || error.problem.status !== 409) throw error;
        done.full.push(kept.name);
      }
    }
    return done;
  }

  /** Its rows are made beside, so where it goes is decided once more when they are there. */
  private async put(cell: Cell, kept: KeptMachine): Promise<PutWhere> {
    const { ids, where } = await this.writer.read(async (manager) => {
      const there = await whereItGoes(manager, kept);
      const renames = there.put !== null && there.instead !== kept.id;
      return { where: there, ids: renames ? await renamedIds(manager, kept.given?.surveyIds ?? []) : {} };
    });
    const rows = where.put && (await rowsFrom(cell, ids));
    return this.writer.write(async (manager) => {
      const now = await whereItGoes(manager, kept);
      if (now.as !== where.as || now.instead !== where.instead) return this.goneOn(kept);
      await putWhere(manager, kept, where, rows);
      return where;
    });
  }

  /** The machine was changed on the bench within a moment: it is restored by trying again. */
  private goneOn({ name }: KeptMachine): never {
    throw new ProblemException({
      status: 503,
      code: 'changed-meanwhile',
      title: 'It was changed meanwhile',
      detail: `“${name}” was changed while the backup was restored. Restore it again: what has come is not doubled.`,
    });
  }

  archive(id: string): Promise<MachineArchive> {
    return this.writer.read(async (manager) => archiveOf(manager, await existingMachine(manager, id)));
  }

  /** Puts a machine in that was given away as a file, as a machine of its own. */
  async putIn(file: string): Promise<PutIn> {
    return this.reading('this machine', 'invalid-archive', async (cell) => {
      const { surveyIds, left } = await cell.ask('archive', { file });
      const renamed = await this.writer.read((manager) => renamedIds(manager, surveyIds));
      const rows = await rowsFrom(cell, renamed);
      return { id: await this.writer.write((manager) => insertRows(manager, rows)), left };
    });
  }

  /** Reads something that was given. What is wrong with it is told by this code. */
  private async reading<T>(
    what: string,
    code: keyof typeof NOT_UNDERSTOOD,
    work: (cell: Cell) => Promise<T>,
  ): Promise<T> {
    try {
      return await this.cells.within(what, work);
    } catch (error) {
      if (!(error instanceof Refused)) throw error;
      throw new ProblemException({ status: 400, code, title: NOT_UNDERSTOOD[code], detail: error.message });
    } finally {
      await this.overviews.came();
    }
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

const NOT_UNDERSTOOD = {
  'invalid-backup': 'The file is no backup that can be read',
  'invalid-archive': 'The file is not understood',
} as const;
