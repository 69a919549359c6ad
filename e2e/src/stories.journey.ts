import { session } from './session.js';

const on = session();

async function opened(name: string): Promise<void> {
  await on.app.go('/');
  await on.app.press(name, 'link');
  await on.app.page.waitForSelector('[aria-label="Partitions as planned"] button');
}

const steps = () =>
  on.app.page.$$eval('[data-step]', (list) => list.map((e) => (e as HTMLElement).dataset['step']));

describe('curlew: the Windows setup refuses', () => {
  test('because the firmware is in BIOS mode and the disk is GPT', async () => {
    await opened('curlew');
    await on.app.stage('Boot');
    await on.app.sees('Windows needs UEFI; it cannot be installed in BIOS mode.');
    expect(await on.app.texts('ol h3')).toEqual(['Switch the firmware to UEFI mode']);
  });

  test('switching the firmware loses nothing, and is taken at a press', async () => {
    await on.app.press('Use this');
    await on.app.sees('Installs and starts in UEFI mode from a GPT disk.');
    expect(await on.app.texts('ul li strong + span')).toEqual(['fits']);
    expect(await on.app.figure('blockers')).toBe('0');
  });

  test('the runbook switches it before the setup is given the free space', async () => {
    await on.app.stage('Runbook');
    await on.app.sees('Recognition sheet');
    expect(await steps()).toEqual([
      'backup',
      'prepare-medium:system-1',
      'prepare-live',
      'firmware-mode',
      'safety-copy',
      'install:system-1',
      'first-start:system-1',
      'verify-disk',
    ]);
    await on.app.sees(
      'then the free space of 2.17 TiB (2.4 TB) after images',
      '[data-step="install:system-1"]',
    );
  });

  test('undone, it is refused again', async () => {
    await on.app.press('Undo: Change to UEFI mode with GPT');
    expect(await on.app.figure('blockers')).toBe('1');
  });
});

describe('knot: the system is reinstalled, its root enlarged, its home kept', () => {
  test('reinstall, its root is formatted and its home kept, as one edit', async () => {
    await opened('knot');
    await on.app.become('reinstall');
    await on.app.stage('Layout');
    expect((await on.app.core('planned')).slice(1, 4)).toEqual([
      'knot-root ext4 · formatted · / 30 GiB 32.2 GB',
      'knot-swap swap · kept 8 GiB 8.6 GB',
      'knot-home ext4 · kept · /home 185.1 GiB 198.7 GB',
    ]);
    await on.app.stage('Runbook');
    await on.app.sees('formats “knot-root”');
    expect(await on.app.texts('tr[data-listed=found-2][data-instruction=install-here]')).toHaveLength(1);
    expect(await on.app.texts('tr[data-listed=found-4][data-instruction=use-keep]')).toHaveLength(1);
    expect((await steps()).filter((id) => id?.startsWith('install'))).toEqual(['install:found-linux']);
    await on.app.become('stays');
  });

  test('its mount table is there with its reasons, and one that is pasted is judged', async () => {
    await on.app.stage('Runbook');
    await on.app.page.waitForSelector('[data-mounts=found-linux]');
    const lines = await on.app.texts('[data-mounts=found-linux] tbody tr');
    expect(lines.map((line) => line.replace(/^UUID=\S+ /, ''))).toEqual([
      '/ ext4 defaults 0 1 the system itself, checked first',
      '/home ext4 defaults 0 2 the files of its users',
      '/boot/efi vfat umask=0077 0 2 boot loaders; readable by the administrator only',
      'none swap sw 0 0 swap',
    ]);
    await on.app.sees('The mount table on the disk fits the plan.', '[data-mounts=found-linux]');
    await on.app.click('[data-mounts=found-linux] summary');
    const [root] = lines.map((line) => line.split(' ')[0]);
    await on.app.paste(
      'Mount table of Linux to check',
      `${root} / xfs defaults 0 1\nUUID=1-2 /data ext4 defaults 0 2`,
    );
    const within = '[data-mounts=found-linux]';
    await on.app.sees('Line 1: The type is xfs, and the plan makes it ext4.', within);
    await on.app.sees('Line 2: UUID=1-2 is nothing on this disk as planned.', within);
    await on.app.sees('No line mounts “/home”, which the plan has.', within);
  });

  test('formatting the root says what is lost; formatting the home is a hazard taken back', async () => {
    await opened('knot');
    await on.app.selectPart('found-2');
    await on.app.press('Format');
    await on.app.sees('Everything on “knot-root” is erased by formatting', 'aside');
    await on.app.selectPart('found-4');
    await on.app.press('Format');
    await on.app.sees('Everything on “knot-home” is erased by formatting', 'aside');
    expect(await on.app.figure('hazards')).toBe('2');
    await on.app.press('Keep its files');
    expect(await on.app.figure('hazards')).toBe('1');
  });

  test('the root cannot grow over the swap; without the swap it can', async () => {
    await on.app.selectPart('found-2');
    await on.app.type('New size', '38GiB');
    await on.app.sees('There is not enough space here for 38 GiB (40.8 GB). 30 GiB (32.2 GB) would fit.');
    await on.app.selectPart('found-3');
    await on.app.press('Delete');
    await on.app.selectPart('found-2');
    await on.app.type('New size', 'rest');
    await on.app.sees('38 GiB (40.8 GB)', '[data-fact=size]');
    expect(await on.app.core('planned')).toEqual([
      'KNOT-ESP FAT · kept · /boot/efi 512 MiB 536.9 MB',
      'knot-root ext4 · formatted · / 38 GiB 40.8 GB',
      'knot-home ext4 · kept · /home 185.1 GiB 198.7 GB',
    ]);
  });

  test('home stays where it is: no data moves', async () => {
    expect(await on.app.figure('moved')).toBe('none');
    await on.app.stage('Runbook');
    await on.app.sees('Recognition sheet');
    const list = await steps();
    expect(list.indexOf('delete:found-3')).toBeLessThan(list.indexOf('create:found-2'));
    const kept = await on.app.texts('tr[data-listed=found-4] td:last-child');
    expect(kept.length).toBeGreaterThan(0);
    expect(kept.filter((said) => !['leave alone', 'use, do not format'].includes(said))).toEqual([]);
  });
});

describe('freed space on the other side', () => {
  test('moves the start, and what that costs is told at once', async () => {
    await opened('knot');
    await on.app.selectPart('found-4');
    await on.app.pick('Fixed end', 'keep the end fixed');
    await on.app.sees('All its data is moved', 'aside');
    await on.app.type('New size', '150GiB');
    await on.app.sees('The start of “knot-home” moves: all its data is copied', 'aside');
    expect((await on.app.core('planned')).slice(-2)).toEqual([
      'free 35.1 GiB 37.7 GB',
      'knot-home ext4 · moved · /home 150 GiB 161.1 GB',
    ]);
    expect(await on.app.figure('moved')).toBe('77 GiB – 185.1 GiB');
    await on.app.press('Undo: Resize “knot-home”');
  });
});

describe('dunlin: a second Linux and shared data on a full MBR', () => {
  const gaps = () =>
    on.app.page.$$eval('[aria-label="Partitions as planned"] button[data-kind=gap]', (list) =>
      list.map((e) => (e as HTMLElement).dataset['part']!),
    );

  test('three primaries and a container take all four slots', async () => {
    await opened('dunlin');
    expect(await on.app.core('planned')).toEqual([
      'Startup NTFS · kept 350 MiB 367 MB',
      'Dunlin main NTFS · kept 300 GiB 322.1 GB',
      'Factory NTFS · kept 10 GiB 10.7 GB',
      'dunlin-root ext4 · kept 60 GiB 64.4 GB',
      'dunlin-swap swap · kept 4 GiB 4.3 GB',
      'free in extended 36 GiB 38.7 GB',
      'free 55.4 GiB 59.5 GB',
    ]);
    await on.app.selectPart('found-2');
    await on.app.sees('All four places are in use.', 'aside');
    await on.app.stage('Findings');
    await on.app.sees('All four places of the MBR are in use');
    await on.app.stage('Boot');
    expect(await on.app.texts('ul li strong + span')).toEqual(['fits', 'fits', 'fits']);
  });

  test('a fifth primary is refused with the way out', async () => {
    await on.app.stage('Layout');
    await on.app.give('data');
    await on.app.type('New size', '50GiB');
    await on.app.sees(
      'An MBR has four places, and the extended partition takes one of them',
      '[data-fact=listed]',
    );
    await on.app.pick('Listed as', 'one of the four');
    await on.app.sees('in the extended partition', 'aside');
  });

  test('in the container there is room for a root; over the rest the container grew', async () => {
    await on.app.give('system:system-1', (await gaps())[0]);
    expect((await on.app.core('planned')).slice(5)).toEqual([
      'root ext4 · new · / 28 GiB 30.1 GB',
      'swap swap · new 8 GiB 8.6 GB',
      'data exFAT · new 50 GiB 53.7 GB',
      'free in extended 5.4 GiB 5.8 GB',
    ]);
    expect(await on.app.figure('blockers')).toBe('0');
  });

  test('the runbook grows the container before it makes the logical in it, and knows the way back', async () => {
    await on.app.stage('Runbook');
    await on.app.sees('Way back');
    const ids = await steps();
    expect(ids.indexOf('grow-container')).toBeGreaterThan(0);
    expect(ids.indexOf('grow-container')).toBeLessThan(ids.indexOf('create:new-1'));
    await on.app.sees('from sector 650835968 to sector 976773167', '[data-step="grow-container"]');
    await on.app.sees('Set the extended partition back: from sector 650835968');
    await on.app.sees('Every step of this plan can be undone.');
    const rows = await on.app.page.$$eval('tr[data-row^=new]', (list) =>
      list.map((row) => (row as HTMLElement).innerText.split('\t').slice(1, 4).join(' ')),
    );
    expect(rows).toEqual(['sda7 root 28.00 GiB', 'sda8 swap 8.00 GiB', 'sda9 data 50.00 GiB']);
  });

  test('for UEFI the table is converted in place, and every kept system is made to start again', async () => {
    await on.app.stage('Machine');
    await on.app.pick('Supported modes of the firmware', 'both');
    await on.app.pick('Mode in this plan', 'UEFI');
    await on.app.stage('Boot');
    const ways = await on.app.texts('ol h3');
    const convert = ways.indexOf('Convert the table to GPT in place');
    expect(convert).toBeGreaterThan(0);
    const buttons = await on.app.page.$$('ol button');
    await on.app.click(buttons[convert]!);
    await on.app.saved();
    await on.app.stage('Findings');
    await on.app.sees('The table is converted to GPT in place');
    await on.app.sees('There is no EFI system partition');
    await on.app.press('Create it, 1 GiB (1.1 GB)');
    await on.app.stage('Runbook');
    await on.app.sees('Convert the table to GPT in place');
    const ids = await steps();
    const order = [
      'firmware-mode',
      'convert-table',
      'create:new-1',
      'redo-start:found-linux',
      'install:system-1',
    ];
    expect(order.map((id) => ids.indexOf(id))).toEqual(
      order.map((id) => ids.indexOf(id)).sort((x, y) => x - y),
    );
    expect(order.every((id) => ids.includes(id))).toBe(true);
  });
});

describe('sanderling: a tight fit', () => {
  test('Windows finds no room, and how much the Linux could give is said', async () => {
    await opened('sanderling');
    await on.app.stage('Findings');
    await on.app.sees('There is not enough free space for Windows');
    await on.app.sees('minimum 29.8 GiB (32 GB)');
  });

  test('shrunk by hand to 28 GiB, the Linux leaves enough', async () => {
    await on.app.stage('Layout');
    await on.app.selectPart('found-3');
    await on.app.type('New size', 'free 29.9GiB');
    await on.app.sees('28.1 GiB', '[data-fact=size]');
    expect(await on.app.figure('blockers')).toBe('0');
    await on.app.stage('Runbook');
    await on.app.sees('In a live session');
    await on.app.sees(
      'Shrink the file system first. Then shrink the partition',
      '[data-step="shrink:found-3"]',
    );
  });

  test('with Windows in the room, the border is shifted again by hand: what one gives the other gets', async () => {
    await on.app.stage('Layout');
    const gap = await on.app.page.$eval('[aria-label="Partitions as planned"] button[data-kind=gap]', (e) =>
      e.getAttribute('data-part'),
    );
    await on.app.give('other', gap!);
    await on.app.choose('What it is', 'System volume');
    await on.app.choose('File system', 'NTFS');
    await on.app.saved();
    const sizes = async () =>
      (await on.app.core('planned')).slice(2).map((line) => Number(/([\d.]+) GiB/.exec(line)![1]));
    const [linux, windows] = await sizes();
    const grip = (await on.app.page.$('[data-grip="border found-3 new-1"]'))!;
    const box = (await grip.boundingBox())!;
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
    await on.app.page.mouse.move(x, y);
    await on.app.page.mouse.down();
    await on.app.page.mouse.move(x, y - 30);
    await on.app.page.mouse.move(x, y - 60);
    await on.app.sees('root', '[data-fact=drawn]');
    await on.app.page.mouse.up();
    await on.app.saved();
    const [less, more] = await sizes();
    expect(less).toBeLessThan(linux!);
    expect(less! + more!).toBeCloseTo(linux! + windows!, 0);
    await on.app.page.focus('[data-grip="border found-3 new-1"]');
    await on.app.page.keyboard.press('ArrowDown');
    await on.app.saved();
    expect((await sizes())[0]!).toBeGreaterThan(less!);
    await on.app.click('[aria-label^="Undo: Move"]');
    await on.app.saved();
    await on.app.click('[aria-label^="Undo: Move"]');
    await on.app.saved();
    for (const edit of ['Change', 'Change', 'Fill free space', 'Create']) {
      const undo = await on.app.page.$(`[aria-label^="Undo: ${edit}"]`);
      if (undo) await on.app.click(undo);
      await on.app.saved();
    }
  });

  test('below its floor it is refused', async () => {
    await on.app.stage('Layout');
    await on.app.selectPart('found-3');
    await on.app.type('New size', '17GiB');
    await on.app.sees('Its minimum is 18 GiB (19.3 GB).');
  });

  test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
});
