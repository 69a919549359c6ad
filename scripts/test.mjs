// Everything that must hold, in order of speed. Ends with one line: N passed, N failed.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '..');
const bin = (name) => join(root, 'node_modules/.bin', name);
const folder = mkdtempSync(join(tmpdir(), 'rhizotome-test-'));
let passed = 0;
let failed = 0;

function heading(name) {
  process.stdout.write(`\n── ${name}\n`);
}

function check(name, command, args) {
  heading(name);
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit' });
  if (status === 0) passed += 1;
  else failed += 1;
}

function jest(name, config) {
  heading(name);
  const output = join(folder, `${name}.json`);
  const args = ['--config', config, '--json', `--outputFile=${output}`, '--silent'];
  const { status } = spawnSync(bin('jest'), args, { cwd: root, stdio: 'inherit' });
  try {
    const report = JSON.parse(readFileSync(output, 'utf8'));
    passed += report.numPassedTests;
    for (const test of report.testResults.flatMap((file) => file.assertionResults))
      if (test.status === 'pending') process.stdout.write(`not run: ${test.fullName}\n`);
    failed += report.numFailedTests + report.numRuntimeErrorTestSuites;
    if (status !== 0 && report.numFailedTests + report.numRuntimeErrorTestSuites === 0) failed += 1;
  } catch {
    failed += 1;
  }
}

check('types of core and its tests', bin('tsc'), ['-p', 'core']);
check('types of the demo machines', bin('tsc'), ['-p', 'demo']);
check('types of the server and its tests', bin('tsc'), ['-p', 'server']);
check('types of the command', bin('tsc'), ['-p', 'cli']);
check('types of the web app', bin('tsc'), ['-p', 'web']);
check('types of the journeys', bin('tsc'), ['-p', 'e2e']);
check('lint', bin('eslint'), ['.', '--max-warnings', '0']);
check('format', bin('prettier'), ['--check', '--log-level', 'warn', '.']);
jest('unit', 'jest.config.mjs');
jest('journeys', 'e2e/jest.config.mjs');
rmSync(folder, { recursive: true, force: true });
process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);
