import type { Database } from 'better-sqlite3';
import type { DataSource, EntityManager } from 'typeorm';

/** The connection under a data source. TypeORM counts transactions by itself; whether one is open, only SQLite knows. */
export function connectionOf(source: DataSource): Database {
  return (source.driver as unknown as { readonly databaseConnection: Database }).databaseConnection;
}

/**
 * Does `work` in one transaction. What it returns is on the disk when this resolves; when it rejects, nothing of it is
 * there. SQLite may roll back by itself (a full disk, a failed write), so its own state is asked before and after, and
 * a connection that cannot be brought back to rest is opened anew.
 *
 * `work` may use everything of the manager that opens no transaction of its own: not `save` and not `remove`.
 */
export async function inTransaction<T>(
  source: DataSource,
  work: (manager: EntityManager) => Promise<T>,
): Promise<T> {
  await atRest(source);
  const connection = connectionOf(source);
  connection.exec('BEGIN IMMEDIATE');
  try {
    const result = await work(source.manager);
    connection.exec('COMMIT');
    if (connection.inTransaction) throw new Error('SQLite has not ended the transaction.');
    return result;
  } catch (error) {
    await atRest(source).catch(() => undefined);
    throw error;
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
    if (!connection.inTransaction) return;
    await source.destroy();
  }
  await source.initialize();
}
