import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import type { MachineRow } from '@rhizotome/core';
import { Driver } from './driver.js';
import { planPetrel } from './petrel-plan.js';
import { ROOT } from './server.js';
import { session } from './session.js';

const FOLDER = process.env['RHIZOTOME_SHOTS'] || join(ROOT, 'docs/screenshots');
const on = session();
let machines: Record<string, string>;

beforeAll(async () => {
  mkdirSync(FOLDER, { recursive: true });
  await planPetrel(on.server.address);
  const list = (await (await fetch(`${on.server.address}/api/machines`)).json()) as MachineRow[];
  machines = Object.fromEntries(list.map((m) => [m.name, m.id]));
});

/** One picture of each main view, from demo data. */
const VIEWS: readonly [file: string, machine: string | null, path: string, scheme: 'light' | 'dark'][] = [
  ['machines', null, '', 'light'],
  ['machine', 'petrel', 'machine', 'light'],
  ['as-found', 'petrel', 'as-found', 'light'],
  ['read-disk', 'fulmar', 'as-found', 'light'],
  ['systems', 'petrel', 'systems', 'light'],
  ['proposals', 'fulmar', 'systems', 'light'],
  ['recipe', null, 'recipe', 'light'],
  ['boot', 'curlew', 'boot', 'light'],
  ['loaders', 'petrel', 'boot', 'light'],
  ['layout-mbr', 'dunlin', 'layout', 'light'],
  ['layout', 'petrel', 'layout?sel=found-3', 'light'],
  ['layout-dark', 'petrel', 'layout?sel=new-1', 'dark'],
  ['layout-text', 'knot', 'layout', 'light'],
  ['by-hand', 'fulmar', 'as-found', 'light'],
  ['free-space', 'fulmar', 'layout', 'light'],
  ['sizing', 'petrel', 'layout?sel=new-1', 'light'],
  ['findings', 'fulmar', 'findings', 'light'],
  ['alternatives', 'petrel', 'alternatives', 'light'],
  ['runbook', 'petrel', 'runbook', 'light'],
];

async function drawByHand(app: Driver): Promise<void> {
  await app.press('By hand', 'tab');
  await app.type('Size of the disk', '500GB', false, 'combobox');
  const paste = 'Paste a list of sizes, one partition on each line';
  await app.type(
    paste,
    '100 MB  vfat "STARTUP"\n16 MB reserved\n465.0 GB NTFS "Station"\n0.6 GB recovery',
    false,
  );
  await app.press('Add these rows');
}

async function pointAt(app: Driver, name: string): Promise<void> {
  const box = (await (await app.find('button', name)).boundingBox())!;
  await app.page.mouse.move(box.x + 5, box.y + 5);
  await app.page.mouse.move(box.x + 20, box.y + 10);
}

/** The current plan, and one with a smaller Windows, kept; the first used again at the end. */
async function keepTwo(app: Driver): Promise<void> {
  await app.type('Name of the alternative', 'half for Windows');
  await app.sees('half for Windows', 'table');
  await app.stage('Layout');
  await app.selectPart('found-3');
  await app.type('New size', '120GiB');
  await app.saved();
  await app.click('[aria-label="Stages"] a[href*="alternatives"]');
  await app.type('Name of the alternative', 'room for a store');
  await app.sees('room for a store', 'table');
  await app.press('Use this plan');
  await app.saved();
}

test.each(VIEWS)('%s', async (file, machine, path, scheme) => {
  const app = await Driver.open(on.browser, on.server.address);
  await app.page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: scheme }]);
  await app.go(machine ? `/machines/${machines[machine]}/${path}` : `/${path}`);
  if (file === 'read-disk' || file === 'by-hand') await app.press('Read again');
  if (file === 'by-hand') await drawByHand(app);
  if (file === 'proposals') {
    await app.sees('Best for your wish');
    await app.page.$eval('[aria-label="What you want, and what fits"]', (panel) => panel.scrollIntoView());
  }
  if (file === 'recipe') {
    await app.press('Check all machines');
    await app.sees('done already');
    // It can be pressed again once every machine was looked at.
    await app.find('button', 'Check all machines');
  }
  if (file === 'free-space') await app.click('[aria-label="Partitions as planned"] button[data-kind=gap]');
  if (file === 'layout-text') await app.pick('Panel beside the drawing', 'text');
  if (file === 'sizing') {
    await app.pick('Panel beside the drawing', 'sizing');
    await app.page.waitForSelector('.recharts-surface');
  }
  if (file === 'findings') await pointAt(app, 'Create it, 60 GiB (64.4 GB)');
  if (file === 'alternatives') await keepTwo(app);
  if (file === 'loaders') await app.page.$eval('#efi-title', (title) => title.scrollIntoView());
  if (file !== 'findings') await app.page.mouse.move(0, 0);
  await new Promise((done) => setTimeout(done, 300));
  await app.page.screenshot({ path: join(FOLDER, `${file}.png`) });
  expect(app.complaints).toEqual([]);
  await app.page.close();
});

test('the runbook as printed', async () => {
  const app = await Driver.open(on.browser, on.server.address);
  await app.go(`/machines/${machines['petrel']}/runbook`);
  await app.page.pdf({
    path: join(FOLDER, '../runbook.pdf'),
    preferCSSPageSize: true,
    printBackground: true,
  });
  await app.page.close();
});
