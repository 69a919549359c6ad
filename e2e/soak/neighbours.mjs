// Pages and servers of neighbouring versions: a window that was open over an update, and one that meets an older server.
import { spawnSync } from 'node:child_process';
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import puppeteer from 'puppeteer-core';
import { KilledServer } from './server.mjs';

const ROOT = resolve(import.meta.dirname, '../..');
/** The last before histories were chains of digests, and the last before texts had sums. */
const VERSIONS = ['88295e4', '659eec4'];
const TICKS = '[data-step] input[type=checkbox]';

/** Builds a version beside this one, over the packages of this one. @returns its folder; none where the history has it not */
function built(commit) {
  const folder = join(mkdtempSync(join(tmpdir(), 'rhizotome-version-')), commit);
  const run = (command, args, cwd = folder) => {
    const { status, stdout, stderr } = spawnSync(command, args, { cwd, encoding: 'utf8' });
    if (status !== 0) throw new Error(`${command} ${args.join(' ')}: ${stdout}${stderr}`.slice(-1500));
  };
  if (spawnSync('git', ['cat-file', '-e', `${commit}^{commit}`], { cwd: ROOT }).status !== 0)
    return undefined;
  mkdirSync(folder);
  run('sh', ['-c', `git archive ${commit} | tar x -C "${folder}"`], ROOT);
  mkdirSync(join(folder, 'node_modules/@rhizotome'), { recursive: true });
  const packages = readdirSync(join(ROOT, 'node_modules')).filter(
    (name) => !/^(?:@rhizotome|\.cache)$/.test(name),
  );
  for (const name of packages)
    symlinkSync(join(ROOT, 'node_modules', name), join(folder, 'node_modules', name));
  const own = ['core', 'demo', 'server', 'cli', 'web', 'e2e'].filter((name) =>
    existsSync(join(folder, name)),
  );
  for (const name of own) symlinkSync(join(folder, name), join(folder, 'node_modules/@rhizotome', name));
  for (const name of own.filter((p) => existsSync(join(ROOT, p, 'node_modules'))))
    symlinkSync(join(ROOT, name, 'node_modules'), join(folder, name, 'node_modules'));
  run('node_modules/.bin/tsc', ['-b']);
  for (const name of own.filter((p) => existsSync(join(folder, p, 'vite.config.ts'))))
    run(join(ROOT, 'node_modules/.bin/vite'), ['build', '--logLevel', 'warn'], join(folder, name));
  return folder;
}

/** One window on a machine's runbook, and what it says of itself. */
class Window {
  static async open(browser, address, machineId) {
    const context = await browser.createBrowserContext();
    const page = await context.newPage();
    await page.goto(`${address}/machines/${machineId}/runbook`, { waitUntil: 'load' });
    await page.waitForSelector(TICKS);
    return Object.assign(new Window(), { page, context });
  }

  async tick(nth) {
    const boxes = await this.page.$$(TICKS);
    await boxes[nth].evaluate((input) => input.click());
  }

  async saved() {
    return (await this.page.$('header [data-sync=saved]')) !== null;
  }

  waitSaved() {
    return this.page.waitForSelector('header [data-sync=saved]', { timeout: 30_000 });
  }

  ticked() {
    return this.page.$$eval('[data-step][data-done=true]', (steps) => steps.length);
  }
}

const machineOf = async (address, id) => (await fetch(`${address}/api/machines/${id}`)).json();
const tickedAt = async (address, id) => (await machineOf(address, id)).plan.ticked.length;

/** What is wrong where `before` was served and this version is now, the windows staying open. */
async function between(before, browser) {
  const faults = [];
  const server = new KilledServer();
  const expect = (right, what) => right || faults.push(what);
  const stands = async (count, window, when) => {
    expect(
      (await tickedAt(server.address, server.machine)) === count,
      `${when}: the server has not ${count} ticks`,
    );
    expect((await window.ticked()) === count, `${when}: the window shows not ${count} ticks`);
  };
  const serve = async (root) => {
    await server.end('SIGTERM');
    server.root = root;
    await server.start();
  };

  await serve(before);
  const machines = await (await fetch(`${server.address}/api/machines`)).json();
  server.machine = machines.find(({ name }) => name === 'dunlin').id;
  const old = await Window.open(browser, server.address, server.machine);
  await old.tick(0);
  await old.waitSaved();
  await stands(1, old, 'before the update');
  await server.end('SIGTERM');
  const kept = mkdtempSync(join(tmpdir(), 'rhizotome-before-'));
  cpSync(server.folder, kept, { recursive: true });

  await old.tick(1);
  await serve(ROOT);
  await old.waitSaved();
  await old.tick(2);
  await old.waitSaved();
  await stands(3, old, 'a window that was open over the update');
  const fresh = await Window.open(browser, server.address, server.machine);
  await stands(3, fresh, 'a window opened after it');
  await fresh.tick(3);
  await fresh.waitSaved();

  // The version before is put back, over the data of today: it must not take them for its own.
  await server.end('SIGTERM');
  server.root = before;
  const refused = await server.start().then(
    () => false,
    () => true,
  );
  expect(
    refused || (await tickedAt(server.address, server.machine)) === 4,
    'the version before misreads the data of today',
  );

  // And over its own, older ones: a window of today must not call saved what that server has not.
  await server.end('SIGTERM');
  const today = server.folder;
  server.folder = kept;
  await serve(before);
  await fresh.tick(4);
  await new Promise((done) => setTimeout(done, 8000));
  const there = await tickedAt(server.address, server.machine);
  expect(!(await fresh.saved()) || there === 5, `“saved” while the older server has ${there} of 5 ticks`);
  expect((await fresh.ticked()) === 5, 'a window of today forgets what it did at an older server');

  await server.end('SIGTERM');
  server.folder = today;
  await serve(ROOT);
  await fresh.waitSaved();
  await stands(5, fresh, 'a window of today that met an older server');
  await old.context.close();
  await fresh.context.close();
  await server.dispose();
  rmSync(kept, { recursive: true, force: true });
  return { faults, refused };
}

/** Every version of `VERSIONS` against this one. Building each takes about two minutes. */
export async function neighbours() {
  const browser = await puppeteer.launch({
    executablePath: process.env.RHIZOTOME_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage'],
  });
  const faults = [];
  let [versions, refused] = [0, 0];
  for (const commit of VERSIONS) {
    const folder = built(commit);
    if (!folder) continue;
    versions += 1;
    const outcome = await between(folder, browser);
    faults.push(...outcome.faults.map((fault) => `${commit}: ${fault}`));
    refused += Number(outcome.refused);
    rmSync(resolve(folder, '..'), { recursive: true, force: true });
  }
  await browser.close();
  return { versions, 'newer data refused': refused, faults };
}
