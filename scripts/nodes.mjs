// Core's and the command's tests under the other Nodes that are supported. Each Node is a package of the npm registry.
// npm run test:nodes [-- 22 24]
import { spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '..');
const named = process.argv.slice(2);
const versions = named.length > 0 ? named : ['22', '24'];
const PACKAGE = `node-${process.platform}-${process.arch}`;

function nodeOf(version) {
  const folder = join(root, 'node_modules/.cache/nodes', version);
  const binary = join(folder, 'node_modules', PACKAGE, 'bin/node');
  if (!existsSync(binary)) {
    const args = ['install', '--prefix', folder, '--ignore-scripts', '--no-audit', '--no-fund'];
    spawnSync('npm', [...args, `${PACKAGE}@${version}`], { stdio: ['ignore', 'ignore', 'inherit'] });
  }
  if (existsSync(binary)) return binary;
  throw new Error(`There is no ${PACKAGE}@${version}. Is the npm registry reachable?`);
}

// The binary of SQLite is compiled for the Node that installed it: what opens a database is left to that one.
const BESIDE_SQLITE = ['--testNamePattern', '^(?!a backup )'];

const failed = versions.filter((version) => {
  const node = nodeOf(version);
  process.stdout.write(`\n── Node ${spawnSync(node, ['--version'], { encoding: 'utf8' }).stdout.trim()}\n`);
  const args = ['node_modules/jest/bin/jest.js', '--silent', ...BESIDE_SQLITE, 'core/src', 'cli/src'];
  return spawnSync(node, args, { cwd: root, stdio: 'inherit' }).status !== 0;
});
process.stdout.write(`\n${failed.length === 0 ? 'All passed' : `Failed under ${failed.join(', ')}`}\n`);
process.exit(failed.length === 0 ? 0 : 1);
