import type { Browser } from 'puppeteer-core';
import { Driver, launch } from './driver.js';
import { TestServer } from './server.js';

const server = new TestServer();
let browser: Browser;
let app: Driver;

beforeAll(async () => {
  await server.start();
  browser = await launch();
  app = await Driver.open(browser, server.address);
  await app.go('/');
});
afterAll(async () => {
  await browser.close();
  await server.dispose();
});

/** Presses the gap that is left and creates a partition in it. */
async function create(what: { owner: string; role: string; size?: string }): Promise<void> {
  const gaps = await app.page.$$eval('[aria-label="Parts as planned"] button[data-kind=gap]', (list) =>
    list.map((e) => (e as HTMLElement).dataset['part']!),
  );
  await app.selectPart(gaps.at(-1)!);
  await app.choose('Create for', what.owner);
  await app.choose('What it is', what.role);
  if (what.size) await app.type('Size', what.size);
  await app.press('Create');
}

describe('turnstone: two Linux systems and shared data, from a blank disk', () => {
  test('the disk has no table, and each system lacks everything', async () => {
    await app.press('turnstone', 'link');
    await app.sees('223.6 GiB (240.1 GB) · GPT, a new table');
    expect(await app.core('found')).toEqual(['free 223.6 GiB 240.1 GB']);
    await app.stage('Findings');
    await app.sees('No EFI system partition');
    expect(await app.figure('blockers')).toBe('3');
  });

  test('a remedy creates the EFI partition for both', async () => {
    await app.press('Create one of 512 MiB (536.9 MB)');
    await app.sees('Gauge Linux has no root');
    expect(await app.figure('blockers')).toBe('2');
  });

  test('roots, swap and shared data are laid out by size expressions', async () => {
    await app.stage('Section');
    await create({ owner: 'Gauge Linux', role: 'Root', size: 'max(12GiB, 5%)' });
    await create({ owner: 'Desk Linux', role: 'Root', size: '30GiB' });
    await create({ owner: 'Desk Linux', role: 'Swap', size: 'ram' });
    await create({ owner: 'Gauge Linux', role: 'Data' });
    expect(await app.core('planned')).toEqual([
      'EFI FAT · new · /boot/efi 512 MiB 536.9 MB',
      'root ext4 · new · / 12 GiB 12.9 GB',
      'root2 ext4 · new · / 30 GiB 32.2 GB',
      'swap swap · new 8 GiB 8.6 GB',
      'data ext4 · new · /srv/data 173.1 GiB 185.8 GB',
    ]);
    expect(await app.figure('blockers')).toBe('0');
    expect(await app.figure('hazards')).toBe('0');
  });

  test('a swap of the first system is still advised, and shared at a press', async () => {
    await app.stage('Findings');
    await app.sees('Gauge Linux has no swap, and memory is small');
    await app.stage('Section');
    await app.selectPart('new-4');
    await app.page.click('[aria-label="Owners of swap"] button:first-child');
    await app.saved();
    await app.stage('Findings');
    await app.page.waitForFunction(() => !document.body.innerText.includes('has no swap'));
  });

  test('a size beyond the room is refused with what would fit', async () => {
    await app.stage('Section');
    await app.selectPart('new-3');
    await app.type('New size', '40GiB');
    await app.sees('There is not room for 40 GiB (42.9 GB) here. 30 GiB (32.2 GB) would fit.');
    expect((await app.core('planned'))[2]).toBe('root2 ext4 · new · / 30 GiB 32.2 GB');
  });

  test('the runbook writes a new table first, then each part, then both systems', async () => {
    await app.stage('Runbook');
    const steps = await app.page.$$eval('[data-step]', (list) =>
      list.map((e) => (e as HTMLElement).dataset['step']),
    );
    expect(steps).toEqual([
      'new-table',
      'create:new-1',
      'create:new-2',
      'create:new-3',
      'create:new-4',
      'create:new-5',
      'install:system-1',
      'install:system-2',
      'start-order',
      'first-start:system-1',
      'first-start:system-2',
      'verify-disk',
    ]);
    await app.sees(
      'start at 1 MiB (sector 2048), size 512 MiB (last sector 1050623)',
      '[data-step="create:new-1"]',
    );
    await app.sees(
      'Type: EFI system. Partition name: EFI. Format as FAT32, label EFI.',
      '[data-step="create:new-1"]',
    );
    await app.sees('sda3, 30.00 GiB (32.2 GB), ext4: mount at /; format.', '[data-step="install:system-2"]');
    await app.sees(
      'sda5, 173.07 GiB (185.8 GB), ext4: mount at /srv/data; do NOT format.',
      '[data-step="install:system-2"]',
    );
    expect(await app.texts('tr td:nth-child(2)')).toEqual(['sda1', 'sda2', 'sda3', 'sda4', 'sda5']);
  });

  test('nothing went wrong unseen', () => expect(app.complaints).toEqual([]));
});
