// Makes a fresh clone ready: packages, build, and with --browser a Chromium. Built-in modules only.
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  statSync,
  writeFileSync,
  copyFileSync,
} from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { compressFolder } from './compress.mjs';
import { writeNotices } from './notices.mjs';

const root = resolve(import.meta.dirname, '..');
const wants = (flag) => process.argv.includes(flag);
const stampFile = join(root, 'node_modules/.rhizotome.json');
const stamp = readJson(stampFile) ?? {};

function readJson(path) {
  try {
    return JSON.parse(readFileSync(path, 'utf8'));
  } catch {
    return null;
  }
}

function say(text) {
  process.stdout.write(`· ${text}\n`);
}

function fail(text) {
  process.stderr.write(`\nRhizotome cannot be made ready. ${text}\n`);
  process.exit(1);
}

function run(command, args, options = {}) {
  const result = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (result.error) return { ok: false, reason: result.error.message };
  return { ok: result.status === 0, reason: `${command} ${args.join(' ')} ended with ${result.status}` };
}

const has = (command) => spawnSync('sh', ['-c', `command -v ${command}`]).status === 0;
const isRoot = () => process.getuid?.() === 0;

function aptInstall(packages, why) {
  if (!isRoot() || !has('apt-get')) return false;
  say(`installing ${packages.join(', ')} (${why})`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const quiet = { env, stdio: ['ignore', 'ignore', 'inherit'] };
  run('apt-get', ['update', '-qq'], quiet);
  return run('apt-get', ['install', '-y', '-qq', '--no-install-recommends', ...packages], quiet).ok;
}

function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    fail(`Node ${process.versions.node} is too old: 20.19 or later is needed.`);
}

function hashOf(files) {
  const hash = createHash('sha256');
  for (const file of files) hash.update(file).update(readFileSync(join(root, file)));
  return hash.digest('hex');
}

function filesUnder(folder, keep) {
  return readdirSync(join(root, folder), { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory())
      return ['node_modules', 'dist'].includes(entry.name) ? [] : filesUnder(path, keep);
    return keep(path) ? [path] : [];
  });
}

// ---------------------------------------------------------------- packages

const MANIFESTS = [
  'package.json',
  'package-lock.json',
  ...['core', 'demo', 'server', 'cli', 'web', 'e2e'].map((p) => `${p}/package.json`),
];

/** SQLite is compiled here, against the headers of the Node that runs; nothing prebuilt is downloaded. */
function compileEnvironment() {
  const prefix = dirname(dirname(process.execPath));
  const headers = existsSync(join(prefix, 'include/node/node.h')) ? { npm_config_nodedir: prefix } : {};
  return { ...process.env, npm_config_build_from_source: 'true', ...headers };
}

const sqliteBinary = join(root, 'node_modules/better-sqlite3/build/Release/better_sqlite3.node');

/** A compiled SQLite is kept in the user's cache, since compiling takes two minutes. */
function cachedSqlite() {
  const lock = readJson(join(root, 'package-lock.json'));
  const version = lock?.packages?.['node_modules/better-sqlite3']?.version ?? 'unknown';
  const cache = process.env.XDG_CACHE_HOME || join(homedir(), '.cache');
  return join(
    cache,
    'rhizotome',
    `better-sqlite3-${version}-abi${process.versions.modules}-${process.platform}-${process.arch}.node`,
  );
}

const sumOf = (file) => createHash('sha256').update(readFileSync(file)).digest('hex');

/** The sum that was written when the file was made; what has changed since is not used. */
function readSum(file) {
  return existsSync(`${file}.sha256`) ? readFileSync(`${file}.sha256`, 'utf8') : null;
}

function sqliteLoads() {
  const script = `const D=require('better-sqlite3');new D(':memory:').close()`;
  return spawnSync(process.execPath, ['-e', script], { cwd: root, stdio: 'ignore' }).status === 0;
}

function install() {
  const hash = hashOf(MANIFESTS);
  if (stamp.packages === hash && existsSync(join(root, 'node_modules/typescript'))) return;
  say('installing packages (npm ci)');
  const first = run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund']);
  if (!first.ok) fail(`Packages could not be installed: ${first.reason}. Is the npm registry reachable?`);
  provideSqlite();
  Object.assign(stamp, { packages: hash, sources: null });
  writeFileSync(stampFile, JSON.stringify(stamp));
}

function provideSqlite() {
  const cached = cachedSqlite();
  if (existsSync(cached) && sumOf(cached) === readSum(cached)) {
    mkdirSync(dirname(sqliteBinary), { recursive: true });
    copyFileSync(cached, sqliteBinary);
    if (sqliteLoads()) return;
  }
  const missing = ['python3', 'make', 'g++'].filter((tool) => !has(tool));
  if (missing.length > 0 && !aptInstall(missing, 'to compile SQLite'))
    fail(
      `SQLite is compiled on this machine, and that needs ${missing.join(', ')}. Install them and try again.`,
    );
  say('compiling SQLite, once; this takes about two minutes');
  const env = compileEnvironment();
  const built = spawnSync(
    'npm',
    ['rebuild', 'better-sqlite3', '--foreground-scripts', '--ignore-scripts=false'],
    {
      cwd: root,
      env,
      encoding: 'utf8',
    },
  );
  if (built.status !== 0 || !sqliteLoads())
    fail(`SQLite could not be compiled:\n${`${built.stdout}${built.stderr}`.slice(-3000)}`);
  try {
    mkdirSync(dirname(cached), { recursive: true });
    copyFileSync(sqliteBinary, cached);
    writeFileSync(`${cached}.sha256`, sumOf(cached));
  } catch {
    // Only the next clone is slower for it.
  }
}

// ---------------------------------------------------------------- build

function build() {
  const isSource = (path) => /\.(ts|tsx|css|html|json|svg|sh|ps1)$/.test(path) && !/\.test\.tsx?$/.test(path);
  const sources = ['core', 'demo', 'server', 'cli', 'web', 'reporters'].flatMap((p) =>
    filesUnder(p, isSource),
  );
  const hash = hashOf(['tsconfig.base.json', 'tsconfig.json', ...sources.sort()]);
  const built = [
    'server/dist/main.js',
    'server/dist/cell/bundle/program.js',
    'cli/dist/main.js',
    'web/dist/index.html',
  ].every((f) => existsSync(join(root, f)));
  if (!wants('--force') && stamp.sources === hash && built) return;
  say('building');
  const bin = (name) => join(root, 'node_modules/.bin', name);
  const steps = [
    [bin('tsc'), ['-b'], {}],
    ...['web', 'cli', 'server'].map((p) => [
      bin('vite'),
      ['build', '--logLevel', 'warn'],
      { cwd: join(root, p) },
    ]),
  ];
  for (const [command, args, options] of steps) {
    const result = run(command, args, options);
    if (!result.ok) fail(`The build failed: ${result.reason}.`);
  }
  writeNotices(root);
  compressFolder(join(root, 'web/dist/assets'));
  stamp.sources = hash;
  writeFileSync(stampFile, JSON.stringify(stamp));
}

// ---------------------------------------------------------------- browser

export function findChromium() {
  const named = process.env.RHIZOTOME_CHROMIUM;
  const candidates = [named, '/usr/bin/chromium', '/usr/bin/chromium-browser'].filter(Boolean);
  return candidates.find((path) => existsSync(path) && statSync(path).isFile());
}

function browser() {
  if (findChromium()) return;
  if (aptInstall(['chromium'], 'for the browser tests') && findChromium()) return;
  fail(
    'The browser tests need Chromium. Install it (apt-get install chromium), or name one in RHIZOTOME_CHROMIUM.',
  );
}

// ---------------------------------------------------------------- peers

/** Utilities of others that tests hold our own bytes against, or run what is printed with; each by the package that has it. */
const PEERS = {
  'mkfs.ext4': 'e2fsprogs',
  'mkfs.fat': 'dosfstools',
  'mkfs.btrfs': 'btrfs-progs',
  'mkfs.xfs': 'xfsprogs',
  mkntfs: 'ntfs-3g',
  cryptsetup: 'cryptsetup-bin',
  losetup: 'mount',
  busybox: 'busybox',
};

/** Tests that want for one are left out, and named at the end. */
function peers() {
  const missing = Object.keys(PEERS).filter((program) => !has(program));
  if (missing.length === 0) return;
  aptInstall([...new Set(missing.map((program) => PEERS[program]))], 'for tests against them');
  const left = missing.filter((program) => !has(program));
  if (left.length > 0) say(`tests that need these are left out: ${left.join(', ')}`);
}

if (process.argv[1] === import.meta.filename) {
  checkNode();
  try {
    execFileSync('npm', ['--version'], { stdio: 'ignore' });
  } catch {
    fail('npm is missing.');
  }
  install();
  if (wants('--build')) build();
  if (wants('--browser')) {
    browser();
    peers();
  }
}
