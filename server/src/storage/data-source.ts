import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { DataSource } from 'typeorm';
import { ENTITIES } from './entities.js';
import { MIGRATIONS } from './migrations.js';

/** The store in `folder`, which is made where it is missing. Opened, migrated, and durable: WAL with full sync. */
export async function openStore(folder: string): Promise<DataSource> {
  mkdirSync(folder, { recursive: true });
  const source = new DataSource({
    type: 'better-sqlite3',
    database: join(folder, 'rhizotome.sqlite'),
    entities: ENTITIES,
    migrations: MIGRATIONS,
    migrationsRun: true,
    synchronize: false,
    enableWAL: true,
    prepareDatabase: (database: { pragma(text: string): unknown }) => {
      database.pragma('synchronous = FULL');
      database.pragma('busy_timeout = 5000');
    },
  });
  return source.initialize();
}
