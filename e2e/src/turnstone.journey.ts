import { session } from './session.js';

const on = session();

beforeAll(() => on.app.go('/'));

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
    await on.app.give('system:system-1');
    await on.app.type('New size', 'max(12GiB, 5%)');
    await on.app.give('system:system-2');
    await on.app.give('data');
    expect(await on.app.core('planned')).toEqual([
      'EFI FAT · new · /boot/efi 1 GiB 1.1 GB',
      'root ext4 · new · / 12 GiB 12.9 GB',
      'swap swap · new 8 GiB 8.6 GB',
      'root2 ext4 · new · / 30 GiB 32.2 GB',
      'swap2 swap · new 8 GiB 8.6 GB',
      'data ext4 · new · /srv/data 164.6 GiB 176.7 GB',
    ]);
    expect(await on.app.figure('blockers')).toBe('0');
    expect(await on.app.figure('hazards')).toBe('0');
  });

  test('one swap is enough for both: the other goes, and what stands beside it takes its space', async () => {
    await on.app.selectPart('new-5');
    await on.app.press('Delete');
    await on.app.stage('Findings');
    await on.app.sees('Desk Linux has no swap, and memory is small');
    await on.app.stage('Layout');
    await on.app.selectPart('new-3');
    await on.app.click('[aria-label="Owners of swap"] button:nth-child(2)');
    await on.app.saved();
    await on.app.stage('Findings');
    await on.app.page.waitForFunction(() => !document.body.innerText.includes('has no swap'));
    await on.app.stage('Layout');
    await on.app.give('give:new-6');
    expect((await on.app.core('planned')).at(-1)).toBe('data ext4 · new · /srv/data 172.6 GiB 185.3 GB');
  });

  test('a size beyond the room is refused with what would fit', async () => {
    await on.app.stage('Layout');
    await on.app.selectPart('new-4');
    await on.app.type('New size', '40GiB');
    await on.app.sees('There is not enough space here for 40 GiB (42.9 GB). 30 GiB (32.2 GB) would fit.');
    expect((await on.app.core('planned'))[3]).toBe('root2 ext4 · new · / 30 GiB 32.2 GB');
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
      'create:new-6',
      'install:system-1',
      'install:system-2',
      'start-order',
      'first-start:system-1',
      'first-start:system-2',
      'verify-disk',
    ]);
    await on.app.sees(
      'create it from sector 2048 to sector 2099199 (1024 MiB)',
      '[data-step="create:new-1"]',
    );
    await on.app.sees(
      'Set the type to EFI system, and the partition name to EFI.',
      '[data-step="create:new-1"]',
    );
    await on.app.sees(
      'sda4, 30.00 GiB (32.2 GB), ext4: mount at /; formatted already and empty: format it only if the installer insists.',
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
