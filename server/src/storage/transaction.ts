import type { Database } from 'better-sqlite3';
import type { DataSource, EntityManager } from 'typeorm';

/** Something done to the store. It may use all of the manager that opens no transaction of its own: not `save` and not `remove`. */
export type Work = (manager: EntityManager) => Promise<unknown>;

export type Outcome =
  { readonly ok: true; readonly value: unknown } | { readonly ok: false; readonly error: unknown };

/** The connection under a data source. TypeORM counts transactions by itself; whether one is open, only SQLite knows. */
export function connectionOf(source: DataSource): Database {
  return (source.driver as unknown as { readonly databaseConnection: Database }).databaseConnection;
}

/**
 * Does several works one after the other in one transaction, each whole or not at all: of one that fails nothing is
 * there, and the others stand. What the outcomes tell is on the disk when this resolves; when it rejects, nothing of
 * any is there. SQLite may roll back by itself (a full disk, a failed write), so its own state is asked before and
 * after, and a connection that cannot be brought back to rest is opened anew.
 */
export async function inTransaction(
  source: DataSource,
  works: readonly Work[],
): Promise<{ readonly outcomes: Outcome[]; readonly changed: boolean }> {
  await atRest(source);
  const connection = connectionOf(source);
  const before = changesOn(connection);
  connection.exec('BEGIN IMMEDIATE');
  try {
    const outcomes: Outcome[] = [];
    for (const work of works) outcomes.push(await byItself(connection, () => work(source.manager)));
    connection.exec('COMMIT');
    if (connection.inTransaction) throw new Error('SQLite has not ended the transaction.');
    return { outcomes, changed: changesOn(connection) !== before };
  } catch (error) {
    await atRest(source).catch(() => undefined);
    throw error;
  }
}

/** Rows that were changed on a connection so far. */
const changesOn = (connection: Database): unknown =>
  connection.prepare('SELECT total_changes()').pluck().get();

/** @throws where the whole transaction has failed with it, or may have */
async function byItself(connection: Database, work: () => Promise<unknown>): Promise<Outcome> {
  connection.exec('SAVEPOINT work');
  try {
    const value = await work();
    connection.exec('RELEASE work');
    return { ok: true, value };
  } catch (error) {
    if (!connection.inTransaction) throw error;
    connection.exec('ROLLBACK TO work');
    connection.exec('RELEASE work');
    return { ok: false, error };
  }
}

/** Leaves no transaction open, by rolling back or by opening the connection anew. @throws where neither can be done */
async function atRest(source: DataSource): Promise<void> {
  if (source.isInitialized) {
    const connection = connectionOf(source);
    if (!connection.inTransaction) return;
    try {
      connection.exec('ROLLBACK');
    } catch {
      // Looked at below.
    }
    // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- the rollback ended it, or did not
    if (!connection.inTransaction) return;
    await source.destroy();
  }
  await source.initialize();
}
