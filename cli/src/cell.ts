import { Worker, parentPort } from 'node:worker_threads';
import { CELL, patienceSeconds, type CellFault } from '@rhizotome/core';
import { EXIT } from './failure.js';

/** What the command says to its watch: what it reads from now on. */
interface Reading {
  readonly what: string;
  /** A disk of this machine may take its time. */
  readonly patient: boolean;
}

const LOOK_MILLISECONDS = 250;

/** Tells what is read from now on: it has a budget of its own. */
export function reading(what: string, patient = false): void {
  parentPort?.postMessage({ what, patient } satisfies Reading);
}

/**
 * Runs the command in a thread of its own, in which whatever it reads has a budget of time and memory; here that is
 * watched. A reader that is at work in another program's code cannot be called back: the whole process ends then.
 */
export function inCell(program: URL, argv: string[]): void {
  let now: Reading = { what: 'this', patient: true };
  let since = performance.now();
  const seconds = patienceSeconds(process.env);
  const end = async (fault: CellFault) => {
    clearInterval(look);
    // Words are loaded only here: the command starts without waiting for them twice.
    const { cellSays } = await import('./cell-words.js');
    process.stderr.write(`rhizotome: ${cellSays(fault, now.what, seconds)}\n`, () =>
      process.exit(EXIT.failed),
    );
  };
  const worker = new Worker(program, {
    argv,
    resourceLimits: { maxOldGenerationSizeMb: CELL.memoryBytes / 1024 ** 2 },
  });
  const look = setInterval(() => {
    if (!now.patient && performance.now() - since > seconds * 1000) void end('time');
    if (process.memoryUsage.rss() > CELL.memoryBytes) void end('memory');
  }, LOOK_MILLISECONDS);
  worker.on('message', (said: Reading) => {
    now = said;
    since = performance.now();
  });
  worker.on('error', (error: NodeJS.ErrnoException) => {
    if (error.code === 'ERR_WORKER_OUT_OF_MEMORY') return void end('memory');
    clearInterval(look);
    throw error;
  });
  worker.on('exit', (code) => {
    clearInterval(look);
    process.exitCode = code;
  });
}
