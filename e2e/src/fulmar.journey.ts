import { session } from './session.js';

const on = session();

const home = async () => {
  await on.app.go('/');
  await on.app.press('fulmar', 'link');
  await on.app.page.waitForSelector('[aria-label="Partitions as planned"] button');
};
const gap = () =>
  on.app.page.$eval('[aria-label="Partitions as planned"] button[data-kind=gap]', (e) =>
    e.getAttribute('data-part'),
  );
const undo = async () => {
  await on.app.page.keyboard.down('Control');
  await on.app.page.keyboard.press('z');
  await on.app.page.keyboard.up('Control');
};

describe('fulmar: macOS stays, Linux and Windows come', () => {
  test('macOS is drawn smaller by hand, never below what it holds', async () => {
    await home();
    await on.app.selectPart('found-2');
    const before = (await on.app.core('planned'))[1];
    expect(before).toBe('Fulmar APFS · kept 800 GiB 859 GB');
    const box = (await (await on.app.page.$('[data-grip="end found-2"]'))!.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await on.app.page.mouse.move(x, y);
    await on.app.page.mouse.down();
    await on.app.page.mouse.move(x, y - 470);
    await on.app.sees('Its minimum is 212 GiB (227.6 GB).', '[data-fact=drawn]');
    await on.app.page.mouse.move(x, y - 60);
    await on.app.page.waitForFunction(
      () => !document.querySelector('[data-fact=drawn]')?.textContent.includes('Its minimum is'),
    );
    await on.app.page.mouse.up();
    await on.app.saved();
    const [, mac, free] = await on.app.core('planned');
    const size = Number(/shrunk (\d+(?:\.\d+)?) GiB/.exec(mac!)![1]);
    const left = Number(/^free for Windows.* (\d+(?:\.\d+)?) GiB/.exec(free!)![1]);
    expect(size).toBeGreaterThan(650);
    expect(size).toBeLessThan(800);
    expect(size + left).toBeCloseTo(931.3, 0);
  });

  test('a size typed upon the drawing makes it exact', async () => {
    await on.app.page.focus('button[data-part="found-2"][data-side=planned]');
    await on.app.page.keyboard.type('700GiB');
    await on.app.sees('= 700 GiB · 751.6 GB', '[aria-label="Drawing of the disk"]');
    await on.app.page.keyboard.press('Enter');
    await on.app.saved();
    expect((await on.app.core('planned')).slice(1)).toEqual([
      'Fulmar APFS · shrunk 700 GiB 751.6 GB',
      'free for Windows its setup creates 3 partitions 231.3 GiB 248.4 GB',
    ]);
  });

  test('the mistake of giving Linux all the rest is caught, and taken back by the keys', async () => {
    await on.app.give('system:system-2', (await gap())!);
    await on.app.type('New size', 'rest');
    await on.app.saved();
    await on.app.stage('Findings');
    await on.app.sees('There is not enough free space for Windows');
    await on.app.sees('largest free space 0 B');
    for (const _ of ['the size', 'the partitions']) {
      await undo();
      await on.app.saved();
    }
    expect(await on.app.text('main')).not.toContain('There is not enough free space for Windows');
  });

  test('both are proposed at one press, and nothing stops the plan', async () => {
    await on.app.stage('Systems');
    const sheet = '[aria-label="Desk Linux"]';
    await on.app.sees('121 GiB stay free for the setup of Windows');
    await on.app.press('Use plan 1');
    await on.app.saved();
    await on.app.sees('Given 60 GiB (64.4 GB): comfortable', sheet);
    expect(await on.app.figure('blockers')).toBe('0');
    await on.app.stage('Layout');
    const free = (await on.app.core('planned')).find((line) => line.startsWith('free'))!;
    expect(Number(/ (\d+)(?:\.\d+)? GiB/.exec(free)![1])).toBeGreaterThanOrEqual(60);
  });

  test('the runbook shrinks it in macOS, installs both, and puts the order of starting right', async () => {
    await on.app.stage('Runbook');
    await on.app.sees('Recognition sheet');
    const ids = await on.app.page.$$eval('[data-step]', (list) =>
      list.map((e) => (e as HTMLElement).dataset['step']!),
    );
    const order = ['shrink:found-2', 'install:system-1', 'install:system-2'];
    expect(order.every((id) => ids.includes(id))).toBe(true);
    expect(ids.indexOf('shrink:found-2')).toBeLessThan(ids.indexOf('install:system-1'));
    await on.app.sees('In macOS', 'main');
  });

  test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
});
