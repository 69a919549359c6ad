import { readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { session } from './session.js';

const on = session();
const report = (name: string) =>
  readFileSync(join(resolve(__dirname, '../../core/src/testing/reports'), name), 'utf8');

const BENCH = 'Paste a report or lsblk output here, or drop a file anywhere on this page';

/** Lets files fall onto the page. */
const drop = (files: readonly { readonly name: string; readonly text: string }[]) =>
  on.app.page.evaluate((given) => {
    const dataTransfer = new DataTransfer();
    for (const { name, text } of given) dataTransfer.items.add(new File([text], name));
    document.body.dispatchEvent(new DragEvent('dragover', { dataTransfer, bubbles: true }));
    document.body.dispatchEvent(new DragEvent('drop', { dataTransfer, bubbles: true }));
  }, files);

const toldBy = () =>
  on.app.page.$$eval('p', (all) => all.filter((p) => p.textContent.startsWith('told by')).length);

test('from nothing to a proposal with true floors: one paste, one choice, one press', async () => {
  await on.app.go('/');
  await on.app.paste(BENCH, report('laptop.json'));
  await on.app.sees('its own tool can shrink it to 168.6 GiB');
  await on.app.sees('Windows 11 Home: hibernates, or starts fast; its clock runs in local time');
  await on.app.choose('Add beside it', 'Linux, desktop');
  await on.app.press('Add this machine');
  await on.app.sees('floor 168.6 GiB');
  await on.app.sees('shrinks by 30.7 GiB');
  expect(on.app.page.url()).toMatch(/\/layout$/);
  const planned = await on.app.core('planned');
  expect(planned.map((label) => label.replace(/ GiB.*| MiB.*/, ''))).toEqual([
    expect.stringMatching(/^EFI system .*260$/),
    expect.stringMatching(/^Windows reserved .*16$/),
    expect.stringMatching(/^Station .*445$/),
    expect.stringMatching(/^root .*30\.7$/),
    expect.stringMatching(/^Recovery .*800$/),
    expect.stringMatching(/^free .*201\.7$/),
  ]);
});

test('every fact says where it comes from, and is told by nobody once it is entered by hand', async () => {
  await on.app.stage('Machine');
  await on.app.sees('told by Windows, 2026-05-04');
  const before = await toldBy();
  expect(before).toBe(7);
  await on.app.pick('Secure Boot', 'off');
  expect(await toldBy()).toBe(before - 1);
  await on.app.click('[aria-label^="Undo:"]');
  expect(await toldBy()).toBe(before);
  await on.app.stage('As found');
  await on.app.sees('from a report of its system');
  await on.app.sees('limit shown by its own tool');
});

test('another report adds what the first could not tell, and what is planned stays', async () => {
  await on.app.press('Read again');
  await on.app.paste('Report, as the script prints it', report('live-session.json'));
  await on.app.sees('Boot entries: Boot0001 “Tern”, Boot0000 “Windows on the disk”, Boot0002 “Network”');
  await on.app.press('Use this report');
  await on.app.stage('Boot');
  await on.app.sees('told by a live session, 2026-05-04');
  const rows = await on.app.texts('section[aria-labelledby="entries-title"] tbody tr');
  expect(rows).toEqual([
    expect.stringMatching(/^1 Tern Boot0001 · tried first another disk .* not changed$/),
    expect.stringMatching(
      /^2 Windows on the disk Boot0000 · booted now Windows 11 Home EFI system .* leads there still$/,
    ),
    expect.stringMatching(/^3 Network Boot0002 a device or a program of the firmware not changed$/),
  ]);
  await on.app.stage('Layout');
  await on.app.sees('shrinks by 30.7 GiB');
});

test('a report after the installation tells how the boot entries stand to the plan', async () => {
  await on.app.stage('Runbook');
  await on.app.press('Read the disk again and compare');
  await on.app.paste('Report, as the script prints it', report('live-session.json'));
  await on.app.press('Use this report');
  await on.app.page.waitForSelector('[role=dialog]', { hidden: true });
  await on.app.sees('No boot entry is clearly that of Linux, desktop.');
});

test('an entry that leads nowhere is found, once the machine has no other disk', async () => {
  await on.app.stage('Machine');
  await on.app.press('Remove');
  await on.app.stage('Findings');
  await on.app.sees('The boot entry “Tern” leads nowhere');
});

test('a report that was cut off says what to do, and one of nothing new cannot be used', async () => {
  await on.app.stage('As found');
  await on.app.press('Read again');
  await on.app.paste('Report, as the script prints it', report('laptop.json').slice(0, 900));
  await on.app.sees('This report is not complete. Copy all that the script printed');
  await on.app.paste('Report, as the script prints it', report('live-session.json'));
  await on.app.sees('Nothing that is not known already.');
  await on.app.press('Keep the present reading');
});

test('several files at once: a report, a plan as text, and one that is nothing', async () => {
  await on.app.go('/');
  await drop([
    { name: 'report.json', text: report('laptop.json') },
    {
      name: 'field.rhizotome',
      text: 'rhizotome 1\nmachine "Field box"\ndisk, size 500107862016 B, table gpt\nplan uefi, table gpt, keep\n',
    },
    { name: 'letter.txt', text: 'Dear friend' },
    { name: 'deep.json', text: '['.repeat(20_000) + ']'.repeat(20_000) },
  ]);
  await on.app.sees('“Field box” was added.');
  await on.app.sees('letter.txt: This is neither a report');
  await on.app.sees('deep.json: This is neither a report');
  await on.app.sees('What it tells');
  await on.app.press('Discard');
  expect(await on.app.text('main')).not.toContain('What it tells');
  expect(await on.app.texts('main li div a')).toContain('Field box');
});

test('the script is shown for the system that is chosen', async () => {
  await on.app.press('How to get a report');
  await on.app.pick('System that runs on the machine', 'Windows');
  await on.app.page.waitForFunction(() =>
    document.querySelector('[data-testid="begin"] pre')?.textContent.includes('Get-CimInstance'),
  );
  await on.app.pick('System that runs on the machine', 'Linux');
  await on.app.page.waitForFunction(() =>
    document
      .querySelector('[data-testid="begin"] pre')
      ?.textContent.startsWith("sudo sh <<'RHIZOTOME'\n#!/bin/sh\n"),
  );
});

test('nobody complained', () => expect(on.app.complaints).toEqual([]));
