import { readFileSync, writeFileSync } from 'node:fs';
import {
  momentsOf,
  practiceDiskAt,
  qcow2Bytes,
  type Plan,
  type PracticeDisk,
  type Survey,
} from '@rhizotome/core';
import { join } from 'node:path';
import { ROOT } from './server.js';
import { session } from './session.js';

const CAPTURES = join(ROOT, 'demo/captures');
const HEAD = join(CAPTURES, 'petrel.head.bin');
const TAIL = join(CAPTURES, 'petrel.tail.bin');

const on = session();

/** Presses the timeline where so many steps are done. */
async function scrubTo(done: number): Promise<void> {
  const box = await on.app.page.$eval(
    '[aria-label="The whole procedure"] svg',
    (svg, n) => {
      const lines = [...svg.querySelectorAll<SVGLineElement>('[data-lane] line')].map(
        (l) => l.x1.baseVal.value,
      );
      const { left, top, right } = svg.getBoundingClientRect();
      const label = lines[0]!;
      const steps = document.querySelectorAll('[data-step]').length;
      return { x: left + label + ((right - left - label) * n) / steps - (n === steps ? 1 : 0), y: top + 12 };
    },
    done,
  );
  await on.app.page.mouse.click(box.x, box.y);
}

describe('petrel: a Linux beside its encrypted Windows, from two captured files to a printed runbook', () => {
  test('the bench shows the seven demo machines', async () => {
    await on.app.go('/');
    await on.app.sees('sanderling');
    expect(await on.app.texts('main li div a')).toEqual([
      'petrel',
      'dunlin',
      'turnstone',
      'curlew',
      'sanderling',
      'fulmar',
      'knot',
    ]);
    await on.app.press('petrel', 'link');
    await on.app.sees('What is on the disk now?');
  });

  test('a truncated capture is refused with its figures, and what was given stays', async () => {
    const short = join(on.server.folder, 'short.bin');
    writeFileSync(short, readFileSync(HEAD).subarray(0, 300_000));
    await on.app.pickFile(1, short);
    await on.app.pickFile(2, TAIL);
    await on.app.sees('petrel.tail.bin, 1048576 bytes');
    await on.app.press('Read the disk');
    await on.app.sees('The head “short.bin” is cut short: it has 300000 bytes.');
    await on.app.sees('petrel.tail.bin, 1048576 bytes');
  });

  test('a tail of the wrong disk is refused', async () => {
    await on.app.pickFile(1, HEAD);
    await on.app.sees('petrel.head.bin, 1048576 bytes');
    await on.app.type('Size of the disk', '500107862016', false);
    await on.app.press('Read the disk');
    await on.app.sees('does not end a disk of 500107862016 bytes');
    await on.app.type('Size of the disk', '', false);
  });

  test('both files dropped at once are told apart by what they hold, whatever they are called', async () => {
    const contents = [TAIL, HEAD].map((path) => readFileSync(path).toString('base64'));
    await on.app.page.evaluate((files) => {
      const transfer = new DataTransfer();
      files.forEach((base64, i) => {
        const bytes = Uint8Array.from(atob(base64), (c) => c.charCodeAt(0));
        transfer.items.add(new File([bytes], `end-${i}.bin`));
      });
      const drop = new DragEvent('drop', { dataTransfer: transfer, bubbles: true, cancelable: true });
      document.querySelector('[data-testid=drop]')!.dispatchEvent(drop);
    }, contents);
    await on.app.sees('Head: the first MiB Choose another end-1.bin, 1048576 bytes');
    await on.app.sees('Tail: the last MiB Choose another end-0.bin, 1048576 bytes');
    await on.app.pickFile(1, HEAD);
    await on.app.pickFile(2, TAIL);
    await on.app.sees('petrel.tail.bin, 1048576 bytes');
  });

  test('the size is told by the tail itself, and the table is read', async () => {
    await on.app.sees('476.9 GiB (512.1 GB) – from the table in the tail');
    await on.app.press('Read the disk');
    await on.app.sees(
      '476.9 GiB (512.1 GB), GPT, 4 partitions, sectors of 512 bytes; read from petrel.head.bin and petrel.tail.bin',
    );
    const rows = await on.app.texts('tbody tr td:nth-child(2)');
    expect(rows).toEqual([
      'Start files 100 MiB · 104.9 MB EFI system',
      'Held back 16 MiB · 16.8 MB Windows reserved',
      'Main volume 476.1 GiB · 511.3 GB Basic data',
      'Rescue 700 MiB · 734 MB Windows recovery',
    ]);
  });

  test('used space is typed, in any unit, and never more than there is', async () => {
    await on.app.type('Space used on Main volume', '600GiB');
    await on.app.sees('That is more than the size of the partition: 476.1 GiB (511.3 GB).');
    await on.app.type('Space used on Main volume', '102.1 GBx');
    await on.app.sees('“GBx” is not a unit.');
    await on.app.type('Space used on Main volume', '102088769536 B');
    await on.app.sees('= 95.1 GiB · 102.1 GB entered by hand');
    await on.app.choose('Encryption of Main volume', 'encrypted');
    await on.app.saved();
  });

  test('the machine’s facts are completed', async () => {
    await on.app.stage('Machine');
    await on.app.pick('Installation medium starts in', 'UEFI');
    await on.app.type('Memory', '16');
    await on.app.sees('a unit is missing. Did you mean 16 MiB or 16 GiB?');
    await on.app.type('Memory', '16GiB');
    await on.app.saved();
  });

  test('a Linux is added, and its needs changed', async () => {
    await on.app.stage('Systems');
    expect(await on.app.texts('section[aria-label="Windows"] span')).toContain('on the disk');
    await on.app.press('Add a system');
    await on.app.press('Linux, development or analysis at least 20 GiB (21.5 GB)', 'menuitem');
    await on.app.sees('new');
    const names = await on.app.page.$$('section input[aria-label="Name"]');
    await names[1]!.click({ count: 3 });
    await names[1]!.type('Field Linux');
    await on.app.page.keyboard.press('Enter');
    await on.app.sees('Field Linux', 'nav');
  });

  test('both fit: UEFI and GPT', async () => {
    await on.app.stage('Boot');
    await on.app.sees('you are here');
    expect(await on.app.texts('ul li strong + span')).toEqual(['fits', 'fits']);
  });

  test('findings name what is missing, and remedies mend it', async () => {
    await on.app.stage('Findings');
    await on.app.sees('There is not enough free space for Field Linux');
    await on.app.sees('Field Linux has no EFI system partition to boot from');
    expect(await on.app.figure('blockers')).toBe('2');
    await on.app.press('Share “Start files”, mounted at /boot/efi');
    await on.app.sees('There is not enough free space for Field Linux');
    expect(await on.app.figure('blockers')).toBe('1');
  });

  test('the Windows volume cannot go below its floor, and takes the size that is typed', async () => {
    await on.app.stage('Layout');
    await on.app.selectPart('found-3');
    expect(await on.app.text('[data-fact=floor]')).toBe('95.1 GiB (102.1 GB), entered by hand');
    await on.app.type('New size', '90GiB');
    await on.app.sees('This volume cannot be that small. Its minimum is 95.1 GiB (102.1 GB).');
    expect(await on.app.text('[data-fact=size]')).toBe('476.1 GiB (511.3 GB)');
    await on.app.type('New size', 'used + 145GiB');
    await on.app.sees('240.1 GiB (257.8 GB)', '[data-fact=size]');
    await on.app.type('New size', '240GiB');
    await on.app.sees('240 GiB (257.7 GB)', '[data-fact=size]');
    expect(await on.app.core('planned')).toEqual([
      'Start files FAT · kept · /boot/efi 100 MiB 104.9 MB',
      'Held back kept 16 MiB 16.8 MB',
      'Main volume NTFS · shrunk 240 GiB 257.7 GB',
      'free 236.1 GiB 253.6 GB',
      'Rescue NTFS · kept 700 MiB 734 MB',
    ]);
    expect(await on.app.figure('blockers')).toBe('1');
  });

  test('root, swap and home are created in the gap', async () => {
    const gap = 'gap-503556096';
    await on.app.selectPart(gap);
    expect(await on.app.text('[data-fact=room]')).toBe('236.1 GiB (253.6 GB) can be used');
    await on.app.choose('Create for', 'Field Linux');
    await on.app.type('Size', '60GiB');
    await on.app.press('Create');
    await on.app.selectPart('gap-629385216');
    await on.app.type('Size', 'ram + 4GiB');
    await on.app.press('Create');
    await on.app.selectPart('gap-671328256');
    await on.app.type('Size', 'rest');
    await on.app.press('Create');
    await on.app.sees('home', 'aside h2');
    expect(await on.app.core('planned')).toEqual([
      'Start files FAT · kept · /boot/efi 100 MiB 104.9 MB',
      'Held back kept 16 MiB 16.8 MB',
      'Main volume NTFS · shrunk 240 GiB 257.7 GB',
      'root ext4 · new · / 60 GiB 64.4 GB',
      'swap swap · new 20 GiB 21.5 GB',
      'home ext4 · new · /home 156.1 GiB 167.7 GB',
      'Rescue NTFS · kept 700 MiB 734 MB',
    ]);
    expect(await on.app.figure('blockers')).toBe('0');
    expect(await on.app.figure('restarts')).toBe('5');
    expect(await on.app.figure('moved')).toBe('up to 95.1 GiB');
  });

  test('undo and redo go back and forth, and outlive a reload', async () => {
    await on.app.page.evaluate(() => (document.activeElement as HTMLElement).blur());
    await on.app.page.keyboard.down('Control');
    await on.app.page.keyboard.press('z');
    await on.app.page.keyboard.up('Control');
    expect((await on.app.core('planned'))[5]).toBe('free 156.1 GiB 167.7 GB');
    await on.app.saved();
    await on.app.page.reload({ waitUntil: 'networkidle0' });
    await on.app.press('Redo: Create “home”');
    await on.app.sees('/home');
    expect((await on.app.core('planned'))[5]).toBe('home ext4 · new · /home 156.1 GiB 167.7 GB');
  });

  test('formatting the shared EFI partition under a Windows that stays cannot work, and is taken back at a press', async () => {
    await on.app.selectPart('found-1');
    await on.app.press('Format');
    await on.app.sees('“Start files” is set to be formatted', 'aside');
    expect(await on.app.figure('blockers')).toBe('1');
    await on.app.press('Keep it, without formatting');
    await on.app.sees('FAT · kept', 'main');
    expect(await on.app.figure('hazards')).toBe('1');
  });

  test('the runbook has its steps in order, with the figures of the day', async () => {
    await on.app.stage('Runbook');
    await on.app.sees('Recognition sheet');
    expect(await on.app.texts('main h2')).toEqual([
      'Where does the disk stand?',
      'In Windows, as it is now',
      'In Windows, started after the machine was offRESTART',
      'In the installer of Field LinuxRESTART',
      'In the firmware setupRESTART',
      'In Windows, started after the machine was offRESTART',
      'In Field Linux, started after the machine was offRESTART',
      'Before the first step',
      'Recognition sheet: the disk when all is done',
      'How each system boots',
      'Mount tables',
      'Way back',
      'What the words mean',
      'Practice disks',
    ]);
    const steps = await on.app.page.$$eval('[data-step]', (list) =>
      list.map((e) => (e as HTMLElement).dataset['step']),
    );
    expect(steps).toEqual([
      'backup',
      'safety-copy',
      'prepare-medium:system-1',
      'recovery-key:found-3',
      'suspend-protection:found-3',
      'unhibernate:found-windows',
      'check-volume:found-3',
      'shrink:found-3',
      'verify-start:found-windows',
      'create:new-1',
      'create:new-2',
      'create:new-3',
      'install:system-1',
      'start-order',
      'first-start:found-windows',
      'resume-protection:found-3',
      'first-start:system-1',
      'verify-disk',
    ]);
    // Its disk tool does not list the reserved partition before it.
    await on.app.sees('number 2 of 3 in the order on the disk', '[data-step="shrink:found-3"]');
    await on.app.sees('Enter the amount to take away: 241809 MiB', '[data-step="shrink:found-3"]');
    await on.app.sees(
      'Choose the free space after “Main volume”, and create a partition at its beginning: 61440 MiB',
      '[data-step="create:new-1"]',
    );
    await on.app.sees(
      'nvme0n1p1, 100 MiB (104.9 MB), FAT: mount at /boot/efi; do NOT format.',
      '[data-step="install:system-1"]',
    );
    expect(await on.app.texts('tr[data-row=new-1] td')).toEqual([
      '4',
      'nvme0n1p5',
      'root',
      '60.00 GiB',
      '64.4 GB',
      'ext4',
      'root',
      'Linux root',
    ]);
    // It is made in the installer, which does not list it when it is entered.
    expect(await on.app.texts('tr[data-listed=new-1] td:last-child')).toEqual([]);
  });

  test('each place in which a line is picked says what is listed there, and what to do with it', async () => {
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
    await on.app.sees('Check “Main volume”', '[data-cut-step="8"] ol');
    expect(await on.app.page.$$eval('[data-exposed]', (list) => list.length)).toBe(1);
    await scrubTo(17);
    await on.app.sees('After step 17 of 18', '[data-moment="17"]');
    await scrubTo(7);
    await on.app.sees('Step 8: Shrink', 'aside');
    expect((await on.app.core('planned')).find((label) => label.includes('Main volume'))).toContain('476');
  });

  test('the disk read again in the middle tells which steps are done, and a mistake by name', async () => {
    const id = /machines\/([^/]+)/.exec(on.app.page.url())![1]!;
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
      await on.app.pickFile(0, file);
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
    await on.app.page.click('[aria-label^="Undo: Go on from the disk"]');
    await on.app.saved();
    await compare(write(0, (disk) => ({ ...disk, sizeBytes: disk.sizeBytes + 2 ** 30 })));
    await on.app.sees('This is another disk', 'main [role=status]');
  });

  test('ticks are kept', async () => {
    await on.app.page.click('[data-step="backup"] input');
    await on.app.saved();
    await on.app.page.reload({ waitUntil: 'networkidle0' });
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
    expect(await page.$$eval('svg.strip', (list) => list.length)).toBeGreaterThan(2);
    const text = await page.$eval('body', (body) => body.innerText);
    expect(text).toContain('Shrink “Main volume” to 240 GiB (257.7 GB)');
    expect(await page.$$eval('article', (list) => list.length)).toBe(18);
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
    expect(pages).toBeLessThanOrEqual(9);
  });

  test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
});
