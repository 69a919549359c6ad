// Serves a built page by the app's own server, so that only the page differs.
import 'reflect-metadata';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';

// The built server, as it is started: a process of its own, not a part of this one.
const built = pathToFileURL(resolve(import.meta.dirname, '../../server/dist/app.js')).href;
const { createApp } = await import(built);
const dataFolder = mkdtempSync(join(tmpdir(), 'rhizotome-shell-data-'));
const app = await createApp({
  host: '127.0.0.1',
  port: 0,
  token: null,
  names: [],
  dataFolder,
  webFolder: process.argv[2],
});
await app.nest.listen(0, '127.0.0.1');
process.stdout.write(`at http://127.0.0.1:${app.nest.getHttpServer().address().port}/ \n`);
process.once('SIGTERM', () => {
  rmSync(dataFolder, { recursive: true, force: true });
  process.exit(0);
});
