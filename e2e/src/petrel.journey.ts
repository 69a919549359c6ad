import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser } from 'puppeteer-core';
import { Driver, launch } from './driver.js';
import { ROOT, TestServer } from './server.js';

const CAPTURES = join(ROOT, 'demo/captures');
const HEAD = join(CAPTURES, 'petrel.head.bin');
const TAIL = join(CAPTURES, 'petrel.tail.bin');

const server = new TestServer();
let browser: Browser;
let app: Driver;

beforeAll(async () => {
  await server.start();
  browser = await launch();
  app = await Driver.open(browser, server.address);
});
afterAll(async () => {
  await browser.close();
  await server.dispose();
});

describe('petrel: a Linux beside its encrypted Windows, from two captured files to a printed runbook', () => {
  test('the bench shows the seven demo machines', async () => {
    await app.go('/');
    await app.sees('sanderling');
    expect(await app.texts('main li a')).toEqual([
      'petrel',
      'dunlin',
      'turnstone',
      'curlew',
      'sanderling',
      'fulmar',
      'knot',
    ]);
    await app.press('petrel', 'link');
    await app.sees('What is on the disk now?');
  });

  test('a truncated capture is refused with its figures, and what was given stays', async () => {
    const short = join(server.folder, 'short.bin');
    writeFileSync(short, readFileSync(HEAD).subarray(0, 300_000));
    await app.pickFile(0, short);
    await app.pickFile(1, TAIL);
    await app.sees('petrel.tail.bin, 1048576 bytes');
    await app.press('Read the disk');
    await app.sees('The head “short.bin” is cut short: it has 300000 bytes.');
    await app.sees('petrel.tail.bin, 1048576 bytes');
  });

  test('a tail of the wrong disk is refused', async () => {
    await app.pickFile(0, HEAD);
    await app.sees('petrel.head.bin, 1048576 bytes');
    await app.type('Size of the disk', '500107862016', false);
    await app.press('Read the disk');
    await app.sees('does not end a disk of 500107862016 bytes');
    await app.type('Size of the disk', '', false);
  });

  test('the size is told by the tail itself, and the table is read', async () => {
    await app.sees('476.9 GiB (512.1 GB) – told by the table in the tail');
    await app.press('Read the disk');
    await app.sees(
      '476.9 GiB (512.1 GB), GPT, 4 partitions, sectors of 512 bytes; read from petrel.head.bin and petrel.tail.bin',
    );
    const rows = await app.texts('tbody tr td:nth-child(2)');
    expect(rows).toEqual([
      'Start files 100 MiB · 104.9 MB EFI system',
      'Held back 16 MiB · 16.8 MB Windows reserved',
      'Main volume 476.1 GiB · 511.3 GB Basic data',
      'Rescue 700 MiB · 734 MB Windows recovery',
    ]);
  });

  test('used space is typed, in any unit, and never more than there is', async () => {
    await app.type('Used of Main volume', '600GiB');
    await app.sees('That is more than the partition has: 476.1 GiB (511.3 GB).');
    await app.type('Used of Main volume', '102.1 GBx');
    await app.sees('“GBx” is not a unit.');
    await app.type('Used of Main volume', '102088769536 B');
    await app.sees('= 95.1 GiB · 102.1 GB typed in');
    await app.press('encrypted by its system', 'checkbox');
    await app.saved();
  });

  test('the machine’s facts are completed', async () => {
    await app.stage('Machine');
    await app.pick('Installer medium is started in', 'UEFI');
    await app.type('Memory', '16');
    await app.sees('a unit is missing. Did you mean 16 MiB or 16 GiB?');
    await app.type('Memory', '16GiB');
    await app.saved();
  });

  test('a Linux is added, and its needs changed', async () => {
    await app.stage('Systems');
    expect(await app.texts('section[aria-label="Windows"] span')).toContain('on the disk');
    await app.press('Add a system');
    await app.press('Linux, development or analysis at least 20 GiB (21.5 GB)', 'menuitem');
    await app.sees('to come');
    const names = await app.page.$$('section input[aria-label="Name"]');
    await names[1]!.click({ count: 3 });
    await names[1]!.type('Field Linux');
    await app.page.keyboard.press('Enter');
    await app.sees('Field Linux', 'nav');
  });

  test('both fit: UEFI and GPT', async () => {
    await app.stage('Match');
    await app.sees('you are here');
    expect(await app.texts('ul li strong + span')).toEqual(['fits', 'fits']);
  });

  test('findings name what is missing, and remedies mend it', async () => {
    await app.stage('Findings');
    await app.sees('There is no room for Field Linux');
    await app.sees('Field Linux has no EFI system partition to start from');
    expect(await app.figure('blockers')).toBe('2');
    await app.press('Share “Start files”, mounted at /boot/efi');
    await app.sees('There is no room for Field Linux');
    expect(await app.figure('blockers')).toBe('1');
  });

  test('the Windows volume cannot go below its floor, and takes the size that is typed', async () => {
    await app.stage('Section');
    await app.selectPart('found-3');
    expect(await app.text('[data-fact=floor]')).toBe('95.1 GiB (102.1 GB), typed in');
    await app.type('New size', '90GiB');
    await app.sees(
      'That is below the floor of this volume. It can shrink to 95.1 GiB (102.1 GB) at the least.',
    );
    expect(await app.text('[data-fact=size]')).toBe('476.1 GiB (511.3 GB)');
    await app.type('New size', 'used + 145GiB');
    await app.sees('240.1 GiB (257.8 GB)', '[data-fact=size]');
    await app.type('New size', '240GiB');
    await app.sees('240 GiB (257.7 GB)', '[data-fact=size]');
    expect(await app.core('planned')).toEqual([
      'Start files FAT · kept · /boot/efi 100 MiB 104.9 MB',
      'Held back kept 16 MiB 16.8 MB',
      'Main volume NTFS · shrunk 240 GiB 257.7 GB',
      'free 236.1 GiB 253.6 GB',
      'Rescue NTFS · kept 700 MiB 734 MB',
    ]);
    expect(await app.figure('blockers')).toBe('1');
  });

  test('root, swap and home are created in the gap', async () => {
    const gap = 'gap-503556096';
    await app.selectPart(gap);
    expect(await app.text('[data-fact=room]')).toBe('236.1 GiB (253.6 GB) can be used');
    await app.choose('Create for', 'Field Linux');
    await app.type('Size', '60GiB');
    await app.press('Create');
    await app.selectPart('gap-629385216');
    await app.type('Size', 'ram + 4GiB');
    await app.press('Create');
    await app.selectPart('gap-671328256');
    await app.type('Size', 'rest');
    await app.press('Create');
    await app.sees('home', 'aside h2');
    expect(await app.core('planned')).toEqual([
      'Start files FAT · kept · /boot/efi 100 MiB 104.9 MB',
      'Held back kept 16 MiB 16.8 MB',
      'Main volume NTFS · shrunk 240 GiB 257.7 GB',
      'root ext4 · new · / 60 GiB 64.4 GB',
      'swap swap · new 20 GiB 21.5 GB',
      'home ext4 · new · /home 156.1 GiB 167.7 GB',
      'Rescue NTFS · kept 700 MiB 734 MB',
    ]);
    expect(await app.figure('blockers')).toBe('0');
    expect(await app.figure('restarts')).toBe('5');
    expect(await app.figure('data that moves')).toBe('up to 95.1 GiB');
  });

  test('undo and redo go back and forth, and outlive a reload', async () => {
    await app.page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await app.page.keyboard.down('Control');
    await app.page.keyboard.press('z');
    await app.page.keyboard.up('Control');
    expect((await app.core('planned'))[5]).toBe('free 156.1 GiB 167.7 GB');
    await app.saved();
    await app.page.reload({ waitUntil: 'networkidle0' });
    await app.press('Redo: Create “home”');
    await app.sees('/home');
    expect((await app.core('planned'))[5]).toBe('home ext4 · new · /home 156.1 GiB 167.7 GB');
  });

  test('formatting the shared EFI partition is a hazard, taken back at a press', async () => {
    await app.selectPart('found-1');
    await app.press('Format');
    await app.sees('“Start files” is set to format', 'aside');
    expect(await app.figure('hazards')).toBe('2');
    await app.press('Keep it');
    await app.sees('FAT · kept', 'main');
    expect(await app.figure('hazards')).toBe('1');
  });

  test('the runbook has its steps in order, with the figures of the day', async () => {
    await app.stage('Runbook');
    await app.sees('Recognition sheet');
    expect(await app.texts('main h2')).toEqual([
      'In Windows, as it runs now',
      'Windows, started from coldRESTART',
      'In a live sessionRESTART',
      'In the installer of Field Linux',
      'In the firmware’s setupRESTART',
      'Windows, started from coldRESTART',
      'Field Linux, started from coldRESTART',
      'Recognition sheet',
    ]);
    const steps = await app.page.$$eval('[data-step]', (list) =>
      list.map((e) => (e as HTMLElement).dataset['step']),
    );
    expect(steps).toEqual([
      'backup',
      'safety-copy',
      'recovery-key:found-3',
      'suspend-protection:found-3',
      'unhibernate:found-windows',
      'check-volume:found-3',
      'shrink:found-3',
      'verify-start:found-windows',
      'create:new-1',
      'create:new-2',
      'create:new-3',
      'install:system-1',
      'start-order',
      'first-start:found-windows',
      'resume-protection:found-3',
      'first-start:system-1',
      'verify-disk',
    ]);
    await app.sees('It asks for the amount to take away: 241809 MiB', '[data-step="shrink:found-3"]');
    await app.sees('start at 245877 MiB (sector 503556096), size 60 GiB', '[data-step="create:new-1"]');
    await app.sees(
      'nvme0n1p1, 100 MiB (104.9 MB), FAT: mount at /boot/efi; do NOT format.',
      '[data-step="install:system-1"]',
    );
    expect(await app.texts('tr[data-row=new-1] td')).toEqual([
      '4',
      'nvme0n1p5',
      'root',
      '60.00 GiB',
      '64.4 GB',
      'ext4',
      'root',
      'Linux root',
      'install here',
    ]);
    expect(await app.texts('tr[data-row=found-3] td:last-child')).toEqual(['leave alone']);
  });

  test('ticks are kept', async () => {
    await app.page.click('[data-step="backup"] input');
    await app.saved();
    await app.page.reload({ waitUntil: 'networkidle0' });
    expect(await app.page.$eval('[data-step="backup"] input', (box) => box.checked)).toBe(true);
    expect(await app.page.$eval('[data-step="shrink:found-3"] input', (box) => box.checked)).toBe(false);
  });

  test('it downloads as one file that needs no network', async () => {
    const html = await app.page.evaluate(async () => {
      let blob: Blob | undefined;
      const original = URL.createObjectURL.bind(URL);
      URL.createObjectURL = (object) => {
        blob = object as Blob;
        return original(object);
      };
      [...document.querySelectorAll('button')].find((b) => b.innerText === 'Download as one file')!.click();
      URL.createObjectURL = original;
      return blob!.text();
    });
    const file = join(server.folder, 'runbook.html');
    writeFileSync(file, html);
    const page = await browser.newPage();
    const asked: string[] = [];
    page.on('request', (request) => asked.push(request.url()));
    await page.goto(`file://${file}`);
    expect(asked).toEqual([`file://${file}`]);
    const text = await page.$eval('body', (body) => body.innerText);
    expect(text).toContain('Shrink “Main volume” to 240 GiB (257.7 GB)');
    expect(await page.$$eval('article', (list) => list.length)).toBe(17);
    expect(await page.$$eval('tbody tr', (list) => list.length)).toBe(7);
    await page.close();
  });

  test('it prints on A4 without the app around it', async () => {
    await app.page.emulateMediaType('print');
    expect(await app.page.$eval('nav', (nav) => getComputedStyle(nav).display)).toBe('none');
    const pdf = await app.page.pdf({ preferCSSPageSize: true });
    await app.page.emulateMediaType('screen');
    const pages = Buffer.from(pdf)
      .toString('latin1')
      .match(/\/Type\s*\/Page\b/g)!.length;
    expect(pages).toBeGreaterThanOrEqual(3);
    expect(pages).toBeLessThanOrEqual(7);
  });

  test('nothing went wrong unseen', () => expect(app.complaints).toEqual([]));
});
