import puppeteer from 'puppeteer-core';
import { KilledServer } from './server.mjs';

const STAGES = ['machine', 'as-found', 'systems', 'boot', 'layout', 'findings', 'runbook'];
const pause = (milliseconds) => new Promise((done) => setTimeout(done, milliseconds));

/** One window that is open for a day's work in short: stage after stage, edits of its own and of others, and what it holds of memory. */
export async function longPage(seconds, random) {
  const server = new KilledServer();
  await server.start();
  const machines = await (await fetch(`${server.address}/api/machines`)).json();
  const { id } = machines.find(({ name }) => name === 'dunlin');
  const browser = await puppeteer.launch({
    executablePath: process.env.RHIZOTOME_CHROMIUM ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-dev-shm-usage'],
  });
  const page = await browser.newPage();
  await page.goto(`${server.address}/machines/${id}/machine`, { waitUntil: 'load' });
  const devtools = await page.createCDPSession();
  const heap = async () => {
    for (let n = 0; n < 2; n++) await devtools.send('HeapProfiler.collectGarbage');
    return (await page.metrics()).JSHeapUsedSize / 2 ** 20;
  };
  const began = Date.now();
  const until = began + seconds * 1000;
  const held = [];
  let [visits, edits] = [0, 0];
  let other = 0;
  while (Date.now() < until) {
    await page.evaluate(
      (to) => {
        globalThis.history.pushState(null, '', to);
        globalThis.dispatchEvent(new globalThis.PopStateEvent('popstate'));
      },
      `/machines/${id}/${STAGES[random(STAGES.length)]}`,
    );
    visits += 1;
    await pause(120);
    // Another screen changes the plan, which this one hears of.
    const { revision } = await (await fetch(`${server.address}/api/machines/${id}`)).json();
    const edit = { kind: 'set-machine', changes: { ramBytes: (1 + (other++ % 64)) * 2 ** 30 } };
    const answer = await fetch(`${server.address}/api/machines/${id}/edits`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ base: revision, edits: [{ key: `long-page-${other}`, intent: 'do', edit }] }),
    });
    if (answer.ok) edits += 1;
    if (visits % 20 === 0) held.push(await heap());
  }
  await browser.close();
  await server.dispose();
  const early = held[Math.floor(held.length * 0.3)] ?? 0;
  const late = Math.max(...held.slice(-3));
  const faults =
    late > 1.2 * early + 3 ? [`the page holds ${late.toFixed(1)} MiB, early ${early.toFixed(1)}`] : [];
  return { visits, edits, 'MiB early': early.toFixed(1), 'MiB late': late.toFixed(1), faults };
}
