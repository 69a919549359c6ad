import {
  closeSync,
  ftruncateSync,
  openSync,
  readFileSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { formatFat32, openImage, SparseBytes, surveyFromDisk, type Survey } from '@rhizotome/core';
import { Downloads } from './downloads.js';
import { ROOT } from './server.js';
import { session } from './session.js';

const IMAGES = join(ROOT, 'demo/images');
const on = session();

/** Cells of one column of the table of found parts. */
const column = (n: number) => on.app.texts(`tbody tr td:nth-child(${n})`);
const owners = () =>
  on.app.page.$$eval('tbody tr', (rows) =>
    rows.map((row) => [...row.querySelectorAll('[aria-pressed=true]')].map((b) => b.textContent).join(' + ')),
  );

let downloads: Downloads;
beforeAll(async () => {
  downloads = await Downloads.into(join(on.server.folder, 'downloads'), on.browser);
});

function surveyIn(image: Buffer): Survey {
  const bytes = Uint8Array.from(image);
  const { source } = openImage(new SparseBytes(bytes.length, [{ offset: 0, bytes }]));
  const outcome = surveyFromDisk(
    source,
    { kind: 'image' },
    { id: 'again', takenAt: '2026-05-04T07:30:00.000Z' },
  );
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
}

async function newMachine(name: string): Promise<void> {
  await on.app.go('/');
  await on.app.type('Name of the new machine', name);
  await on.app.stage('As found');
  await on.app.sees('What is on the disk now?');
}

describe('an image is enough: no figure is typed', () => {
  test('petrel: two NTFS volumes, a start volume with its loader, all of the Windows', async () => {
    await newMachine('storm petrel');
    await on.app.pickFile(0, join(IMAGES, 'petrel.qcow2'));
    await on.app.sees(
      '476.9 GiB (512.1 GB), GPT, 4 partitions, sectors of 512 bytes; read from petrel.qcow2',
    );
    expect(await column(2)).toEqual([
      'STARTUP 100 MiB · 104.9 MB EFI system',
      'Held back 16 MiB · 16.8 MB Windows reserved',
      'Station 476.1 GiB · 511.3 GB Basic data',
      'Rescue 700 MiB · 734 MB Windows recovery',
    ]);
    expect(await owners()).toEqual(['Windows', 'Windows', 'Windows', 'Windows']);
    await on.app.sees('loaders: station');
    await on.app.sees('counted in its bitmap, up to 238.1 GiB');
    const used = await on.app.page.$$eval('input[aria-label^="Space used on"]', (list) =>
      list.map((i) => i.placeholder),
    );
    expect(used).toEqual(['2.5 KiB', '95.1 GiB', '424 MiB']);
  });

  test('dunlin: an MBR whose container shows what it holds', async () => {
    await newMachine('grey dunlin');
    await on.app.pickFile(0, join(IMAGES, 'dunlin.qcow2'));
    await on.app.sees('465.8 GiB (500.1 GB), MBR, 5 partitions');
    await on.app.sees('contains the logical partitions 5, 6');
    expect(await owners()).toEqual(['Windows', 'Windows', 'Windows', '', 'Linux', 'Linux']);
  });

  test('knot: what is mounted where is known from its own mount table', async () => {
    await newMachine('red knot');
    await on.app.pickFile(0, join(IMAGES, 'knot.qcow2'));
    await on.app.sees('223.6 GiB (240.1 GB), GPT, 4 partitions');
    await on.app.sees('mount table read');
    const roles = await on.app.page.$$eval('select[aria-label^="What "]', (list) =>
      list.map((s) => s.selectedOptions[0]!.label),
    );
    expect(roles).toEqual(['EFI system', 'Root', 'Swap', 'Home']);
  });

  test('a file of noise gets an answer in words, and nothing is changed by it', async () => {
    const junk = join(on.server.folder, 'junk.bin');
    writeFileSync(junk, Buffer.alloc(4096, 0xa5));
    truncateSync(junk, 2 * 1024 ** 3);
    await on.app.press('Read again');
    const began = Date.now();
    await on.app.pickFile(0, junk);
    await on.app.sees('“junk.bin”: There is no known partition table or file system in this file');
    expect(Date.now() - began).toBeLessThan(5000);
    await on.app.press('Keep the present reading');
    await on.app.sees('223.6 GiB (240.1 GB), GPT, 4 partitions');
  });

  test('a long reading tells how far it is, and can be given up', async () => {
    const path = join(on.server.folder, 'wide.img');
    const sizeBytes = 7 * 1024 ** 4;
    const file = openSync(path, 'w');
    ftruncateSync(file, sizeBytes);
    const volume = { sizeBytes, sectorBytes: 4096, label: 'WIDE', serial: 7, hiddenSectors: 0 };
    for (const { offset, bytes } of formatFat32(volume)!) writeSync(file, bytes, 0, bytes.length, offset);
    closeSync(file);
    await on.app.press('Read again');
    // It is given up as soon as it says how far it is, however fast it would be done.
    const told = on.app.page.evaluate(
      () =>
        new Promise<string>((done) => {
          const look = () => {
            const status = document.querySelector<HTMLElement>('[role=status]:has(button)');
            const says = status?.innerText ?? '';
            if (!says.includes('of “wide.img”')) return;
            observer.disconnect();
            status!.querySelector('button')!.click();
            done(says);
          };
          const observer = new MutationObserver(look);
          observer.observe(document.body, { subtree: true, childList: true, characterData: true });
        }),
    );
    await on.app.pickFile(0, path);
    expect(await told).toContain('of “wide.img”');
    await on.app.page.waitForSelector('[role=status]:has(button)', { hidden: true });
    await on.app.press('Keep the present reading');
    await on.app.sees('223.6 GiB (240.1 GB), GPT, 4 partitions');
  });

  test('a damaged image says that it is one', async () => {
    const broken = join(on.server.folder, 'broken.qcow2');
    const image = readFileSync(join(IMAGES, 'knot.qcow2'));
    image.writeUInt32BE(60, 20);
    writeFileSync(broken, image);
    await on.app.press('Read again');
    await on.app.pickFile(0, broken);
    await on.app.sees('“broken.qcow2”: This qcow2 image is damaged: its clusters are said to be 2^60 bytes');
    await on.app.press('Keep the present reading');
  });
});

describe('the plan as text, beside the drawing', () => {
  const field = () => on.app.find('textbox', 'Text of the plan');
  const replace = async (from: string, to: string) => {
    const area = await field();
    const text = await area.evaluate((a) => (a as unknown as HTMLTextAreaElement).value);
    expect(text).toContain(from);
    await area.evaluate(
      (a, next) => {
        Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, 'value')!.set!.call(a, next);
        a.dispatchEvent(new Event('input', { bubbles: true }));
      },
      text.replace(from, to),
    );
  };

  test('a size typed there moves the drawing; a remark stays with it', async () => {
    await on.app.stage('Layout');
    await on.app.pick('Panel beside the drawing', 'text');
    await replace('at 39425 MiB, size 189511 MiB, keep', 'size 100GiB, keep');
    await replace('plan uefi', '# smaller, for a try\nplan uefi');
    await on.app.sees('Press Apply to change the plan.', 'aside');
    await on.app.press('Apply');
    expect(await on.app.core('planned')).toContain('knot-home ext4 · shrunk · /home 100 GiB 107.4 GB');
    const text = await (await field()).evaluate((a) => (a as unknown as HTMLTextAreaElement).value);
    expect(text).toContain('# smaller, for a try\nplan uefi');
    expect(text).toContain('at 39425 MiB, size 100 GiB, keep');
  });

  test('below the floor it is refused at its line, and what was typed outlives a reload', async () => {
    await replace('size 100 GiB, keep', 'size 50 GiB, keep');
    await on.app.sees('Its minimum is', 'aside [role=alert]');
    await on.app.reload();
    await on.app.pick('Panel beside the drawing', 'text');
    const text = await (await field()).evaluate((a) => (a as unknown as HTMLTextAreaElement).value);
    expect(text).toContain('size 50 GiB, keep');
    await on.app.press('Discard changes');
    await on.app.press('Undo: Edit as text');
    expect(await on.app.core('planned')).toContain('knot-home ext4 · kept · /home 185.1 GiB 198.7 GB');
  });
});

describe('what is given back', () => {
  test('a practice disk as found has the table that was read', async () => {
    await on.app.stage('Runbook');
    await on.app.press('Practice disk as found');
    await on.app.sees('Not formatted: partition 2 “knot-root”: ext4');
    const image = readFileSync(await downloads.file('red-knot-found.qcow2'));
    expect(image.length).toBeLessThan(1024 ** 2);
    const original = surveyIn(readFileSync(join(IMAGES, 'knot.qcow2')));
    const spans = (s: Survey) =>
      s.partitions.map((p) => [p.number, p.start, p.length, p.type, p.uuid, p.name]);
    expect(spans(surveyIn(image))).toEqual(spans(original));
  });

  test('all that goes to the machine is one file, with disks to practise on', async () => {
    await on.app.press('Save all as a zip');
    const zip = readFileSync(await downloads.file('red-knot.zip')).toString('latin1');
    for (const name of ['runbook.html', 'plan.rhizotome', 'practice/as-found.qcow2', 'practice/how-to.md'])
      expect(zip).toContain(`red-knot/${name}`);
  });

  test('the safety copy holds the table’s sectors and the words how to keep them', async () => {
    await on.app.stage('As found');
    await on.app.press('Safety copy');
    const zip = readFileSync(await downloads.file('red-knot-table.zip')).toString('latin1');
    for (const name of ['table-at-sector-0.bin', 'table-at-sector-468862095.bin', 'READ-ME-FIRST.txt'])
      expect(zip).toContain(name);
  });

  test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
});
