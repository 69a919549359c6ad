/** @jest-environment jsdom */
import { GIB, MIB, plannedParts, type Planned } from '@rhizotome/core';
import { demo, openStage, planOf, story } from '../../testing/stage.js';
import { LayoutStage } from './LayoutStage.js';

const part = (plan: Awaited<ReturnType<typeof openStage>>['plan'], id: string) =>
  plan().partitions.find((p) => p.id === id)!;

describe('a partition that is selected', () => {
  const select = (id: string) => openStage(<LayoutStage />, demo('knot'), `/?sel=${id}`);

  test('takes a size that is typed, and says what stands against one', async () => {
    const { hand, screen, plan } = await select('found-4');
    const size = screen.getByRole('textbox', { name: 'New size' });
    await hand.clear(size);
    await hand.type(size, '120GiB{Enter}');
    expect(part(plan, 'found-4').length * 512).toBe(120 * GIB);
    await hand.clear(size);
    await hand.type(size, '10GiB{Enter}');
    expect(screen.getByText(/Its minimum is/)).toBeTruthy();
    expect(part(plan, 'found-4').length * 512).toBe(120 * GIB);
  });

  test('is formatted, described, and kept again by its verbs', async () => {
    const { hand, screen, plan } = await select('found-2');
    await hand.click(screen.getByRole('button', { name: 'Format' }));
    expect(part(plan, 'found-2').treatment).toBe('format');
    const label = screen.getByRole('textbox', { name: 'Label' });
    await hand.clear(label);
    await hand.type(label, 'fresh{Enter}');
    expect(part(plan, 'found-2').label).toBe('fresh');
    await hand.selectOptions(screen.getByRole('combobox', { name: 'File system' }), 'btrfs');
    expect(part(plan, 'found-2').fileSystem).toBe('btrfs');
    const subvolumes = screen.getByRole('textbox', { name: /^Subvolumes of/ });
    await hand.type(subvolumes, '@ /, @home /home{Enter}');
    expect(part(plan, 'found-2').subvolumes).toHaveLength(2);
    await hand.click(screen.getAllByRole('button', { name: 'Keep its files' })[0]!);
    expect(part(plan, 'found-2').treatment).toBe('keep');
  });

  test('is deleted, shown as deleted, and kept as it was found', async () => {
    const { hand, screen, plan } = await select('found-3');
    await hand.click(screen.getByRole('button', { name: 'Delete' }));
    expect(part(plan, 'found-3')).toBeUndefined();
    await hand.click(screen.getByRole('button', { name: 'Keep it as found' }));
    expect(part(plan, 'found-3').from).toBe('found-3');
  });
});

describe('a size for which there is no free space', () => {
  test('is offered with what the neighbours move for it', async () => {
    const { hand, screen, plan } = await openStage(<LayoutStage />, demo('dunlin'), '/?sel=found-5');
    const before = part(plan, 'found-5').length * 512;
    const size = screen.getByRole('textbox', { name: 'New size' });
    await hand.clear(size);
    await hand.type(size, `${before / GIB + 10}GiB{Enter}`);
    expect(part(plan, 'found-5').length * 512).toBe(before);
    await hand.click(screen.getByRole('button', { name: /^Let its neighbours make space/ }));
    expect(part(plan, 'found-5').length * 512).toBe(before + 10 * GIB);
  });
});

describe('free space', () => {
  test('is given to a neighbour, or closed up, at a press', async () => {
    const { hand, screen, plan } = await openStage(<LayoutStage />, demo('dunlin'), '/?sel=gap-785057792');
    const root = part(plan, 'found-5');
    const give = screen.getByRole('button', { name: /^Give it to “dunlin-root”/ });
    await hand.click(give);
    expect(part(plan, 'found-5').length * 512).toBeGreaterThanOrEqual(root.length * 512 + 35 * GIB);
  });

  test('is given to a system that waits at a press, and what was made takes a size afterwards', async () => {
    const text = demo('turnstone');
    const gap = plannedParts(planOf(text) as Planned).find((p) => p.kind === 'gap')!;
    const { hand, screen, plan } = await openStage(<LayoutStage />, text, `/?sel=${gap.id}`);
    await hand.click(screen.getByRole('button', { name: /^Gauge Linux/ }));
    const root = plan().partitions.find((p) => p.role === 'root')!;
    expect(root.owners).toEqual(['system-1']);
    expect(plan().partitions[0]!.start * 512).toBe(MIB);
    const size = screen.getByRole('textbox', { name: 'New size' });
    await hand.clear(size);
    await hand.type(size, '11GiB{Enter}');
    expect(part(plan, root.id).length * 512).toBe(11 * GIB);
  });
});

describe('how a partition is listed', () => {
  test('is a property of it on an MBR, with what a change costs; a GPT has no such thing', async () => {
    const { hand, screen, plan } = await openStage(<LayoutStage />, demo('dunlin'), '/?sel=found-5');
    expect(screen.getByRole<HTMLInputElement>('radio', { name: 'in the extended partition' }).checked).toBe(
      true,
    );
    await hand.click(screen.getByRole('radio', { name: 'one of the four' }));
    expect(screen.getByText(/cannot be listed the other way|Listing it the other way/)).toBeTruthy();
    expect(plan().partitions.length).toBeGreaterThan(3);
  });

  test('is not asked on a GPT', async () => {
    const { screen } = await openStage(<LayoutStage />, demo('knot'), '/?sel=found-2');
    expect(screen.queryByRole('radio', { name: 'one of the four' })).toBeNull();
  });

  test('which one the BIOS starts stands with how the machine boots, and is changed there', async () => {
    const { hand, screen, plan } = await openStage(<LayoutStage />, demo('dunlin'), '/?sel=found-2');
    expect(screen.getByText('How the machine boots')).toBeTruthy();
    await hand.click(screen.getByRole('button', { name: 'Let the BIOS start this one' }));
    expect(
      plan()
        .partitions.filter((p) => p.active)
        .map((p) => p.id),
    ).toEqual(['found-2']);
    expect(screen.getByText(/^The BIOS starts what is in this partition/)).toBeTruthy();
  });
});

describe('beside the drawing', () => {
  test('the plan as text is changed there, and a mistake is shown with its place', async () => {
    const { hand, screen, plan } = await openStage(<LayoutStage />, demo('knot'));
    await hand.click(screen.getByRole('radio', { name: 'text' }));
    const text = screen.getByRole<HTMLTextAreaElement>('textbox', { name: 'Text of the plan' });
    const was = text.value;
    await hand.clear(text);
    await hand.click(text);
    await hand.paste(was.replace('memory 8 GiB', 'memory 12 GiB'));
    await hand.click(screen.getByRole('button', { name: 'Apply' }));
    expect(plan().machine.ramBytes).toBe(12 * GIB);
    await hand.clear(text);
    await hand.click(text);
    await hand.paste(was.replace('memory 8 GiB', 'memory many'));
    expect(screen.getByRole('button', { name: /Line \d+/ })).toBeTruthy();
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Apply' }).disabled).toBe(true);
  });

  test.each([
    ['root', 'root'],
    ['swap', 'swap'],
    ['home', 'home'],
  ])('the sizing bench gives a size to the plan: %s', async (panel, role) => {
    const { hand, screen, plan } = await openStage(<LayoutStage />, demo('turnstone'));
    await hand.click(screen.getByRole('radio', { name: 'sizing' }));
    await hand.click(await screen.findByRole('radio', { name: panel }));
    const gives = screen
      .getAllByRole<HTMLButtonElement>('button')
      .findLast((b) => /\d [MG]iB/.test(b.textContent) && !/^Wish/.test(b.textContent) && !b.disabled)!;
    await hand.hover(gives);
    await hand.click(gives);
    expect(plan().partitions.map((p) => p.role)).toEqual([role]);
  });

  test('a setup can be told how much of its free space it takes', async () => {
    const { hand, screen, plan } = await openStage(
      <LayoutStage />,
      story('setup-makes-the-efi-partition'),
      '/?sel=gap-34',
    );
    const field = screen.getByRole('textbox', { name: 'Of it, the setup of Windows takes' });
    await hand.type(field, '200GiB{Enter}');
    expect(plan().systems.find((s) => s.ownSetup)!.room).toBe(200 * GIB);
    expect(screen.getByText(/System volume 198.7 GiB/)).toBeTruthy();
    await hand.clear(field);
    await hand.type(field, '{Enter}');
    expect(plan().systems.find((s) => s.ownSetup)!.room).toBeUndefined();
  });

  test('a partition for volumes is split into them', async () => {
    const { hand, screen, plan } = await openStage(
      <LayoutStage />,
      story('swap-in-a-volume-group'),
      '/?sel=pv',
    );
    await hand.click(screen.getByRole('button', { name: 'Split into volumes' }));
    await hand.click(screen.getByRole('button', { name: 'Add a volume' }));
    expect(part(plan, 'pv').inside!.length).toBeGreaterThan(1);
  });
});
