import { session } from './session.js';

const on = session();
const page = () => on.app.page;

beforeAll(async () => {
  await on.app.go('/');
  await on.app.press('turnstone', 'link');
  await on.app.page.waitForSelector('[aria-label="Partitions as planned"] button');
});

const planned = () => on.app.core('planned');
const selected = () => page().$$eval('[data-part][aria-pressed=true]', (list) => list.length);
const offers = () =>
  page().$$eval('[data-offers] [data-offer]', (list) =>
    list.map((e) => (e as HTMLElement).dataset['offer']!),
  );
const undoAll = async () => {
  for (;;) {
    const undo = await page().$('[aria-label^="Undo: "]:not([disabled])');
    if (!undo) return;
    await on.app.click(undo);
    await on.app.saved();
  }
};
const selectGap = async () => {
  const id = await page().$$eval('[aria-label="Partitions as planned"] button[data-kind=gap]', (list) =>
    (list.at(-1) as HTMLElement).getAttribute('data-part'),
  );
  await on.app.selectPart(id!);
  await page().waitForSelector('[data-offers]');
};

describe('who shall have a free space', () => {
  test('is asked first, each offer with what it would make; no form has to be filled', async () => {
    await selectGap();
    await on.app.sees('Who shall have this space?', 'aside');
    expect(await offers()).toEqual(['system:system-1', 'system:system-2', 'loaders', 'data', 'free']);
    expect(await page().$$eval('aside input, aside select', (list) => list.length)).toBe(0);
    await on.app.sees('root 12 GiB', '[data-offer="system:system-1"]');
  });

  test('pointing at an offer shows it in the section, and changes nothing', async () => {
    const before = await planned();
    await page().hover('[data-offer="system:system-2"]');
    await page().mouse.move(0, 0);
    await page().hover('[data-offer="system:system-2"]');
    await page().waitForFunction(() => document.body.innerText.toLowerCase().includes('preview'));
    await page().mouse.move(0, 0);
    expect(await planned()).toEqual(before);
  });

  test.each([
    ['system:system-1', ['EFI', 'root', 'swap']],
    ['loaders', ['EFI']],
    ['data', ['data']],
    ['other', ['Unknown']],
  ])('by pointer: %s', async (offer, made) => {
    await on.app.give(offer);
    const names = (await planned()).filter((line) => line.includes('· new'));
    expect(names.map((line) => line.split(' ')[0])).toEqual(made);
    expect(await selected()).toBeGreaterThan(0);
    await undoAll();
  });

  test('by keys: the first offer is reached from the space and taken with Enter, a home of its own after it', async () => {
    await selectGap();
    await page().focus('[data-offers] button');
    await page().keyboard.press('Enter');
    await on.app.saved();
    expect((await planned()).some((line) => line.startsWith('root'))).toBe(true);
    await selectGap();
    await page().focus('[data-offer="home:system-1"]');
    await page().keyboard.press('Enter');
    await on.app.saved();
    expect((await planned()).some((line) => line.startsWith('home ext4 · new · /home'))).toBe(true);
  });

  test('what was made is changed where it is selected: its size, its side, its label', async () => {
    await on.app.type('New size', '40GiB');
    await on.app.press('Put it at the end of the free space');
    await on.app.saved();
    expect((await planned()).at(-1)).toBe('home ext4 · new · /home 40 GiB 42.9 GB');
    await on.app.type('Label', 'dens');
    await on.app.saved();
    expect((await planned()).at(-1)).toContain('dens');
  });

  test('a neighbour takes what is left, and the space can be left free', async () => {
    await selectGap();
    const give = (await offers()).find((id) => id.startsWith('give:'))!;
    expect(give).toBeDefined();
    await on.app.click('[data-offer="free"]');
    await page().waitForFunction(() => !location.search.includes('sel='));
    expect(await selected()).toBe(0);
    await selectGap();
    await on.app.click(`[data-offer="${give}"]`);
    await on.app.saved();
    expect((await planned()).some((line) => line.startsWith('free'))).toBe(false);
  });
});

describe('what is selected', () => {
  test('is let go by Escape, and by a click on bare paper', async () => {
    await on.app.selectPart('new-2');
    expect(await selected()).toBeGreaterThan(0);
    await page().keyboard.press('Escape');
    await page().waitForFunction(() => !location.search.includes('sel='));
    await on.app.selectPart('new-2');
    const box = (await (await page().$('[aria-label="Drawing of the disk"]'))!.boundingBox())!;
    await page().mouse.click(box.x + 6, box.y + 6);
    await page().waitForFunction(() => !location.search.includes('sel='));
    expect(await selected()).toBe(0);
  });

  test('does not hide what waits for a place', async () => {
    await on.app.selectPart('new-2');
    await on.app.sees('Desk Linux', 'aside');
    await on.app.sees('not placed yet', 'aside');
  });
});

describe('a kept volume', () => {
  beforeAll(async () => {
    await on.app.go('/');
    await on.app.press('knot', 'link');
    await page().waitForSelector('[data-grip]');
    await on.app.selectPart('found-4');
    await on.app.type('New size', '100GiB');
    await on.app.saved();
  });
  const home = async () => (await planned()).find((line) => line.startsWith('knot-home'))!;

  test('is not moved by a key before Enter says so', async () => {
    const before = await home();
    await page().focus('[data-grip="body found-4"]');
    await page().keyboard.press('ArrowDown');
    await on.app.sees('Press Enter to move it', '[data-fact=drawn]');
    await page().keyboard.press('Escape');
    await page().waitForFunction(() => !document.querySelector('[data-fact=drawn]'));
    expect(await home()).toBe(before);
    await page().focus('[data-grip="body found-4"]');
    for (const key of ['ArrowDown', 'ArrowDown', 'Enter'] as const) await page().keyboard.press(key);
    await on.app.saved();
    expect(await home()).toContain('moved');
    await on.app.click('[aria-label^="Undo: Move"]');
    await on.app.saved();
    expect(await home()).toBe(before);
  });

  test('is not moved by a finger that scrolls over it; a tap selects', async () => {
    const before = await planned();
    await page().keyboard.press('Escape');
    const size = page().viewport()!;
    await page().setViewport({ width: 390, height: 700, hasTouch: true, isMobile: true });
    await page().waitForSelector('[data-grip="body found-4"]');
    const { x, y, width, height } = (await (await page().$('[data-grip="body found-4"]'))!.boundingBox())!;
    const client = await page().createCDPSession();
    for (const distance of [-160, 160, -90])
      await client.send('Input.synthesizeScrollGesture', {
        x: Math.round(x + width / 2),
        y: Math.round(Math.min(y + height / 2, 500)),
        yDistance: distance,
        gestureSourceType: 'touch',
        speed: 600,
      });
    expect(await planned()).toEqual(before);
    await (await page().$('[data-grip="body found-4"]'))!.tap();
    await page().waitForFunction(() => location.search.includes('sel=found-4'));
    expect(await planned()).toEqual(before);
    await page().setViewport(size);
  });

  test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
});
