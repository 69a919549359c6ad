import { DataSource } from 'typeorm';
import { ENTITIES } from './entities.js';
import { dataFileIn, examineDataFile, holdFolder, makeFolder } from './folder.js';
import { MIGRATIONS } from './migrations.js';
import { OwnFile } from './own-file.js';
import { SumCheck } from './sums.js';

export interface Store {
  readonly source: DataSource;
  readonly file: OwnFile;
  /** What the person who starts the server should know. */
  readonly warnings: readonly string[];
  close(): Promise<void>;
}

/**
 * The store in `folder`, which is made where it is missing. Opened, migrated, and durable: WAL with full sync.
 * @throws FolderRefused where the folder is in use, or its data is of a newer version or cannot be read
 */
export async function openStore(folder: string): Promise<Store> {
  const warnings = makeFolder(folder);
  const letGo = holdFolder(folder);
  try {
    examineDataFile(folder);
    const source = await new DataSource({
      type: 'better-sqlite3',
      database: dataFileIn(folder),
      entities: ENTITIES,
      subscribers: [SumCheck],
      migrations: MIGRATIONS,
      migrationsRun: true,
      synchronize: false,
      enableWAL: true,
      prepareDatabase: (database: { pragma(text: string): unknown }) => {
        database.pragma('synchronous = FULL');
        database.pragma('busy_timeout = 5000');
      },
    }).initialize();
    return {
      source,
      file: new OwnFile(dataFileIn(folder)),
      warnings,
      close: async () => {
        if (source.isInitialized) await source.destroy();
        letGo();
      },
    };
  } catch (error) {
    letGo();
    throw error;
  }
}
