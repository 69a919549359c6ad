import { resolve } from 'node:path';
import { CELL_PROGRAM, type Settings } from '../settings.js';

/** Settings of a server for tests, with its data in this folder. */
export const testSettings = (dataFolder: string, changes: Partial<Settings> = {}): Settings => ({
  host: '127.0.0.1',
  port: 0,
  token: null,
  names: [],
  dataFolder,
  webFolder: null,
  rules: 'test',
  backups: null,
  // As it was built last.
  cell: { program: resolve(__dirname, '../../..', CELL_PROGRAM), seconds: 60 },
  ...changes,
});
