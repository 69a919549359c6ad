import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { createInterface } from 'node:readline';
import { faultyDisk } from './faulty.mjs';

/** What a process that works on the built server itself has found, in a bounded time. */
function inWorkshop(what, seconds, random, library) {
  const child = spawn(
    process.execPath,
    [join(import.meta.dirname, 'workshop.mjs'), what, String(seconds), String(1 + random(1e9))],
    {
      stdio: ['ignore', 'pipe', 'inherit'],
      env: {
        ...process.env,
        ...(library ? { LD_PRELOAD: library, FAULTY_FOLDER: '/tmp/rhizotome-workshop-' } : {}),
      },
    },
  );
  let result;
  createInterface(child.stdout).on('line', (line) => (result = line));
  return new Promise((done) =>
    child.on('exit', (code) => {
      if (code === 0 && result) done(JSON.parse(result));
      else done({ faults: [`the workshop for “${what}” ended with ${code}`] });
    }),
  );
}

const withLibrary = (what) => async (seconds, random) => {
  const library = faultyDisk();
  if (!library) return { skipped: 'no compiler for the library that stands before the disk' };
  return inWorkshop(what, seconds, random, library);
};

/** A session of edits in which the n-th call to the disk fails, for every n. */
export const failingCalls = withLibrary('calls');
/** Data of every earlier version, brought to this one while the n-th call fails. */
export const failingMigrations = withLibrary('migrations');
/** A data file with random damage. */
export const damagedFiles = (seconds, random) => inWorkshop('damage', seconds, random);
