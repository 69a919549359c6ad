import { session } from './session.js';

const on = session();
const GIB = 2 ** 30;
const MIB = 2 ** 20;

const part = (n: number, startMib: number, size: number, more: object) => ({
  name: `sda${n}`,
  path: `/dev/sda${n}`,
  type: 'part',
  partn: n,
  start: startMib * 2048,
  size,
  ...more,
});
const volume = (name: string, size: number, more: object) => ({
  name: `skua-${name}`,
  type: 'lvm',
  size,
  ...more,
});

/** A Linux whose root, home and swap are in a volume group within LUKS. */
const LSBLK = JSON.stringify({
  blockdevices: [
    {
      name: 'sda',
      path: '/dev/sda',
      type: 'disk',
      size: 500107862016,
      pttype: 'gpt',
      children: [
        part(1, 1, GIB, {
          parttype: 'c12a7328-f81f-11d2-ba4b-00a0c93ec93b',
          fstype: 'vfat',
          label: 'ESP',
          fsused: 40 * MIB,
          mountpoint: '/boot/efi',
        }),
        part(2, 1025, GIB, {
          parttype: 'bc13c2ff-59e6-4262-a352-b275fd6f7172',
          fstype: 'ext4',
          label: 'boot',
          fsused: 300 * MIB,
          mountpoint: '/boot',
        }),
        part(3, 2049, 300 * GIB, {
          parttype: 'ca7d7ccb-63ed-4c53-861c-1742536059cc',
          fstype: 'crypto_LUKS',
          children: [
            {
              name: 'luks-skua',
              type: 'crypt',
              size: 300 * GIB - 16 * MIB,
              fstype: 'LVM2_member',
              children: [
                volume('root', 60 * GIB, { fstype: 'ext4', fsused: 20 * GIB, mountpoint: '/' }),
                volume('home', 200 * GIB, { fstype: 'ext4', fsused: 70 * GIB, mountpoint: '/home' }),
                volume('swap', 8 * GIB, { fstype: 'swap' }),
              ],
            },
          ],
        }),
      ],
    },
  ],
});

test('a disk whose volumes lie in a group within LUKS is read with them', async () => {
  await on.app.go('/');
  await on.app.type('Name of the new machine', 'skua');
  await on.app.sees('skua', 'nav');
  await on.app.stage('As found');
  await on.app.press('lsblk output', 'tab');
  await on.app.paste('Output of lsblk', LSBLK);
  await on.app.press('Read the disk');
  await on.app.sees('Read again');
  await on.app.saved();
  await on.app.stage('Layout');
  await on.app.selectPart('found-3');
  await on.app.page.waitForSelector('[data-volume=swap]');
  expect(await on.app.texts('[data-volume]')).toEqual([
    'root 60 GiB (64.4 GB) ext4, kept Format root Delete root',
    'home 200 GiB (214.7 GB) ext4, kept Format home Delete home',
    'swap 8 GiB (8.6 GB) swap, kept Format swap Delete swap',
  ]);
  await on.app.sees('32 GiB (34.3 GB) left of 300 GiB (322.1 GB) inside', '[data-fact=room-inside]');
});

test('a member of a volume group is not resized, and says so', async () => {
  await on.app.type('New size', '200GiB');
  await on.app.sees('LVM member cannot be shrunk.');
  await on.app.page.keyboard.press('Escape');
});

test('its root deleted while the system stays is a blocker, taken back at a press', async () => {
  await on.app.press('Delete root');
  await on.app.sees('Linux is kept, but does not start any more', 'aside');
  expect(await on.app.core('planned')).toContain('home, swap LUKS · 1 inside deleted 300 GiB 322.1 GB');
  await on.app.press('Keep it');
  await on.app.saved();
  expect(await on.app.figure('blockers')).toBe('0');
});

test('reinstalled, the root is formatted in its place and nothing else inside is touched', async () => {
  await on.app.become('reinstall');
  await on.app.stage('Layout');
  await on.app.sees('1 inside formatted', '[aria-label="Partitions as planned"]');
  await on.app.stage('Runbook');
  const install = '[data-step="install:found-linux"]';
  await on.app.sees('Open the encrypted container on sda3 with its passphrase.', install);
  await on.app.sees('root inside sda3, 60 GiB (64.4 GB), ext4: mount at /; format.', install);
  await on.app.sees('home inside sda3, 200 GiB (214.7 GB), ext4: mount at /home; do NOT format.', install);
});

test('a new volume takes the room that is left, and is created before the installer', async () => {
  await on.app.stage('Layout');
  await on.app.selectPart('found-3');
  await on.app.press('Add a volume');
  await on.app.type('Size of data', '12GiB');
  await on.app.sees('20 GiB (21.5 GB) left of 300 GiB', '[data-fact=room-inside]');
  await on.app.stage('Runbook');
  await on.app.sees('Create data, 12288 MiB, as ext4.', '[data-step="change-inside:found-3"]');
});

test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
