import { setImmediate } from 'node:timers/promises';
import { Inject, Injectable } from '@nestjs/common';
import { DataSource, type EntityManager } from 'typeorm';
import { OwnFile } from './own-file.js';
import { storageFault, type StorageFault } from './faults.js';
import { inTransaction, type Work } from './transaction.js';

interface Waiting {
  readonly writes: boolean;
  readonly work: Work;
  readonly done: (value: unknown) => void;
  readonly fail: (error: unknown) => void;
}

/** So many writes share a transaction at most: the first of them waits for the last. */
const MOST_TOGETHER = 64;

/**
 * Runs reads and writes one after the other in the order in which they come, since there is a single SQLite
 * connection. Writes that wait behind each other are done in one transaction: a commit waits for the disk, and many
 * clients would wait for each other's.
 */
@Injectable()
export class Writer {
  private readonly waiting: Waiting[] = [];
  private running = false;
  private trouble: StorageFault | undefined;

  constructor(
    @Inject(DataSource) private readonly source: DataSource,
    @Inject(OwnFile) private readonly file: OwnFile,
  ) {}

  /** What keeps writes from the disk; `undefined` since one reached it. */
  get fault(): StorageFault | undefined {
    try {
      this.file.check();
      return this.trouble;
    } catch (error) {
      return storageFault(error);
    }
  }

  /** What it resolves to is on the disk. */
  write<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.inTurn(true, work);
  }

  /** Reads wait for the writes before them, and so never see half of one. */
  read<T>(work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return this.inTurn(false, work);
  }

  private inTurn<T>(writes: boolean, work: (manager: EntityManager) => Promise<T>): Promise<T> {
    return new Promise<T>((done, fail) => {
      this.waiting.push({ writes, work, done: done as (value: unknown) => void, fail });
      if (!this.running) void this.run();
    });
  }

  private async run(): Promise<void> {
    this.running = true;
    while (this.waiting.length > 0) {
      // Whatever has come meanwhile is taken together.
      await setImmediate();
      const next = this.takeNext();
      await (next[0]!.writes ? this.doTogether(next) : this.doRead(next[0]!));
    }
    this.running = false;
  }

  /** A read, or the writes that wait in a row. */
  private takeNext(): Waiting[] {
    const first = this.waiting.findIndex((w) => !w.writes);
    const inARow = first < 0 ? this.waiting.length : first;
    return this.waiting.splice(0, Math.min(Math.max(inARow, 1), MOST_TOGETHER));
  }

  private async doRead({ work, done, fail }: Waiting): Promise<void> {
    await work(this.source.manager).then(done, fail);
  }

  private async doTogether(writes: readonly Waiting[]): Promise<void> {
    try {
      const { outcomes, changed } = await inTransaction(
        this.source,
        writes.map((w) => w.work),
      );
      this.file.check();
      const failed = outcomes.flatMap((outcome) => (outcome.ok ? [] : [outcome.error]));
      const trouble = failed.map(storageFault).find((fault) => fault !== undefined);
      // Only what reached the disk proves that it can be reached.
      if (trouble || changed) this.trouble = trouble;
      outcomes.forEach((outcome, i) => {
        if (outcome.ok) writes[i]!.done(outcome.value);
        else writes[i]!.fail(outcome.error);
      });
    } catch (error) {
      this.trouble = storageFault(error) ?? this.trouble;
      for (const { fail } of writes) fail(error);
    }
  }
}
