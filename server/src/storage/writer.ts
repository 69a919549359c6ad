import { Inject, Injectable } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';

/**
 * Runs writes one after the other, each in one transaction. TypeORM shares a single SQLite connection, so a
 * write beside another request's open transaction would be rolled back with it.
 */
@Injectable()
export class Writer {
  private last: Promise<unknown> = Promise.resolve();

  constructor(@Inject(DataSource) private readonly source: DataSource) {}

  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const turn = this.last.then(() => this.source.transaction(work));
    this.last = turn.catch(() => undefined);
    return turn;
  }

  /** Reads wait for the writes before them, and so never see half of one. */
  read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    const turn = this.last.then(() => work(this.source.manager));
    this.last = turn.catch(() => undefined);
    return turn;
  }
}
