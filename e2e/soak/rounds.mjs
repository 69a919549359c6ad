import { closeSync, openSync, rmSync, writeSync } from 'node:fs';
import { join } from 'node:path';
import puppeteer from 'puppeteer-core';
import { Client, newMachine } from './client.mjs';
import { faultsOf, onDisk } from './judge.mjs';
import { unreliable } from './proxy.mjs';
import { KilledServer } from './server.mjs';

const pause = (milliseconds) => new Promise((done) => setTimeout(done, milliseconds));

/** Clients on one machine, behind a proxy that drops and delays answers, while the server is killed again and again. */
export async function kills(seconds, random) {
  const server = new KilledServer();
  await server.start();
  const machineId = await newMachine(server.address, 'soak');
  const proxy = await unreliable(server, random);
  const until = Date.now() + seconds * 1000;
  const clients = [1, 2, 3].map((n) => new Client(`client-${n}`, machineId));
  const work = clients.map(async (client) => {
    while (Date.now() < until) await client.edit(proxy.address, until);
  });
  while (Date.now() < until) {
    await pause(200 + random(1200));
    await server.killAndStart();
  }
  await Promise.all(work);
  await proxy.close();
  await server.end('SIGTERM');
  const acknowledged = new Set(clients.flatMap((c) => [...c.acknowledged]));
  const judged = faultsOf(onDisk(server.dataFile, machineId), acknowledged);
  await server.dispose();
  return { ...judged, acknowledged: acknowledged.size, kills: server.kills, ...proxy.tally };
}

/** A disk of a few MiB that is filled up and freed while a client edits: a commit that fails is told, and nothing told is lost. */
export async function fullDisk(seconds, random) {
  const server = new KilledServer({ megabytes: 6 });
  if (!server.mounted) {
    await server.dispose();
    return { skipped: 'a small disk cannot be mounted here' };
  }
  await server.start();
  const machineId = await newMachine(server.address, 'soak');
  const until = Date.now() + seconds * 1000;
  const client = new Client('client-1', machineId);
  const work = (async () => {
    while (Date.now() < until) await client.edit(server.address, until);
  })();
  while (Date.now() < until) {
    fill(join(server.folder, 'ballast'), random(3000));
    await pause(300 + random(500));
    rmSync(join(server.folder, 'ballast'), { force: true });
    await pause(200 + random(300));
    if (random(4) === 0) await server.killAndStart();
  }
  await work;
  await server.end('SIGTERM');
  const judged = faultsOf(onDisk(server.dataFile, machineId), client.acknowledged);
  const full = client.statuses[507] ?? 0;
  await server.dispose();
  return { ...judged, acknowledged: client.acknowledged.size, full, kills: server.kills };
}

/** Writes until the disk is full but for `spare` bytes at most. */
function fill(file, spare) {
  const fd = openSync(file, 'w');
  for (const size of [65536, 4096, 512]) {
    try {
      for (;;) writeSync(fd, Buffer.alloc(size));
    } catch {
      // Full for pieces of this size.
    }
    if (spare > 2000) break;
  }
  closeSync(fd);
}

/** Two windows of one browser on one machine, with kills, dropped answers and reloads; “saved” is held against the disk. */
export async function windows(seconds, random) {
  const server = new KilledServer();
  await server.start();
  const machineId = await newMachine(server.address, 'soak');
  const proxy = await unreliable(server, random);
  const browser = await puppeteer.launch({
    executablePath: process.env['RHIZOTOME_CHROMIUM'] || '/usr/bin/chromium',
    headless: true,
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const pages = await Promise.all([browser.newPage(), browser.newPage()]);
  const tally = { typed: 0, saved: 0, reloads: 0, falsely: 0 };
  for (const page of pages) await reach(page, `${proxy.address}/machines/${machineId}/machine`);
  const until = Date.now() + seconds * 1000;
  while (Date.now() < until) {
    const page = pages[random(2)];
    await page.bringToFront();
    if (await typeMemory(page, ++tally.typed)) await pause(random(300));
    for (const each of pages) {
      const said = await saidSaved(each);
      if (said === null) continue;
      tally.saved += 1;
      const { plan } = onDisk(server.dataFile, machineId);
      // The other window may have gone on meanwhile; what this one shows must have been on the disk.
      if (!wasOnDisk(server.dataFile, machineId, said) && plan.machine.ramBytes !== said) tally.falsely += 1;
    }
    const chance = random(12);
    if (chance === 0) await server.killAndStart();
    if (chance === 1) {
      tally.reloads += 1;
      await reach(page, page.url());
    }
  }
  for (const page of pages) {
    await page.bringToFront();
    await page.waitForSelector('[data-sync=saved]', { timeout: 30_000 });
  }
  await pause(1000);
  const shown = await Promise.all(pages.map(memoryOf));
  const state = onDisk(server.dataFile, machineId);
  await browser.close();
  await proxy.close();
  const { faults } = faultsOf(state, new Set());
  if (tally.falsely > 0) faults.push(`“saved” was said ${tally.falsely} times of what is not on the disk`);
  if (shown.some((bytes) => bytes !== state.plan.machine.ramBytes))
    faults.push(`windows show ${shown.join(' and ')}, the disk has ${state.plan.machine.ramBytes}`);
  await server.dispose();
  return { lost: 0, faults, ...tally, edits: state.edits.length, kills: server.kills, ...proxy.tally };
}

async function reach(page, address) {
  for (;;) {
    const reached = await page
      .goto(address, { waitUntil: 'domcontentloaded' })
      .then(() => page.waitForSelector('input[aria-label="Memory"]', { timeout: 4000 }))
      .catch(() => null);
    if (reached) return;
    await pause(100);
  }
}

/** Types a memory size that no other edit has. */
async function typeMemory(page, n) {
  const field = await page.$('input[aria-label="Memory"]');
  if (!field) return false;
  await field.click({ count: 3 });
  await page.keyboard.type(`${1024 + n}MiB`);
  await page.keyboard.press('Tab');
  return true;
}

/** What a field of memory holds, in bytes. */
async function memoryOf(page) {
  const text = await page.$eval('input[aria-label="Memory"]', (field) => field.value).catch(() => '');
  const [, figure, unit] = /^([\d.,]+) ([KMG])iB$/.exec(text.replaceAll(' ', ' ')) ?? [];
  return figure ? Math.round(Number(figure) * { K: 2 ** 10, M: 2 ** 20, G: 2 ** 30 }[unit]) : null;
}

/** The memory that a window shows while it says that all is saved. */
async function saidSaved(page) {
  const seen = await page
    .evaluate(() => ({
      saved: document.querySelector('[data-sync]')?.getAttribute('data-sync') === 'saved',
      typing: document.activeElement?.getAttribute('aria-label') === 'Memory',
    }))
    .catch(() => ({ saved: false }));
  return seen.saved && !seen.typing ? memoryOf(page) : null;
}

function wasOnDisk(file, machineId, bytes) {
  return onDisk(file, machineId).edits.some(({ edit }) => edit.includes(`"ramBytes":${bytes}`));
}
