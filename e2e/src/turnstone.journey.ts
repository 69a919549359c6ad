import { session } from './session.js';

const on = session();

beforeAll(() => on.app.go('/'));

/** Presses the gap that is left and creates a partition in it. */
async function create(what: { owner: string; role: string; size?: string }): Promise<void> {
  const gaps = await on.app.page.$$eval(
    '[aria-label="Partitions as planned"] button[data-kind=gap]',
    (list) => list.map((e) => (e as HTMLElement).dataset['part']!),
  );
  await on.app.selectPart(gaps.at(-1)!);
  await on.app.choose('Create for', what.owner);
  await on.app.choose('What it is', what.role);
  if (what.size) await on.app.type('Size', what.size);
  await on.app.press('Create');
}

describe('turnstone: two Linux systems and shared data, from a blank disk', () => {
  test('the disk has no table, and each system lacks everything', async () => {
    await on.app.press('turnstone', 'link');
    await on.app.sees('223.6 GiB (240.1 GB) · GPT, a new table');
    expect(await on.app.core('found')).toEqual(['free 223.6 GiB 240.1 GB']);
    await on.app.stage('Findings');
    await on.app.sees('There is no EFI system partition');
    expect(await on.app.figure('blockers')).toBe('3');
  });

  test('a remedy creates the EFI partition for both', async () => {
    await on.app.press('Create it, 1 GiB (1.1 GB)');
    await on.app.sees('Gauge Linux has no root');
    expect(await on.app.figure('blockers')).toBe('2');
  });

  test('roots, swap and shared data are laid out by size expressions', async () => {
    await on.app.stage('Layout');
    await create({ owner: 'Gauge Linux', role: 'Root', size: 'max(12GiB, 5%)' });
    await create({ owner: 'Desk Linux', role: 'Root', size: '30GiB' });
    await create({ owner: 'Desk Linux', role: 'Swap', size: 'ram' });
    await create({ owner: 'Gauge Linux', role: 'Data' });
    expect(await on.app.core('planned')).toEqual([
      'EFI FAT · new · /boot/efi 1 GiB 1.1 GB',
      'root ext4 · new · / 12 GiB 12.9 GB',
      'root2 ext4 · new · / 30 GiB 32.2 GB',
      'swap swap · new 8 GiB 8.6 GB',
      'data ext4 · new · /srv/data 172.6 GiB 185.3 GB',
    ]);
    expect(await on.app.figure('blockers')).toBe('0');
    expect(await on.app.figure('hazards')).toBe('0');
  });

  test('a swap of the first system is still advised, and shared at a press', async () => {
    await on.app.stage('Findings');
    await on.app.sees('Gauge Linux has no swap, and memory is small');
    await on.app.stage('Layout');
    await on.app.selectPart('new-4');
    const owners = '[aria-label="Owners of swap"] button:first-child';
    await on.app.click(owners);
    await on.app.saved();
    await on.app.stage('Findings');
    await on.app.page.waitForFunction(() => !document.body.innerText.includes('has no swap'));
  });

  test('a size beyond the room is refused with what would fit', async () => {
    await on.app.stage('Layout');
    await on.app.selectPart('new-3');
    await on.app.type('New size', '40GiB');
    await on.app.sees('There is not enough space here for 40 GiB (42.9 GB). 30 GiB (32.2 GB) would fit.');
    expect((await on.app.core('planned'))[2]).toBe('root2 ext4 · new · / 30 GiB 32.2 GB');
  });

  test('the runbook writes a new table first, then each part, then both systems', async () => {
    await on.app.stage('Runbook');
    const steps = await on.app.page.$$eval('[data-step]', (list) =>
      list.map((e) => (e as HTMLElement).dataset['step']),
    );
    expect(steps).toEqual([
      'prepare-medium:system-1',
      'prepare-medium:system-2',
      'new-table',
      'create:new-1',
      'create:new-2',
      'create:new-3',
      'create:new-4',
      'create:new-5',
      'install:system-1',
      'install:system-2',
      'start-order',
      'first-start:system-1',
      'first-start:system-2',
      'verify-disk',
    ]);
    await on.app.sees(
      'start at 1 MiB (sector 2048), size 1 GiB (last sector 2099199)',
      '[data-step="create:new-1"]',
    );
    await on.app.sees(
      'Set the type to EFI system, and the partition name to EFI.',
      '[data-step="create:new-1"]',
    );
    await on.app.sees(
      'sda3, 30.00 GiB (32.2 GB), ext4: mount at /; formatted already and empty: format it only if the installer insists.',
      '[data-step="install:system-2"]',
    );
    await on.app.sees(
      'sda5, 172.57 GiB (185.3 GB), ext4: mount at /srv/data; do NOT format.',
      '[data-step="install:system-2"]',
    );
    expect(await on.app.texts('tr[data-row] td:nth-child(2)')).toEqual([
      'sda1',
      'sda2',
      'sda3',
      'sda4',
      'sda5',
    ]);
  });

  test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
});
