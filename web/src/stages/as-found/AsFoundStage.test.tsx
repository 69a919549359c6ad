/** @jest-environment jsdom */
import { GIB } from '@rhizotome/core';
import { demo, openStage, story } from '../../testing/stage.js';
import { AsFoundStage } from './AsFoundStage.js';

describe('the disk as found', () => {
  test('what is used is typed where it was not read, and never more than there is', async () => {
    const { hand, screen, plan } = await openStage(<AsFoundStage />, demo('knot'));
    const used = screen.getAllByRole('textbox', { name: /^Space used on/ });
    if (used.length > 0) {
      await hand.clear(used[0]!);
      await hand.type(used[0]!, '900GiB{Enter}');
      expect(screen.getByText(/more than the size of the partition/)).toBeTruthy();
    }
    const least = screen.getByRole('textbox', { name: 'Minimum size of knot-home' });
    await hand.clear(least);
    await hand.type(least, '100GiB{Enter}');
    expect(plan().found['found-4']!.leastBytes).toBe(100 * GIB);
  });

  test('what a partition is for, and whose, is said here', async () => {
    const { hand, screen, plan } = await openStage(<AsFoundStage />, demo('knot'));
    await hand.selectOptions(screen.getByRole('combobox', { name: 'What knot-home is' }), 'Data');
    expect(plan().found['found-4']!.role).toBe('data');
  });
});

describe('a disk that is read again', () => {
  const read = async (text: string, keep: boolean) => {
    const stage = await openStage(<AsFoundStage />, story('kept-linux-loses-boot'));
    const { hand, screen } = stage;
    await hand.click(screen.getByRole('button', { name: 'Read again' }));
    if (!keep) await hand.click(screen.getByRole('checkbox', { name: /^Keep what is planned/ }));
    await hand.click(screen.getByRole('tab', { name: 'As text' }));
    await hand.click(screen.getByRole('textbox', { name: /^Notation, or JSON/ }));
    await hand.paste(text);
    await hand.click(screen.getByRole('button', { name: 'Read this text' }));
    return stage;
  };
  /** The disk without its own lines of what is planned. */
  const asFound = story('kept-linux-loses-boot')
    .split('\n')
    .filter((line) => /^(rhizotome|disk|found)\b/.test(line))
    .join('\n');

  test('keeps what is planned, and rests on the new reading', async () => {
    const { plan, readingId } = await read(`${asFound}\n`, true);
    expect(readingId()).not.toBe('reading');
    expect(plan().surveyId).toBe(readingId());
    expect(plan().partitions.map((p) => p.label)).toEqual(['ESP', 'root', 'var']);
  });

  test('or begins anew, with everything kept as found', async () => {
    const { plan } = await read(`${asFound}\n`, false);
    expect(plan().partitions.map((p) => p.label)).toEqual(['ESP', 'boot', 'root', 'var']);
  });

  test('where something that is to be kept is gone, the plan stays as it is, and that is said', async () => {
    const without = asFound.replace(/^found 3.*$/m, '');
    const { screen, readingId } = await read(`${without}\n`, true);
    expect(screen.getByRole('alert').textContent).toContain('something that is to be kept is not there');
    expect(readingId()).toBe('reading');
  });
});

describe('a disk that was not read yet', () => {
  const bare = 'rhizotome 1\n\nmachine bare\n';

  test('is entered by hand, row by row', async () => {
    const { hand, screen, saved } = await openStage(<AsFoundStage />, bare);
    await hand.click(screen.getByRole('tab', { name: 'By hand' }));
    await hand.type(screen.getByRole('combobox', { name: 'Size of the disk' }), '240GB');
    await hand.click(screen.getByRole('button', { name: 'Add a partition' }));
    const size = screen.getByRole('textbox', { name: 'Size of partition 1' });
    await hand.clear(size);
    await hand.type(size, '100MiB');
    await hand.selectOptions(screen.getByRole('combobox', { name: 'Type of partition 1' }), 'efi');
    await hand.click(screen.getByRole('button', { name: 'Use this disk' }));
    expect((await saved()).partitions.map((p) => p.role)).toEqual(['efi']);
  });

  test('is pasted as text; what is no disk is refused with its place', async () => {
    const { hand, screen, plan } = await openStage(<AsFoundStage />, bare);
    await hand.click(screen.getByRole('tab', { name: 'As text' }));
    const text = screen.getByRole('textbox', { name: /^Notation, or JSON/ });
    await hand.click(text);
    await hand.paste('rhizotome 1\n\ndisk, size many\n');
    await hand.click(screen.getByRole('button', { name: 'Read this text' }));
    expect(screen.getByText(/^Line 3/)).toBeTruthy();
    await hand.clear(text);
    await hand.click(text);
    await hand.paste(
      'rhizotome 1\n\ndisk, size 120 GB, table gpt\nfound 1, at 1 MiB, size 20 GiB, type 0fc63daf-8483-4772-8e79-3d69d8477de4, holds ext4\n',
    );
    await hand.click(screen.getByRole('button', { name: 'Read this text' }));
    expect(plan().partitions).toHaveLength(1);
  });

  test('is pasted as the output of lsblk', async () => {
    const { hand, screen, plan } = await openStage(<AsFoundStage />, bare);
    await hand.click(screen.getByRole('tab', { name: 'lsblk output' }));
    const output = screen.getByRole('textbox', { name: 'Output of lsblk' });
    const child = {
      name: 'sda1',
      path: '/dev/sda1',
      type: 'part',
      partn: 1,
      start: 2048,
      size: 20 * GIB,
      fstype: 'ext4',
    };
    const disk = {
      name: 'sda',
      path: '/dev/sda',
      type: 'disk',
      size: 240057409536,
      pttype: 'gpt',
      children: [child],
    };
    await hand.click(output);
    await hand.paste('{ "blockdevices": [');
    expect(screen.queryByRole('button', { name: 'Read the disk' })?.hasAttribute('disabled') ?? true).toBe(
      true,
    );
    await hand.clear(output);
    await hand.click(output);
    await hand.paste(JSON.stringify({ blockdevices: [disk] }));
    await hand.click(screen.getByRole('button', { name: /^(Read|Use) (the|this) disk/ }));
    expect(plan().partitions.map((p) => p.fileSystem)).toEqual(['ext4']);
  });
});
