// Faults upon faults for a bounded time: kills, dropped and late answers, a full disk, two windows. What was
// acknowledged must be there at the end, once. npm run soak [-- --seconds 600] [-- --seed 1]; of procedures alone: procedures.mjs
import { option, Seeded } from '../../scripts/seeded.mjs';
import { machines } from './machine.mjs';
import { damagedFiles, failingCalls, failingMigrations } from './damage.mjs';
import { neighbours } from './neighbours.mjs';
import { powerCuts } from './power.mjs';
import { longPage } from './page.mjs';
import { procedures } from './procedures.mjs';
import { fullDisk, kills, windows } from './rounds.mjs';

if (process.argv.includes('procedures')) process.exit((await procedures()) ? 0 : 1);

const seconds = option('seconds', 600);
const seed = option('seed', 20261125);

const seeded = new Seeded(seed);
const random = (below) => seeded.next(below);

process.stdout.write(`soak seed ${seed}, ${seconds} s\n`);
let failed = false;
for (const [name, round, share] of [
  ['kills and lost answers', kills, 0.2],
  ['a full disk', fullDisk, 0.1],
  ['two windows', windows, 0.15],
  ['one window for long', longPage, 0.1],
  ['power cuts below the file system', powerCuts, 0.1],
  ['a failing call to the disk', failingCalls, 0.1],
  ['migrations on a failing disk', failingMigrations, 0.1],
  ['a damaged data file', damagedFiles, 0.1],
  ['pages and servers of neighbouring versions', neighbours, 0],
  ['the script for Linux in a virtual machine', machines, 0],
]) {
  const { faults = [], ...figures } = await round(seconds * share, random);
  const said = Object.entries(figures)
    .map(([what, count]) => `${what} ${count}`)
    .join(', ');
  process.stdout.write(`soak ${name}: ${said}\n`);
  for (const fault of faults) process.stdout.write(`soak FAILED ${name}: ${fault}\n`);
  failed ||= faults.length > 0;
}
process.exit(failed ? 1 : 0);
