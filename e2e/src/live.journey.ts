import { copyFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Browser } from 'puppeteer-core';
import { Driver, launch } from './driver.js';
import { session } from './session.js';

const on = session();
/** Another computer: a browser of its own, with a storage of its own. */
let elsewhere: Browser;
let other: Driver;
let machine: string;

beforeAll(async () => {
  elsewhere = await launch();
  other = await Driver.open(elsewhere, on.server.address);
  await on.app.go('/');
  await on.app.press('knot', 'link');
  machine = new URL(on.app.page.url()).pathname.split('/').slice(0, 3).join('/');
});
afterAll(() => elsewhere.close());

const memory = (driver: Driver) => driver.page.$eval('input[aria-label="Memory"]', (input) => input.value);

/** Waits until the field for memory says this. */
async function shows(driver: Driver, amount: string): Promise<void> {
  await driver.page.bringToFront();
  await driver.page.waitForFunction(
    (said) => document.querySelector<HTMLInputElement>('input[aria-label="Memory"]')?.value === said,
    {},
    amount,
  );
}

describe('two browsers with one machine', () => {
  test('show a change within a second, and say who else has it open', async () => {
    await on.app.go(`${machine}/machine`);
    await other.go(`${machine}/machine`);
    await on.app.sees('Also open on another screen: Machine', 'header');
    await other.sees('Also open on another screen: Machine', 'header');
    await on.app.type('Memory', '24GiB');
    await on.app.saved();
    const saved = performance.now();
    await shows(other, '24 GiB');
    expect(performance.now() - saved).toBeLessThan(1000);
    await other.type('Memory', '12GiB');
    await shows(on.app, '12 GiB');
  });

  test('say which step is ticked on the other, and nothing once that is closed', async () => {
    const phone = await Driver.open(elsewhere, on.server.address, { width: 390, height: 844 });
    await on.app.go('/');
    await on.app.press('dunlin', 'link');
    const dunlin = new URL(on.app.page.url()).pathname.split('/').slice(0, 3).join('/');
    await on.app.go(`${dunlin}/runbook`);
    await phone.go(`${dunlin}/runbook`);
    const box = await phone.page.waitForSelector('[data-step] input[type=checkbox]');
    await box!.evaluate((input) => input.click());
    await on.app.sees('Step 1 was ticked on another screen', 'header');
    await on.app.page.waitForSelector('[data-step][data-done=true]');
    await phone.page.close();
    await on.app.page.waitForFunction(() => !document.querySelector('header [data-others]'));
  });
});

describe('a data folder that is put back to what it was', () => {
  const file = () => join(on.server.folder, 'rhizotome.sqlite');

  test('is seen by every window: nothing is called saved, and what is missing is offered again', async () => {
    await on.app.go(`${machine}/machine`);
    await other.go(`${machine}/machine`);
    await on.server.stop();
    copyFileSync(file(), join(on.server.folder, 'yesterday'));
    await on.server.start();
    await on.app.type('Memory', '48GiB');
    await on.app.saved();
    await shows(other, '48 GiB');
    await on.server.stop();
    await other.sees('this plan may be out of date', 'header [role=status]');
    rmSync(`${file()}-wal`, { force: true });
    copyFileSync(join(on.server.folder, 'yesterday'), file());
    await on.server.start();
    await on.app.sees('1 change made here is not in it');
    await on.app.sees('Not saved: the server’s data is older', 'header [role=status]');
    await other.sees('changes made elsewhere may be');
    expect([await memory(on.app), await memory(other)]).toEqual(['48 GiB', '12 GiB']);
    await on.app.reload();
    await on.app.sees('1 change made here is not in it');
    await on.app.press('Make it again');
    await on.app.saved();
    await other.press('Use the server’s plan');
    await shows(other, '48 GiB');
    await other.saved();
  });

  test('nothing went wrong unseen', () => expect([on.app.complaints, other.complaints]).toEqual([[], []]));
});
