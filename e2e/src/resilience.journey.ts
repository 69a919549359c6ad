import { networkInterfaces } from 'node:os';
import { Driver } from './driver.js';
import { TestServer } from './server.js';
import { session } from './session.js';

const on = session();

describe('the bench', () => {
  test('adds, renames, duplicates, deletes and takes a deletion back', async () => {
    await on.app.go('/');
    await on.app.type('Name of the new machine', 'whimbrel');
    await on.app.sees('whimbrel', 'nav');
    await on.app.go('/');
    await on.app.press('More for whimbrel');
    await on.app.press('Rename', 'menuitem');
    await on.app.type('Name', 'godwit');
    await on.app.sees('godwit', 'main');
    await on.app.press('More for godwit');
    await on.app.press('Duplicate', 'menuitem');
    await on.app.sees('godwit, copy');
    await on.app.press('More for godwit');
    await on.app.press('Delete', 'menuitem');
    await on.app.sees('“godwit” was deleted.');
    await on.app.page.waitForFunction(() => document.querySelectorAll('main li').length === 8);
    expect((await on.app.texts('main li div a')).slice(7)).toEqual(['godwit, copy']);
    await on.app.press('Undo');
    await on.app.page.waitForFunction(() => document.querySelectorAll('main li').length === 9);
    expect((await on.app.texts('main li div a')).slice(7)).toEqual(['godwit', 'godwit, copy']);
  });
});

describe('input that is wrong loses nothing', () => {
  test('JSON that is not lsblk’s, lines that are none, and a reading after all', async () => {
    await on.app.press('godwit', 'link');
    await on.app.press('lsblk output', 'tab');
    await on.app.type('Output of lsblk', '{"disks": 3}', false);
    await on.app.sees('This JSON has no “blockdevices”, so it is not lsblk’s.');
    await on.app.press('By hand', 'tab');
    const size = (await on.app.page.$$('input[placeholder="500GB"]'))[0]!;
    await on.app.click(size, { count: 3 });
    await size.type('500GB');
    await on.app.sees('976773168 sectors, the size of a drive sold as 500 GB');
    const paste = 'Paste a list of sizes, one partition on each line';
    await on.app.type(paste, 'a line without a figure', false);
    await on.app.press('Add these rows');
    await on.app.sees('No line of this text has a size');
    expect(
      await (
        await on.app.find('textbox', paste)
      ).evaluate((area) => (area as unknown as HTMLTextAreaElement).value),
    ).toBe('a line without a figure');
    await on.app.type(paste, '100MiB efi\n200GiB windows "Station"\n20GiB ext4', false);
    await on.app.press('Add these rows');
    await on.app.type('Size of partition 3', '237 bananas', false);
    await on.app.sees('“bananas” is not a unit');
    await on.app.type('Size of partition 3', '20GiB', false);
    await on.app.sees('245.7 GiB (263.8 GB) are free at the end.');
    await on.app.press('Use this disk');
    await on.app.sees('465.8 GiB (500.1 GB), GPT, 3 partitions');
  });

  test('lsblk output of several disks asks which', async () => {
    const text = JSON.stringify({
      blockdevices: [
        {
          path: '/dev/sda',
          type: 'disk',
          size: 500107862016,
          pttype: 'gpt',
          children: [{ path: '/dev/sda1', size: 536870912, start: 2048, partn: 1, fstype: 'vfat' }],
        },
        { path: '/dev/sdb', type: 'disk', size: 64023257088 },
      ],
    });
    await on.app.press('Read again');
    await on.app.press('lsblk output', 'tab');
    await on.app.paste('Output of lsblk', text);
    await on.app.choose('Which disk', '/dev/sdb');
    await on.app.press('Read the disk');
    await on.app.sees('59.6 GiB (64 GB), no table, 0 partitions');
    await on.app.press('Undo: Start from a reading');
    await on.app.sees('465.8 GiB (500.1 GB), GPT, 3 partitions');
    await on.app.saved();
  });
});

describe('a server that goes away', () => {
  test('edits made meanwhile are kept over a reload, and sent when it is back', async () => {
    await on.app.stage('Machine');
    await on.app.sees('Memory and disk');
    await on.server.stop();
    await on.app.type('Memory', '24GiB');
    await on.app.sees('The server does not answer. 1 change not saved yet, kept in this browser');
    await on.app.pick('Secure Boot', 'on');
    await on.app.sees('2 changes not saved yet, kept in this browser');
    await on.server.start();
    await on.app.saved();
    await on.app.reload();
    expect(await on.app.page.$eval('input[aria-label="Memory"]', (i) => i.value)).toBe('24 GiB');
  });

  test('a part of the app that cannot be fetched says so in its place; the rest stays', async () => {
    const other = await Driver.open(on.browser, on.server.address);
    const machine = new URL(on.app.page.url()).pathname.split('/').slice(0, 3).join('/');
    await other.go(`${machine}/layout`);
    await on.server.stop();
    await other.pick('Panel beside the drawing', 'sizing');
    await other.sees('This page cannot be shown');
    expect(await other.core('planned')).not.toEqual([]);
    await on.server.start();
    const again = await other.find('button', 'Reload');
    await Promise.all([other.page.waitForNavigation({ waitUntil: 'load' }), again.click()]);
    await other.arrived();
    await other.pick('Panel beside the drawing', 'sizing');
    await other.page.waitForSelector('[aria-label="Sizing bench"]');
    await other.page.close();
  });

  test('a machine that was open here before opens without it; another says that it cannot, with a way on', async () => {
    const other = await Driver.open(on.browser, on.server.address);
    await other.go('/');
    await on.server.stop();
    await other.press('godwit', 'link');
    await other.sees('The server has not answered since', 'header');
    await other.sees('Station', 'main');
    await other.page.goBack();
    await other.press('fulmar', 'link');
    await other.sees('The machine could not be opened');
    await on.server.start();
    await other.press('Try again');
    await other.sees('fulmar', 'nav');
    await other.page.close();
  });
});

describe('two windows on one plan', () => {
  test('of one browser follow each other', async () => {
    const other = await Driver.open(on.browser, on.server.address);
    await other.go(new URL(on.app.page.url()).pathname);
    await other.type('Name of the disk in Linux', 'sdd');
    await other.saved();
    await on.app.page.waitForFunction(
      () =>
        document.querySelector<HTMLInputElement>('input[aria-label="Name of the disk in Linux"]')?.value ===
        'sdd',
      // A page that is not in front draws no frames under load.
      { polling: 50 },
    );
    await other.page.close();
  });

  test('of two people: the later one’s edit is made again on top, and both are told the truth', async () => {
    const path = new URL(on.app.page.url()).pathname;
    const person = await on.browser.createBrowserContext();
    const other = await Driver.open(person, on.server.address);
    await other.go(path);
    // Who cannot be reached does not follow.
    await on.app.page.setOfflineMode(true);
    await other.type('Name of the disk in Linux', 'sdc');
    await other.saved();
    await on.app.type('Memory', '48GiB');
    await on.app.page.setOfflineMode(false);
    await on.app.sees('This plan was changed in another window. Your changes were applied again on top.');
    await on.app.saved();
    expect(await on.app.page.$eval('input[aria-label="Name of the disk in Linux"]', (i) => i.value)).toBe(
      'sdc',
    );
    await other.reload();
    expect(await other.page.$eval('input[aria-label="Memory"]', (i) => i.value)).toBe('48 GiB');
    await person.close();
    await on.app.press('OK');
  });
});

describe('a browser that keeps nothing', () => {
  test('the window says that it alone holds what is unsent, asks before it is left, and the app works', async () => {
    const other = await Driver.open(on.browser, on.server.address);
    await other.page.evaluateOnNewDocument(() => {
      Storage.prototype.setItem = () => {
        throw new DOMException('full', 'QuotaExceededError');
      };
    });
    await other.go(new URL(on.app.page.url()).pathname);
    await on.server.stop();
    await other.type('Memory', '12GiB');
    await other.sees('1 change not saved yet, held in this window only: leave it open');
    const asked = new Promise<string>((done) =>
      other.page.once('dialog', (dialog) => {
        done(dialog.type());
        void dialog.dismiss();
      }),
    );
    await other.page.evaluate(() => window.location.reload());
    expect(await asked).toBe('beforeunload');
    await on.server.start();
    await other.saved();
    await other.page.close();
  });
});

describe('what the browser has stored and nobody understands', () => {
  const machine = () => new URL(on.app.page.url()).pathname.split('/')[2]!;
  test.each([
    ['a list of another shape', 'rhizotome:unsent:ID', '{"kind":"edit"}'],
    ['an entry that is no JSON', 'rhizotome:unsent:ID:000000000000001:key-00001', '[{"kind":'],
    [
      'an edit that throws',
      'rhizotome:unsent:ID:000000000000001:key-00001',
      '{"kind":"edit","key":"key-00001","intent":"do","edit":{"kind":"batch","edits":[null]}}',
    ],
    ['what was set aside', 'rhizotome:set-aside:ID:key-00001', '{"item":7}'],
    ['a draft of sizes', 'rhizotome.sizing.root.ID', '{"programs":{"x":[null]}}'],
  ])('%s: the machine opens', async (_, key, text) => {
    await on.app.page.evaluate(
      (name, value) => window.localStorage.setItem(name, value),
      key.replace('ID', machine()),
      text,
    );
    await on.app.reload();
    await on.app.sees('Memory and disk');
    await on.app.saved();
    await on.app.page.evaluate(() => window.localStorage.clear());
  });
});

describe('a server beyond its own machine', () => {
  test('over plain http, under a name that is not this machine’s, saves what is done', async () => {
    const settings = {
      RHIZOTOME_HOST: '0.0.0.0',
      RHIZOTOME_TOKEN: 'kittiwake-on-the-ledge',
      RHIZOTOME_NAMES: 'plans.example',
    };
    const far = new TestServer(settings);
    await far.start();
    const other = await Driver.open(on.browser, far.address.replace('0.0.0.0', 'plans.example'));
    await other.go('/');
    await other.type('Access token of this server', settings.RHIZOTOME_TOKEN);
    await other.press('sanderling', 'link');
    await other.stage('Machine');
    expect(await other.page.evaluate(() => window.isSecureContext)).toBe(false);
    await other.type('Memory', '12GiB');
    await other.saved();
    await other.reload();
    expect(await other.page.$eval('input[aria-label="Memory"]', (i) => i.value)).toBe('12 GiB');
    await other.page.close();
    await far.dispose();
  });

  test('asks for its token, says when it is wrong, and opens with the right one', async () => {
    const far = new TestServer({ RHIZOTOME_HOST: '0.0.0.0', RHIZOTOME_TOKEN: 'kittiwake-on-the-ledge' });
    await far.start();
    const other = await Driver.open(on.browser, far.address.replace('0.0.0.0', '127.0.0.1'));
    await other.go('/');
    await other.type('Access token of this server', 'guillemot-on-the-ledge');
    await other.sees('The server did not accept that token.');
    await other.type('Access token of this server', 'kittiwake-on-the-ledge');
    await other.press('sanderling', 'link');
    await other.stage('Runbook');
    await other.press('On a phone');
    const machine = new URL(other.page.url()).pathname;
    const told = await other.page.$$eval('figcaption a', (links) => links.map((a) => a.href));
    const outside = Object.values(networkInterfaces())
      .flatMap((list) => list ?? [])
      .filter(({ family, internal }) => family === 'IPv4' && !internal);
    expect(told).toEqual(
      outside.map(({ address }) => `http://${address}:${new URL(far.address).port}${machine}`),
    );
    await other.page.waitForSelector('[role=dialog] figure svg');
    expect(await other.page.$$eval('[role=dialog] figure svg', (codes) => codes.length)).toBe(told.length);
    await other.page.close();
    await far.dispose();
  });
});

test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
