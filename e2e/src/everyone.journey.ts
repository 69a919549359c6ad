import { readFileSync } from 'node:fs';
import { beginEdit, EMPTY_PLAN, GIB, surveyFromHand, type MachineRow } from '@rhizotome/core';
import { callsTo } from './calls.js';
import { planPetrel } from './petrel-plan.js';
import { session } from './session.js';

const AXE = readFileSync(require.resolve('axe-core/axe.min.js'), 'utf8');
const on = session();
let machines: Record<string, string>;

beforeAll(async () => {
  await planPetrel(on.server.address);
  const list = (await (await fetch(`${on.server.address}/api/machines`)).json()) as MachineRow[];
  machines = Object.fromEntries(list.map((m) => [m.name, m.id]));
});

/** A machine with so many partitions, all kept. */
async function machineOf(partitions: number): Promise<string> {
  const call = callsTo(on.server.address);
  const text = Array.from({ length: partitions }, (_, i) => `3GiB ext4 "part ${i}"`).join('\n');
  const outcome = surveyFromHand(
    { diskBytes: 500 * GIB, sectorBytes: 512, style: 'gpt', text },
    { id: 'many', takenAt: '2026-05-04T07:30:00.000Z' },
  );
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  const { id } = await call<{ id: string }>('/machines', { name: 'many' });
  await call(`/machines/${id}/surveys`, { survey: outcome.survey });
  const edit = beginEdit({ plan: EMPTY_PLAN, survey: outcome.survey });
  await call(`/machines/${id}/edits`, { base: 0, edits: [{ key: 'many-begun', intent: 'do', edit }] });
  return id;
}

/** Milliseconds after which what opens has its full colours. */
const FADED_IN = 400;

interface Violation {
  readonly id: string;
  readonly impact: string;
  readonly where: string[];
}

/** What axe finds serious or critical on the page current plan. */
async function violations(): Promise<Violation[]> {
  await on.app.page.evaluate(AXE);
  return on.app.page.evaluate(async () => {
    const axe = (
      globalThis as unknown as {
        axe: {
          run(): Promise<{ violations: { id: string; impact: string; nodes: { html: string }[] }[] }>;
        };
      }
    ).axe;
    const { violations: all } = await axe.run();
    return all
      .filter((v) => v.impact === 'serious' || v.impact === 'critical')
      .map((v) => ({
        id: v.id,
        impact: v.impact,
        where: v.nodes.slice(0, 3).map((n) => n.html.slice(0, 200)),
      }));
  });
}

const PATHS: readonly [machine: string, path: string][] = [
  ['petrel', 'machine'],
  ['petrel', 'as-found'],
  ['petrel', 'systems'],
  ['curlew', 'boot'],
  ['petrel', 'boot'],
  ['petrel', 'layout?sel=found-3'],
  ['dunlin', 'layout?sel=found-5'],
  ['turnstone', 'layout'],
  ['fulmar', 'findings'],
  ['petrel', 'runbook'],
  ['petrel', 'alternatives'],
];

describe.each(['light', 'dark'])('the %s theme', (scheme) => {
  beforeAll(() => on.app.page.emulateMediaFeatures([{ name: 'prefers-color-scheme', value: scheme }]));

  test('axe finds nothing serious on any stage', async () => {
    await on.app.go('/');
    for (const path of ['/', '/recipe']) {
      await on.app.visit(path);
      expect([path, await violations()]).toEqual([path, []]);
    }
    for (const [machine, path] of PATHS) {
      await on.app.visit(`/machines/${machines[machine]}/${path}`);
      expect([machine, path, await violations()]).toEqual([machine, path, []]);
    }
  });

  test('nor on what opens upon them', async () => {
    await on.app.go(`/machines/${machines['petrel']}/layout?sel=new-1`);
    for (const panel of ['root', 'swap', 'home', 'EFI partition']) {
      await on.app.pick('Panel beside the drawing', 'sizing');
      await on.app.pick('What to size', panel);
      expect([panel, await violations()]).toEqual([panel, []]);
    }
    await on.app.press('History');
    await new Promise((done) => setTimeout(done, FADED_IN));
    expect(['history', await violations()]).toEqual(['history', []]);
    await on.app.page.keyboard.press('Escape');
    await on.app.click('button[data-part="new-1"][data-side=planned]', { button: 'right' });
    await on.app.find('menuitem', 'Type a size');
    expect(['actions', await violations()]).toEqual(['actions', []]);
    await on.app.page.keyboard.press('Escape');
    await on.app.go('/');
    await on.app.press('More for knot');
    await on.app.find('menuitem', 'Rename');
    expect(['menu', await violations()]).toEqual(['menu', []]);
  });
});

describe('by the keyboard alone', () => {
  /** Goes on by Tab until this has the focus. */
  async function tabTo(selector: string): Promise<void> {
    for (let n = 0; n < 80; n++) {
      await on.app.page.keyboard.press('Tab');
      if (await on.app.page.evaluate((s) => document.activeElement?.matches(s) ?? false, selector)) return;
    }
    throw new Error(`${selector} is not reached by Tab`);
  }
  const focused = () => on.app.page.evaluate(() => (document.activeElement as HTMLElement | null)?.innerText);

  test('a machine is opened, and its section walked', async () => {
    await on.app.go('/');
    await tabTo('a[href$="layout"]');
    while (!(await focused())!.startsWith('knot')) await tabTo('main li a');
    await on.app.page.keyboard.press('Enter');
    await on.app.page.waitForSelector('[data-grip]');
    await tabTo('[data-part][data-side=planned]');
    await on.app.page.keyboard.press('ArrowDown');
    await on.app.page.waitForFunction(() => location.search === '?sel=found-2');
    await on.app.page.keyboard.press('ArrowLeft');
    expect(await on.app.page.evaluate(() => document.activeElement?.getAttribute('data-side'))).toBe('found');
    await on.app.page.keyboard.press('ArrowRight');
    for (let n = 0; n < 2; n++) await on.app.page.keyboard.press('ArrowDown');
    await on.app.sees('knot-home', 'aside h2');
  });

  test('a drawing that is taller than its place is walked to its last part', async () => {
    const id = await machineOf(90);
    await on.app.go(`/machines/${id}/findings`);
    const labels = '[aria-label="Partitions as planned"] [data-part]';
    await on.app.page.waitForSelector(labels);
    expect(await on.app.page.$$eval(labels, (list) => list.length)).toBeLessThan(90);
    await on.app.page.focus(labels);
    for (let n = 0; n < 89; n++) await on.app.page.keyboard.press('ArrowDown');
    expect(await focused()).toContain('part 89');
    await on.app.page.keyboard.press('ArrowUp');
    expect(await focused()).toContain('part 88');
    await on.app.go(`/machines/${machines['knot']}/layout?sel=found-4`);
  });

  test('a size is typed, an end drawn, and all undone', async () => {
    await on.app.page.keyboard.type('120GiB');
    await on.app.page.keyboard.press('Enter');
    await on.app.sees('120 GiB', '[data-fact=size]');
    await tabTo('[data-grip="end found-4"]');
    await on.app.page.keyboard.press('ArrowUp');
    await on.app.sees('119 GiB', '[data-fact=size]');
    for (let n = 0; n < 2; n++) {
      await on.app.page.keyboard.down('Control');
      await on.app.page.keyboard.press('z');
      await on.app.page.keyboard.up('Control');
    }
    await on.app.sees('185.1 GiB', '[data-fact=size]');
  });

  test('an end that comes to touch its neighbour keeps the focus', async () => {
    await on.app.page.focus('[data-part="found-2"][data-side=planned]');
    await on.app.page.keyboard.press('ArrowUp');
    await on.app.page.keyboard.press('ArrowDown');
    await on.app.sees('knot-root', 'aside h2');
    const grip = () => on.app.page.evaluate(() => document.activeElement?.getAttribute('data-grip'));
    await tabTo('[data-grip="end found-2"]');
    for (const key of ['ArrowUp', 'ArrowDown'] as const) {
      await on.app.page.keyboard.press(key);
      await on.app.saved();
      expect(await grip()).toMatch(/^(end|border) found-2/);
    }
    await on.app.click('[aria-label^="Undo:"]');
    await on.app.click('[aria-label^="Undo:"]');
  });

  test('actions open from the part that has the focus, and close back to it', async () => {
    await on.app.page.focus('[data-part="found-3"][data-side=planned]');
    await on.app.page.keyboard.down('Shift');
    await on.app.page.keyboard.press('F10');
    await on.app.page.keyboard.up('Shift');
    await on.app.find('menuitem', 'Delete');
    await on.app.page.keyboard.press('ArrowDown');
    expect(await on.app.page.evaluate(() => document.activeElement?.getAttribute('role'))).toBe('menuitem');
    await on.app.page.keyboard.press('Escape');
    await on.app.page.waitForFunction(() => !document.querySelector('[role=menuitem]'));
    expect(await on.app.page.evaluate(() => document.activeElement?.getAttribute('data-part'))).toBe(
      'found-3',
    );
  });
});

test.each([
  [1280, 800],
  [1024, 768],
  [1920, 1080],
])('at %d by %d the workbench is seen whole, without scrolling', async (width, height) => {
  await on.app.page.setViewport({ width, height });
  for (const machine of ['petrel', 'dunlin', 'fulmar']) {
    await on.app.visit(`/machines/${machines[machine]}/layout`);
    await on.app.page.waitForSelector('[data-grip]');
    const scrolled = await on.app.page.evaluate(() => {
      const cut = (e: Element) => e.scrollHeight > e.clientHeight + 1 || e.scrollWidth > e.clientWidth + 1;
      const drawing = document.querySelector('[aria-label="Drawing of the disk"]')!;
      return [
        document.documentElement,
        document.querySelector('#stage')!,
        drawing,
        drawing.firstElementChild!,
      ]
        .filter(cut)
        .map((e) => e.outerHTML.slice(0, 80));
    });
    expect([machine, scrolled]).toEqual([machine, []]);
  }
  await on.app.page.setViewport({ width: 1280, height: 800 });
});

test('on a phone no stage scrolls sideways', async () => {
  await on.app.page.setViewport({ width: 390, height: 844 });
  const wide: string[] = [];
  await on.app.go('/');
  for (const path of ['/', '/recipe']) {
    await on.app.visit(path);
    await on.app.page.waitForSelector('h1');
    const width = await on.app.page.evaluate(() => document.documentElement.scrollWidth);
    if (width > 390) wide.push(`${path}: ${width}`);
  }
  for (const machine of ['petrel', 'fulmar', 'curlew', 'dunlin'])
    for (const stage of ['machine', 'as-found', 'systems', 'boot', 'layout', 'findings', 'runbook']) {
      await on.app.visit(`/machines/${machines[machine]}/${stage}`);
      await on.app.page.waitForSelector('#stage h1, #stage h2');
      const width = await on.app.page.$eval('#stage', (e) =>
        Math.max(e.scrollWidth, document.documentElement.scrollWidth),
      );
      if (width > 390) wide.push(`${machine} ${stage}: ${width}`);
    }
  expect(wide).toEqual([]);
  await on.app.page.setViewport({ width: 1280, height: 800 });
});

test('the theme is in the styles before anything is drawn', async () => {
  await on.app.go('/');
  const moss = await on.app.page.evaluate(() =>
    getComputedStyle(document.documentElement).getPropertyValue('--mantine-color-moss-7'),
  );
  expect(moss).toBe('#4c6029');
  expect(await on.app.page.$$eval('style', (list) => list.length)).toBe(0);
});

test('who asked for less motion gets none', async () => {
  await on.app.page.emulateMediaFeatures([{ name: 'prefers-reduced-motion', value: 'reduce' }]);
  await on.app.go(`/machines/${machines['petrel']}/layout`);
  const moving = await on.app.page.$$eval('*', (all) =>
    all
      .filter((e) => {
        const { transitionDuration, animationName } = getComputedStyle(e);
        return transitionDuration.split(',').some((d) => parseFloat(d) > 0) || animationName !== 'none';
      })
      .map((e) => e.outerHTML.slice(0, 120)),
  );
  expect(moving).toEqual([]);
});

test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
