// Whole procedures by their scripts: on disks in files, killed and refused; and in virtual machines with the plug pulled.
// npm run soak -- procedures [--many 200] [--machines 6] [--seed 1]
import { spawn } from 'node:child_process';
import { join, resolve } from 'node:path';
import { option } from '../../scripts/seeded.mjs';

const ROOT = resolve(import.meta.dirname, '../..');

/** Runs a test file of core, and shows what it prints. @returns whether all of it passed */
function jest(file, env) {
  return new Promise((done) => {
    const child = spawn(join(ROOT, 'node_modules/.bin/jest'), [`core/src/script/${file}`], {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: 'inherit',
    });
    child.on('close', (status) => done(status === 0));
  });
}

export async function procedures() {
  const seed = String(option('seed', 1));
  const passed = await Promise.all([
    jest('procedures.test', {
      RHIZOTOME_PROCEDURES: String(option('many', 200)),
      RHIZOTOME_SEED: seed,
    }),
    jest('machine.test', { RHIZOTOME_MACHINES: String(option('machines', 6)), RHIZOTOME_SEED: seed }),
  ]);
  return passed.every(Boolean);
}
