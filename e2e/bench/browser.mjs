// What the browser does: frames while a border is drawn, and the first load against an empty shell of the same stack.
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { apply, beginEdit, EMPTY_PLAN, GIB, noteFoundEdit } from '@rhizotome/core';
import puppeteer from 'puppeteer-core';
import { buildShell, serveShell } from './shell.mjs';

const FRAME = 1000 / 60;
const CHROMIUM = [process.env['RHIZOTOME_CHROMIUM'], '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
  (path) => path && existsSync(path),
);
const sorted = (list) => [...list].sort((a, b) => a - b);
const median = (list) => sorted(list)[Math.floor(list.length / 2)];
const quantile = (list, q) => sorted(list)[Math.min(list.length - 1, Math.floor(list.length * q))];

async function withBrowser(work) {
  const profile = mkdtempSync(join(tmpdir(), 'rhizotome-bench-chromium-'));
  const browser = await puppeteer.launch({
    executablePath: CHROMIUM,
    headless: true,
    args: ['--no-sandbox', '--disable-gpu', '--no-first-run', '--disable-background-networking'],
    userDataDir: profile,
  });
  try {
    return await work(browser);
  } finally {
    await browser.close();
    rmSync(profile, { recursive: true, force: true });
  }
}

/** A machine of 128 partitions on the server. Returns its id. */
async function largeMachine(address, { survey }, change) {
  const call = async (method, path, body) => {
    const response = await fetch(`${address}/api${path}`, {
      method,
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify(body),
    });
    if (!response.ok) throw new Error(`${path}: ${response.status} ${await response.text()}`);
    return response.json();
  };
  const name = change ? 'large, moved' : 'large';
  const { id } = await call('POST', '/machines', { name });
  await call('POST', `/machines/${id}/surveys`, { survey });
  const edits = [beginEdit({ plan: EMPTY_PLAN, survey })];
  const begun = apply(EMPTY_PLAN, edits[0], () => survey).plan;
  for (const p of survey.partitions.slice(0, 40))
    if (p.volume?.kind !== 'swap') edits.push(noteFoundEdit(begun, p.id, { usedBytes: GIB / 2 }));
  if (change) edits.push(change);
  const sent = edits.map((edit, i) => ({ key: `bench-${id}-${i}`, intent: 'do', edit }));
  await call('POST', `/machines/${id}/edits`, { base: 0, edits: sent });
  return id;
}

/** Draws a border up and down; the time between frames, and the longest that the page was busy. */
export async function benchDrag(report, address, large) {
  const id = await largeMachine(address, large);
  await withBrowser(async (browser) => {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(`${address}/machines/${id}/layout`, { waitUntil: 'networkidle2' });
    const grip = await page.waitForSelector('[data-grip^="border found-9 "], [data-grip="end found-9"]');
    await grip.evaluate((e) => e.scrollIntoView({ block: 'center' }));
    const box = await grip.boundingBox();
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    // Beyond the resistance of a kept volume.
    await page.mouse.move(x, y + 60, { steps: 4 });
    // The first strokes compile what is used; they are not measured.
    await stroke(page, x, y, 1000);
    const { intervals, busy } = await quietest(() => traced(page, () => stroke(page, x, y, 2000)));
    const told = await page.$eval('[data-fact=drawn]', (e) => e.innerText).catch(() => '');
    await page.keyboard.press('Escape');
    await page.mouse.up();
    if (!/GiB|MiB/.test(told)) throw new Error(`Nothing was drawn: ${told}`);
    await reportFrames(report, browser, 'drag-128', { intervals, busy });
  });
}

/** The frames of a page while it is worked on, against what this machine can do at best. */
async function reportFrames(report, browser, name, { intervals, busy }) {
  const bare = quantile(await bareFrames(browser), 0.95);
  const p95 = quantile(intervals, 0.95);
  const missed = intervals.filter((interval) => interval > 1.5 * FRAME).length;
  report(
    `${name}-frame-p95`,
    Math.round(p95 / FRAME),
    1,
    `in refreshes of 16.7 ms: ${p95.toFixed(1)} ms between frames, median ${median(intervals).toFixed(1)}; ${missed} of ${intervals.length} came a refresh late`,
  );
  report(
    `${name}-frame-p95-of-bare`,
    p95 / bare,
    undefined,
    `${bare.toFixed(1)} ms where one box moves and nothing else`,
  );
  const work = quantile(busy, 0.95);
  report(
    `${name}-work-p95`,
    work / FRAME,
    1,
    `${work.toFixed(1)} ms the longer tasks of the main thread, median ${median(busy).toFixed(1)}`,
  );
  const longest = Math.max(...busy);
  report(
    `${name}-longest`,
    longest / 50,
    1,
    `${longest.toFixed(1)} ms the longest task of the main thread, of 50`,
  );
}

/** Goes along the steps of a plan in which nearly all of 128 partitions move, with the pointer on the timeline. */
export async function benchScrub(report, address, large, change) {
  const id = await largeMachine(address, large, change);
  await withBrowser(async (browser) => {
    const page = await browser.newPage();
    await page.setViewport({ width: 1280, height: 800 });
    await page.goto(`${address}/machines/${id}/runbook`, { waitUntil: 'networkidle2' });
    const lanes = await page.waitForSelector('svg:has(+ [data-cursor])');
    await lanes.evaluate((e) => e.scrollIntoView({ block: 'center' }));
    const box = await lanes.boundingBox();
    const [x, y] = [box.x + 0.6 * box.width, box.y + box.height / 2];
    await page.mouse.move(x, y);
    await page.mouse.down();
    await along(page, x, y, 1000);
    const frames = await quietest(() => traced(page, () => along(page, x, y, 2000)));
    await page.mouse.up();
    const done = await page.$eval('[data-moment]', (e) => Number(e.dataset.moment));
    if (!(done > 0)) throw new Error('Nothing was scrubbed');
    await reportFrames(report, browser, 'scrub-128', frames);
  });
}

/** To and fro, so fast that every frame shows another step. */
async function along(page, x, y, milliseconds) {
  const start = performance.now();
  for (let now = 0; now < milliseconds; now = performance.now() - start) {
    const there = (now / 400) % 2;
    await page.mouse.move(x - 180 + 360 * (there < 1 ? there : 2 - there), y);
    await new Promise((done) => setTimeout(done, 4));
  }
}

/** Frames of a page on which one box moves under the pointer: what this machine and browser can do at best. */
async function bareFrames(browser) {
  const page = await browser.newPage();
  await page.setContent(
    '<div id=box style="position:absolute;width:90px;height:90px;background:#888"></div><script>' +
      'addEventListener("pointermove",(e)=>requestAnimationFrame(()=>{box.style.top=e.clientY+"px"}))</script>',
  );
  const { intervals } = await quietest(() => traced(page, () => stroke(page, 200, 200, 2000)));
  await page.close();
  return intervals;
}

/** The round of three in which the machine was disturbed least: others run on it too. */
async function quietest(round) {
  const rounds = [];
  for (let n = 0; n < 3; n++) rounds.push(await round());
  const p95 = (r) => quantile(r.intervals, 0.95);
  return rounds.reduce((best, next) => (p95(next) < p95(best) ? next : best));
}

/** What a page does while something is done to it. */
async function traced(page, work) {
  const file = join(tmpdir(), `rhizotome-trace-${process.pid}.json`);
  await page.tracing.start({
    path: file,
    categories: ['toplevel', 'devtools.timeline', 'disabled-by-default-devtools.timeline.frame'],
  });
  await work();
  await page.tracing.stop();
  const frames = framesIn(JSON.parse(readFileSync(file, 'utf8')).traceEvents);
  rmSync(file, { force: true });
  return frames;
}

async function stroke(page, x, y, milliseconds) {
  const start = performance.now();
  for (let now = 0; now < milliseconds; now = performance.now() - start) {
    await page.mouse.move(x, y + 18 * Math.sin(now / 160));
    await new Promise((done) => setTimeout(done, 4));
  }
}

/** Milliseconds between frames that were drawn, and of each task of the main thread that was longer than one. */
function framesIn(events) {
  const pids = [...new Set(events.filter((e) => e.name === 'DrawFrame').map((e) => e.pid))];
  const [pid] = pids.sort((a, b) => drawnBy(events, b) - drawnBy(events, a));
  const main = events.find(
    (e) => e.name === 'thread_name' && e.args.name === 'CrRendererMain' && e.pid === pid,
  );
  const drawn = events
    .filter((e) => e.name === 'DrawFrame' && e.pid === main.pid)
    .map((e) => e.ts / 1000)
    .sort((a, b) => a - b);
  const tasks = events.filter(
    (e) =>
      e.ph === 'X' && e.pid === main.pid && e.tid === main.tid && /RunTask$/.test(e.name) && e.dur > 1000,
  );
  return {
    intervals: drawn.slice(1).map((at, i) => at - drawn[i]),
    busy: tasks.map((e) => e.dur / 1000),
  };
}

const drawnBy = (events, pid) => events.filter((e) => e.name === 'DrawFrame' && e.pid === pid).length;

const ROUNDS = 12;
/** Milliseconds. */
const REST = 1000;

/** Bytes that come over the wire and time until something can be pressed, against the same stack with nothing in it. */
export async function benchFirstLoad(report, address) {
  const shell = await serveShell(await buildShell());
  try {
    await withBrowser(async (browser) => {
      const load = async (url, ready) => {
        const context = await browser.createBrowserContext();
        const page = await context.newPage();
        const client = await page.createCDPSession();
        await client.send('Network.enable');
        await client.send('Network.setCacheDisabled', { cacheDisabled: true });
        let bytes = 0;
        client.on('Network.loadingFinished', (e) => (bytes += e.encodedDataLength));
        // What the round before left to do, and a new page, are not part of it.
        await new Promise((done) => setTimeout(done, REST));
        const start = performance.now();
        await page.goto(url);
        await page.waitForSelector(ready, { visible: true });
        const time = performance.now() - start;
        await page.waitForNetworkIdle({ idleTime: 300 });
        await context.close();
        return { time, bytes };
      };
      const rounds = { app: [], shell: [] };
      for (let i = 0; i < ROUNDS; i++) {
        rounds.shell.push(await load(shell.address, 'main button'));
        rounds.app.push(await load(`${address}/`, 'main li a'));
      }
      // The quietest of many: whatever else runs on the machine can only make one slower.
      const of = (name, key) => Math.min(...rounds[name].slice(1).map((r) => r[key]));
      const kb = (name) => (of(name, 'bytes') / 1000).toFixed(0);
      report(
        'first-load-bytes',
        of('app', 'bytes') / of('shell', 'bytes'),
        1.6,
        `${kb('app')} kB, the empty shell ${kb('shell')} kB`,
      );
      report(
        'first-load-time',
        of('app', 'time') / of('shell', 'time'),
        1.3,
        `${of('app', 'time').toFixed(0)} ms to a usable bench, the empty shell ${of('shell', 'time').toFixed(0)} ms`,
      );
    });
  } finally {
    shell.close();
  }
}
