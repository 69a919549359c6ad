import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './server.js';
import { session } from './session.js';

const CAPTURES = join(ROOT, 'demo/captures');
const HEAD = join(CAPTURES, 'petrel.head.bin');
const TAIL = join(CAPTURES, 'petrel.tail.bin');

const on = session();

describe('petrel: a Linux beside its encrypted Windows, from two captured files to the steps of its runbook', () => {
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
    await on.app.click(names[1]!, { count: 3 });
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
    await on.app.click('[data-offer^="system:"]');
    await on.app.saved();
    await on.app.type('New size', '60GiB');
    await on.app.selectPart('gap-629385216');
    await on.app.click('[data-offer^="swap:"]');
    await on.app.saved();
    await on.app.type('New size', 'ram + 4GiB');
    await on.app.selectPart('gap-671328256');
    await on.app.click('[data-offer^="home:"]');
    await on.app.saved();
    await on.app.type('New size', 'rest');
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
    await on.app.reload();
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
      'Is a printed runbook still right?',
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
    await on.app.sees(
      'Enter the amount to take away: 241809 MB. The tool counts in 1024s.',
      '[data-step="shrink:found-3"]',
    );
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

  test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
});
