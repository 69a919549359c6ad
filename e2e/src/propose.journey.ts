import { session } from './session.js';

const on = session();

beforeAll(async () => {
  await on.app.go('/');
  await on.app.press('knot', 'link');
  await on.app.page.waitForSelector('[data-grip]');
});

describe('knot: a second system, proposed whole', () => {
  test('what the proposal does is said before it is taken', async () => {
    await on.app.stage('Systems');
    await on.app.press('Add a system');
    await on.app.press('Linux, development or analysis at least 20 GiB (21.5 GB)', 'menuitem');
    await on.app.sees('“knot-home” keeps 117 GiB');
    await on.app.sees('Linux 2 has 60.1 GiB, comfortable');
    await on.app.sees('With a home of its own');
  });

  test('one press makes room and parts, and nothing stops the plan', async () => {
    await on.app.press('Use plan 1');
    await on.app.saved();
    expect(await on.app.figure('blockers')).toBe('0');
    await on.app.stage('Layout');
    expect((await on.app.core('planned')).slice(3, 6)).toEqual([
      'knot-home ext4 · shrunk · /home 117 GiB 125.6 GB',
      'root ext4 · new · / 60.1 GiB 64.5 GB',
      'swap swap · new 8 GiB 8.6 GB',
    ]);
  });

  test('one press takes all of it back, and one brings it again', async () => {
    await on.app.press('Undo: Space and partitions for Linux 2');
    expect((await on.app.core('planned')).length).toBe(4);
    await on.app.press('Redo: Space and partitions for Linux 2');
    expect((await on.app.core('planned')).length).toBeGreaterThan(5);
  });
});

describe('the EFI system partition', () => {
  const titles = () => on.app.texts('article h3');
  const adopted = () => on.app.texts('article[data-adopted] h3');

  test('all strategies stand side by side, the adopted one marked', async () => {
    await on.app.stage('Boot');
    expect(await titles()).toEqual([
      'Share the existing one',
      'Create a second one for the new system',
      'Enlarge the existing one',
      expect.stringMatching(/^Replace “.+” with a larger one elsewhere$/),
    ]);
    expect(await adopted()).toEqual(['Share the existing one']);
    await on.app.sees('It is large enough already.');
  });

  test('another is adopted at a press, where it can be', async () => {
    const buttons = await on.app.page.$$('article button');
    expect(buttons.length).toBeGreaterThan(0);
    await on.app.click(buttons[0]!);
    await on.app.saved();
    expect(await adopted()).toEqual(['Create a second one for the new system']);
    await on.app.stage('Layout');
    expect((await on.app.core('planned')).filter((line) => line.includes('FAT'))).toEqual([
      'KNOT-ESP FAT · kept · /boot/efi 512 MiB 536.9 MB',
      'EFI FAT · new · /boot/efi 1 GiB 1.1 GB',
    ]);
  });
});

describe('starting', () => {
  test('every system has its place, proposed', async () => {
    await on.app.stage('Boot');
    await on.app.sees('How each system boots');
    expect(await on.app.texts('ol[class*=rows] b')).toEqual(['Linux 2', 'Linux']);
  });

  test('a wrong target is told at once, stops the plan, and is left open again at a press', async () => {
    await on.app.choose('Place of the boot loader of Linux 2', 'first sector of the disk');
    await on.app.sees('in UEFI mode nothing starts from the first sector of the disk');
    expect(await on.app.figure('blockers')).toBe('1');
    await on.app.press('reset to proposed');
    expect(await on.app.figure('blockers')).toBe('0');
  });

  test('the order changes at a press', async () => {
    await on.app.press('Move Linux up');
    await on.app.saved();
    expect(await on.app.texts('ol[class*=rows] b')).toEqual(['Linux', 'Linux 2']);
  });
});

describe('what lies beneath', () => {
  test('an encrypted root without a /boot of its own is told', async () => {
    await on.app.stage('Layout');
    await on.app.selectPart('new-1');
    await on.app.choose('Encryption and volume group', 'encryption (LUKS)');
    await on.app.sees('is encrypted, and Linux 2 has no /boot of its own', 'aside');
    await on.app.choose('Encryption and volume group', 'nothing');
  });

  test('subvolumes are typed in a line, and a slip is told in the field', async () => {
    await on.app.choose('File system', 'btrfs');
    await on.app.type('Subvolumes of root', '@ /, @home');
    await on.app.sees('enter a name and a mount point', 'aside');
    await on.app.type('Subvolumes of root', '@home /home, @var /var');
    await on.app.saved();
    expect((await on.app.core('planned')).find((line) => line.startsWith('root'))).toContain(
      '/ · /home · /var',
    );
  });

  test('nothing went wrong unseen', () => expect(on.app.complaints).toEqual([]));
});
