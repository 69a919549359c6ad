import { writeFileSync } from 'node:fs';
import {
  journalName,
  momentsOf,
  practiceDiskAt,
  qcow2Bytes,
  type Plan,
  type PracticeDisk,
  type Survey,
} from '@rhizotome/core';
import { join } from 'node:path';
import { planPetrel } from './petrel-plan.js';
import { ROOT } from './server.js';
import { session } from './session.js';

const on = session();
let id: string;

beforeAll(async () => {
  id = await planPetrel(on.server.address);
});

/** Presses the timeline where so many steps are done. */
async function scrubTo(done: number): Promise<void> {
  const box = await on.app.page.$eval(
    '[aria-label="The whole procedure"] svg',
    (svg, n) => {
      const lines = [...svg.querySelectorAll<SVGLineElement>('[data-lane] line')].map(
        (l) => l.x1.baseVal.value,
      );
      // What was pressed last may have scrolled it away.
      svg.scrollIntoView({ block: 'center', behavior: 'instant' });
      const { left, top, right } = svg.getBoundingClientRect();
      const label = lines[0]!;
      const steps = document.querySelectorAll('[data-step]').length;
      return { x: left + label + ((right - left - label) * n) / steps - (n === steps ? 1 : 0), y: top + 12 };
    },
    done,
  );
  await on.app.page.mouse.click(box.x, box.y);
}

describe('a runbook is carried out: each moment, the disk read again, ticks, a file, paper', () => {
  test('each place in which a line is picked says what is listed there, and what to do with it', async () => {
    await on.app.go(`/machines/${id}/runbook`);
    const listed = () => on.app.texts('details:has([data-listed]) [data-listed=found-3]');
    expect(await listed()).toEqual([
      expect.stringContaining('shrink'),
      expect.stringContaining('leave alone'),
    ]);
    const [windows] = await on.app.texts('details:has([data-listed])');
    expect(windows).toContain('476.14 GB');
    expect(windows).not.toContain('GiB');
    expect(await on.app.texts('[data-instruction=create-here]')).toEqual([
      expect.stringContaining('free space'),
    ]);
  });

  test('the disk at any moment is shown beside the steps, with what a power cut would cost in the next', async () => {
    const slider = await on.app.find('slider', 'Go along the procedure');
    await slider.focus();
    await on.app.page.keyboard.press('Home');
    for (let n = 0; n < 8; n++) await on.app.page.keyboard.press('ArrowRight');
    await on.app.sees('After step 8 of 18', '[data-moment="8"]');
    await on.app.sees('Step 9: Restart Windows', 'aside');
    await on.app.sees('Nothing is lost', '[data-cut=safe]');
    const main = (await on.app.core('planned')).find((label) => label.includes('Main volume'));
    expect(main).toContain('240 GiB');
    await on.app.press('One step back');
    await on.app.sees('Step 8: Shrink “Main volume”', 'aside');
    await on.app.sees('may need repair', '[data-cut=loses]');
    await on.app.press('If the power fails in this step');
    await on.app.sees('Main volume', '[data-cut-step="8"] [data-volumes=lost]');
    await on.app.sees('Rescue', '[data-cut-step="8"] [data-volumes=whole]');
    await on.app.sees('Check “Main volume”', '[data-cut-step="8"]');
    await on.app.sees('Do step 8 again', '[data-branch="cut.when-yes"]');
    await on.app.sees('restore its files from the backup', '[data-branch="cut.when-no"]');
    expect(await on.app.page.$$eval('[data-exposed]', (list) => list.length)).toBe(1);
    await scrubTo(17);
    await on.app.sees('After step 17 of 18', '[data-moment="17"]');
    await scrubTo(7);
    await on.app.sees('Step 8: Shrink', 'aside');
    expect((await on.app.core('planned')).find((label) => label.includes('Main volume'))).toContain('476');
  });

  test('the disk read again in the middle tells which steps are done, and a mistake by name', async () => {
    const { plan, surveys } = (await (await fetch(`${on.app.address}/api/machines/${id}`)).json()) as {
      plan: Plan;
      surveys: Survey[];
    };
    const moments = momentsOf({ plan, survey: surveys[0]! });
    const write = (after: number, change: (disk: PracticeDisk) => PracticeDisk = (disk) => disk) => {
      const disk = change(practiceDiskAt(moments[after]!));
      const file = join(on.server.folder, `after-${after}.qcow2`);
      writeFileSync(file, qcow2Bytes(disk.sizeBytes, disk.stretches));
      return file;
    };
    const compare = async (file: string) => {
      await on.app.press('Read the disk again and compare');
      // The first place for a file is that for a journal.
      await on.app.pickFile(1, file);
      await on.app.page.waitForSelector('[role=dialog]', { hidden: true });
    };
    await compare(write(10));
    // A practice disk has no Windows in it, and that is told of the volumes that are to be kept.
    await on.app.sees('nearest to what it should be after step 10', 'main [role=status]');
    await on.app.sees('It was to be kept', 'main [role=status]');
    await on.app.sees('After step 10 of 18', '[data-moment="10"]');
    // What is to be kept is not there: nothing goes on from that.
    expect(await on.app.page.$('main [role=status] ::-p-text(Go on from this reading)')).toBeNull();
    await compare(join(ROOT, 'demo/images/petrel.qcow2'));
    await on.app.sees('This disk is before the first step, or further', 'main [role=status]');
    const ids = () =>
      on.app.page.$$eval('[data-step]', (list) => list.map((e) => (e as HTMLElement).dataset['step']!));
    const before = await ids();
    await on.app.press('Go on from this reading');
    await on.app.saved();
    // Its safety copy was kept with this reading, and everything that was planned is still to be done.
    expect((await ids()).sort()).toEqual(before.sort());
    // The image tells what the captured ends did not: how the volume is called.
    await on.app.sees('Shrink “Station” to 240 GiB', '[data-step="shrink:found-3"]');
    await on.app.click('[aria-label^="Undo: Go on from the disk"]');
    await on.app.saved();
    await compare(write(0, (disk) => ({ ...disk, sizeBytes: disk.sizeBytes + 2 ** 30 })));
    await on.app.sees('This is another disk', 'main [role=status]');
  });

  test('the journal of a script tells which step was begun, and one of another plan tells nothing', async () => {
    const { plan, surveys } = (await (await fetch(`${on.app.address}/api/machines/${id}`)).json()) as {
      plan: Plan;
      surveys: Survey[];
    };
    const [survey] = surveys;
    const name = journalName({ plan, survey: survey! }, 3);
    const journal = (first: string) => {
      const file = join(on.server.folder, 'phase-3.journal');
      writeFileSync(
        file,
        `${first}\n2026-05-04T07:30:00Z begun 11:move:x\n2026-05-04T07:31:00Z copied 11:move:x 7\n`,
      );
      return file;
    };
    await on.app.pickFile(0, journal(name));
    await on.app.sees('step 11 was begun, with 7 pieces copied. Run phase-3.sh again', 'main [role=status]');
    await on.app.pickFile(0, journal(name.replace(/[0-9a-f]{8}/, '00000000')));
    await on.app.sees('This journal is of another plan', 'main [role=status]');
    await on.app.pickFile(0, journal('some text'));
    await on.app.sees('This file is no journal of a script', 'main [role=status]');
  });

  test('ticks are kept', async () => {
    await on.app.click('[data-step="backup"] input');
    await on.app.saved();
    await on.app.reload();
    expect(await on.app.page.$eval('[data-step="backup"] input', (box) => box.checked)).toBe(true);
    expect(await on.app.page.$eval('[data-step="shrink:found-3"] input', (box) => box.checked)).toBe(false);
  });

  test('it downloads as one file that needs no network', async () => {
    const html = await on.app.page.evaluate(async () => {
      let blob: Blob | undefined;
      const original = URL.createObjectURL.bind(URL);
      URL.createObjectURL = (object) => {
        blob = object as Blob;
        return original(object);
      };
      [...document.querySelectorAll('button')].find((b) => b.innerText === 'Save as one file')!.click();
      URL.createObjectURL = original;
      return blob!.text();
    });
    const file = join(on.server.folder, 'runbook.html');
    writeFileSync(file, html);
    const page = await on.browser.newPage();
    const asked: string[] = [];
    page.on('request', (request) => asked.push(request.url()));
    await page.goto(`file://${file}`);
    expect(asked).toEqual([`file://${file}`]);
    // What is ticked in the file stays ticked when it is opened again.
    await page.click('[data-step="unhibernate:found-windows"]');
    await page.reload();
    const ticked = await page.$$eval('input:checked', (list) => list.map((i) => i.dataset['step']));
    expect(ticked).toEqual(['backup', 'unhibernate:found-windows']);
    expect(await page.$$eval('svg.section', (list) => list.length)).toBeGreaterThan(2);
    const text = await page.$eval('body', (body) => body.innerText);
    expect(text).toContain('Shrink “Main volume” to 240 GiB (257.7 GB)');
    expect(await page.$$eval('article', (list) => list.length)).toBe(19);
    const rows = await page.$$eval('table', (list) => list.map((t) => t.querySelectorAll('tbody tr').length));
    // What Windows and the installer list; the disk at the end; how each system boots; what Linux mounts.
    expect(rows).toEqual([3, 5, 7, 2, 4]);
    expect(text).toContain('undoes step');
    await page.close();
  });

  test('it prints on A4 without the app around it', async () => {
    await on.app.page.emulateMediaType('print');
    expect(await on.app.page.$eval('nav', (nav) => getComputedStyle(nav).display)).toBe('none');
    // No heading stands alone at the end of a page.
    const breaks = await on.app.page.$$eval('section > header:has(+ *)', (heads) =>
      heads.map((head) => getComputedStyle(head)).map((style) => [style.breakInside, style.breakAfter]),
    );
    expect(breaks.length).toBeGreaterThan(4);
    for (const each of breaks) expect(each).toEqual(['avoid', 'avoid']);
    const pdf = await on.app.page.pdf({ preferCSSPageSize: true });
    await on.app.page.emulateMediaType('screen');
    const pages = Buffer.from(pdf)
      .toString('latin1')
      .match(/\/Type\s*\/Page\b/g)!.length;
    expect(pages).toBeGreaterThanOrEqual(3);
    expect(pages).toBeLessThanOrEqual(11);
  });

  test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
});
