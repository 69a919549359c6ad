import type { Browser } from 'puppeteer-core';
import { Driver, launch } from './driver.js';
import { session } from './session.js';

const on = session();
/** A phone: a browser of its own, with a storage of its own. */
let elsewhere: Browser;
let phone: Driver;
let runbook: string;

beforeAll(async () => {
  elsewhere = await launch();
  phone = await Driver.open(elsewhere, on.server.address, { width: 390, height: 844 });
  await on.app.go('/');
  await on.app.press('dunlin', 'link');
  runbook = `${new URL(on.app.page.url()).pathname.split('/').slice(0, 3).join('/')}/runbook`;
});
afterAll(() => elsewhere.close());

const ticked = (driver: Driver) => driver.page.$$eval('[data-step][data-done=true]', (steps) => steps.length);
async function tick(driver: Driver, nth: number): Promise<void> {
  const boxes = await driver.page.$$('[data-step] input[type=checkbox]');
  await boxes[nth]!.evaluate((input) => input.click());
}

test('a runbook that was opened says that it opens again without the server', async () => {
  await phone.go(runbook);
  await phone.sees('it opens while the server is off, too');
  await tick(phone, 0);
  await phone.saved();
});

test('while the server is off it opens, shows what was ticked, takes more, and says so', async () => {
  await on.server.stop();
  await phone.reload();
  await phone.sees('The server has not answered since', 'header');
  expect(await ticked(phone)).toBe(1);
  await tick(phone, 1);
  await phone.page.waitForFunction(
    () => document.querySelectorAll('[data-step][data-done=true]').length === 2,
  );
  await phone.sees('kept in this browser', 'header');
  await phone.reload();
  expect(await ticked(phone)).toBe(2);
});

test('another stage opens too, though it was never looked at', async () => {
  await phone.go(runbook.replace('runbook', 'layout'));
  await phone.page.waitForSelector('[data-part]');
  await phone.go(runbook);
});

test('what was ticked meanwhile is sent once the server is there, on top of what others did', async () => {
  await on.server.start();
  await phone.saved();
  await on.app.go(runbook);
  expect(await ticked(on.app)).toBe(2);
  await tick(on.app, 2);
  await on.app.saved();
  await phone.page.waitForFunction(
    () => document.querySelectorAll('[data-step][data-done=true]').length === 3,
  );
});

test('a machine that was never opened here says that the server does not answer', async () => {
  await on.server.stop();
  await phone.go('/machines/00000000-0000-4000-8000-000000000000/runbook');
  await phone.sees('Try again');
  await on.server.start();
});

test('nobody complained', () => expect([...on.app.complaints, ...phone.complaints]).toEqual([]));
