// Every property test with other cases than `npm test` tries: one seed a round.
// npm run properties [-- --rounds 5] [-- --seed 1]
import { spawnSync } from 'node:child_process';
import { resolve } from 'node:path';
import { option } from './seeded.mjs';

const root = resolve(import.meta.dirname, '..');
const rounds = option('rounds', 5);
const first = option('seed', 1);

const { stdout: found } = spawnSync('git', ['grep', '-l', "from 'fast-check'", '--', '*.test.ts'], {
  cwd: root,
  encoding: 'utf8',
});
const files = found.trim().split('\n');

for (let seed = first; seed < first + rounds; seed++) {
  process.stdout.write(`── seed ${seed}\n`);
  const { status } = spawnSync(
    resolve(root, 'node_modules/.bin/jest'),
    ['--silent', '--runTestsByPath', ...files],
    {
      cwd: root,
      stdio: 'inherit',
      env: { ...process.env, RHIZOTOME_SEED: String(seed) },
    },
  );
  if (status !== 0) {
    process.stdout.write(`Again with: RHIZOTOME_SEED=${seed} npx jest PATTERN\n`);
    process.exit(1);
  }
}
process.stdout.write(`${files.length} files of property tests, ${rounds} seeds from ${first}: all hold\n`);
