import { session } from './session.js';

const on = session();

beforeAll(async () => {
  await on.app.go('/');
  await on.app.press('knot', 'link');
  await on.app.page.waitForSelector('[data-grip]');
});

const home = async () => (await on.app.core('planned')).find((line) => line.startsWith('knot-home'));

/** Takes hold of a grip and draws it by so many pixels; it stays held. */
async function draw(grip: string, pixels: number): Promise<void> {
  const handle = await on.app.page.$(`[data-grip="${grip}"]`);
  const box = (await handle!.boundingBox())!;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await on.app.page.mouse.move(x, y);
  await on.app.page.mouse.down();
  for (const part of [0.5, 1]) await on.app.page.mouse.move(x, y + pixels * part);
  await on.app.page.waitForSelector('[data-fact=drawn]');
  await on.app.page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done, 50))));
}

describe('dragged', () => {
  test('an end follows the pointer in round steps, with its size and what it costs beside it', async () => {
    await draw('end found-4', -150);
    const told = await on.app.text('[data-fact=drawn]');
    const size = /knot-home (\d+) GiB/.exec(told)![1]!;
    expect(Number(size)).toBeGreaterThan(100);
    expect(Number(size)).toBeLessThan(160);
    const moves = /up to ([\d.]+ GiB) move/.exec(told)![1]!;
    expect(await home()).toContain(`${size} GiB`);
    expect(await on.app.figure('moved')).toBe('none');
    await on.app.page.mouse.up();
    await on.app.saved();
    expect(await home()).toContain(`knot-home ext4 · shrunk · /home ${size} GiB`);
    expect(await on.app.figure('moved')).toBe(`up to ${moves}`);
  });

  test('one press takes it back', async () => {
    await on.app.press('Undo: Resize “knot-home”');
    expect(await home()).toBe('knot-home ext4 · kept · /home 185.1 GiB 198.7 GB');
  });

  test('text that is selected ends no drag, ten times over', async () => {
    const canceled = await on.app.page.evaluateHandle(() => {
      const seen: string[] = [];
      for (const type of ['dragstart', 'pointercancel'])
        document.addEventListener(type, (event) => !event.defaultPrevented && seen.push(type));
      return seen;
    });
    for (let n = 0; n < 10; n++) {
      await on.app.page.evaluate(() => window.getSelection()?.selectAllChildren(document.body));
      await draw('end found-4', -150);
      await on.app.page.mouse.up();
      await on.app.saved();
      expect(await home()).toContain('shrunk');
      await on.app.press('Undo: Resize “knot-home”');
    }
    expect(await canceled.jsonValue()).toEqual([]);
  });

  test('at the floor it is held, and the reason stands beside the pointer', async () => {
    await draw('end found-4', -470);
    await on.app.sees('This volume cannot be that small.', '[data-fact=drawn]');
    expect(await home()).toContain('77 GiB');
    await on.app.page.keyboard.press('Escape');
    await on.app.page.mouse.up();
    expect(await home()).toBe('knot-home ext4 · kept · /home 185.1 GiB 198.7 GB');
  });

  test('an end drawn away from its neighbour leaves free space, and the neighbour as it was', async () => {
    const [, before, swap] = await on.app.core('planned');
    await draw('end found-2', -20);
    expect(await on.app.text('[data-fact=drawn]')).toMatch(/knot-root 2\d(\.\d+)? GiB/);
    await on.app.page.mouse.up();
    await on.app.saved();
    const [, root, gap, behind] = await on.app.core('planned');
    expect(root).toContain('shrunk');
    expect(root).not.toBe(before);
    expect(gap).toMatch(/^free /);
    expect(behind).toBe(swap);
    await on.app.click('[aria-label^="Undo: Resize"]');
    await on.app.saved();
  });

  test('the arrow keys do the same, a GiB at a time, and a MiB with Shift', async () => {
    await on.app.page.focus('[data-grip="end found-4"]');
    await on.app.page.keyboard.press('ArrowUp');
    await on.app.saved();
    expect(await home()).toContain('184 GiB');
    await on.app.page.focus('[data-grip="end found-4"]');
    await on.app.page.keyboard.down('Shift');
    await on.app.page.keyboard.press('ArrowUp');
    await on.app.page.keyboard.up('Shift');
    await on.app.saved();
    await on.app.selectPart('found-4');
    await on.app.sees('184 GiB', '[data-fact=size]');
    const value = await on.app.page.$eval('[data-grip="end found-4"]', (e) =>
      e.getAttribute('aria-valuetext'),
    );
    expect(value).toContain('“knot-home”');
  });

  test('what the plan costs already is not put down to what is drawn', async () => {
    await on.app.press('Undo: Resize “knot-home”');
    await on.app.press('Undo: Resize “knot-home”');
    await on.app.selectPart('found-4');
    await on.app.type('New size', '100GiB');
    await on.app.selectPart('found-3');
    await on.app.press('Format');
    await on.app.saved();
    const before = Number(/up to ([\d.]+) GiB/.exec(await on.app.figure('moved'))![1]);
    await draw('end found-2', -12);
    const told = await on.app.text('[data-fact=drawn]');
    const [, more, all] = /([\d.]+) GiB more to move; in total up to ([\d.]+) GiB move/.exec(told)!;
    expect(before + Number(more)).toBeCloseTo(Number(all), 0);
    await on.app.page.keyboard.press('Escape');
    await on.app.page.mouse.up();
  });

  test('a kept volume asks by resistance: drawn a little it says what a move costs, drawn further it moves', async () => {
    await draw('body found-4', 20);
    await on.app.sees('knot-home is kept: to move its start, all its data is copied.', '[data-fact=drawn]');
    await on.app.page.mouse.up();
    expect(await home()).toContain('shrunk');
    await draw('body found-4', 60);
    await on.app.sees('starts at', '[data-fact=drawn]');
    await on.app.page.mouse.up();
    await on.app.saved();
    expect(await home()).toContain('moved');
    await on.app.click('[aria-label^="Undo: Move"]');
    await on.app.saved();
  });

  test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
});
