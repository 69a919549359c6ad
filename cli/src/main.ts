import { isMainThread } from 'node:worker_threads';
import { inCell } from './cell.js';

if (isMainThread) inCell(new URL(import.meta.url), process.argv.slice(2));
else process.exitCode = await (await import('./program.js')).run(process.argv.slice(2));
