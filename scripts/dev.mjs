// Server and web app with reload: sources are watched, built, and served again. Stops as one.
import { spawn } from 'node:child_process';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '..');
const bin = (name) => join(root, 'node_modules/.bin', name);

const parts = [
  ['build', bin('tsc'), ['-b', '--watch', '--preserveWatchOutput'], root],
  ['server', process.execPath, ['--watch', '--watch-preserve-output', 'server/dist/main.js'], root],
  ['web', bin('vite'), ['--clearScreen', 'false'], join(root, 'web')],
];

const children = parts.map(([name, command, args, cwd]) => {
  const child = spawn(command, args, { cwd, stdio: ['ignore', 'pipe', 'pipe'] });
  for (const stream of [child.stdout, child.stderr])
    stream.on('data', (data) =>
      process.stdout.write(String(data).replace(/^(?=.)/gm, `${name.padEnd(6)} │ `)),
    );
  child.on('exit', stop);
  return child;
});

function stop() {
  for (const child of children) child.kill();
  process.exit();
}
process.on('SIGINT', stop);
process.on('SIGTERM', stop);
