import { Inject, Injectable } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';
import { storageFault, type StorageFault } from './faults.js';
import { inTransaction } from './transaction.js';

/**
 * Runs writes one after the other, each in one transaction. There is a single SQLite connection, so a write beside
 * another request's open transaction would be rolled back with it.
 */
@Injectable()
export class Writer {
  private last: Promise<unknown> = Promise.resolve();
  private trouble: StorageFault | undefined;

  constructor(@Inject(DataSource) private readonly source: DataSource) {}

  /** What kept the latest write from the disk; `undefined` while writes succeed. */
  get fault(): StorageFault | undefined {
    return this.trouble;
  }

  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.inTurn(async () => {
      try {
        const result = await inTransaction(this.source, work);
        this.trouble = undefined;
        return result;
      } catch (error) {
        this.trouble = storageFault(error) ?? this.trouble;
        throw error;
      }
    });
  }

  /** Reads wait for the writes before them, and so never see half of one. */
  read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.inTurn(() => work(this.source.manager));
  }

  private inTurn<T>(work: () => Promise<T>): Promise<T> {
    const turn = this.last.then(work);
    this.last = turn.catch(() => undefined);
    return turn;
  }
}
