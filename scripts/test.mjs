// Everything that must hold, in order of speed. Ends with one line: N passed, N failed.
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const root = resolve(import.meta.dirname, '..');
const bin = (name) => join(root, 'node_modules/.bin', name);
const folder = mkdtempSync(join(tmpdir(), 'rhizotome-test-'));
/** With patterns only the tests of files that match them are run, and nothing else: `npm test -- packing`. */
const patterns = process.argv.slice(2).filter((arg) => !arg.startsWith('--'));
const only = ['--unit', '--journeys'].find((flag) => process.argv.includes(flag));
let passed = 0;
let failed = 0;

function heading(name) {
  process.stdout.write(`\n── ${name}\n`);
}

/** Runs a command; what it prints is held back until it has ended, so that two can run side by side. */
function held([name, command, args]) {
  return new Promise((done) => {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    child.stdout.on('data', (data) => (said += data));
    child.stderr.on('data', (data) => (said += data));
    child.on('close', (status) => {
      heading(`${name}${status === 0 ? '' : ' FAILED'}`);
      process.stdout.write(said);
      if (status === 0) passed += 1;
      else failed += 1;
      done();
    });
  });
}

/** All of them, two at a time. */
async function checks(list) {
  const waiting = [...list];
  const lane = async () => {
    for (let next = waiting.shift(); next; next = waiting.shift()) await held(next);
  };
  await Promise.all([lane(), lane()]);
}

function jest(name, config, ...options) {
  heading(name);
  const output = join(folder, `${name}.json`);
  const args = ['--config', config, '--json', `--outputFile=${output}`, '--silent', ...options, ...patterns];
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

const types = (folder, what) => [`types of ${what}`, bin('tsc'), ['-p', folder]];

if (patterns.length === 0 && !only)
  await checks([
    [
      'lint',
      bin('eslint'),
      ['.', '--max-warnings', '0', '--cache', '--cache-location', 'node_modules/.cache/eslint/'],
    ],
    types('core', 'core and its tests'),
    types('web', 'the web app'),
    types('server', 'the server and its tests'),
    types('e2e', 'the journeys'),
    types('cli', 'the command'),
    types('demo', 'the demo machines'),
    ['structure', 'npm', ['run', '--silent', 'lint:structure']],
    ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
  ]);
if (only !== '--journeys')
  jest('unit', 'jest.config.mjs', ...(patterns.length > 0 ? ['--passWithNoTests'] : []));
if (only !== '--unit')
  jest('journeys', 'e2e/jest.config.mjs', ...(patterns.length > 0 ? ['--passWithNoTests'] : []));
rmSync(folder, { recursive: true, force: true });
process.stdout.write(`\n${passed} passed, ${failed} failed\n`);
process.exit(failed === 0 ? 0 : 1);
