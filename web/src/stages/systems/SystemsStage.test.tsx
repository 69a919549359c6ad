/** @jest-environment jsdom */
import { GIB, inEnglish, partitionOf, roomWaysOf } from '@rhizotome/core';
import { demo, openStage } from '../../testing/stage.js';
import { SystemsStage } from './SystemsStage.js';

describe('systems', () => {
  test('one is added by its kind, and taken away', async () => {
    const { hand, screen, plan } = await openStage(<SystemsStage />, demo('petrel'));
    const before = plan().systems.length;
    await hand.click(screen.getByRole('button', { name: 'Add a system' }));
    await hand.click(await screen.findByRole('menuitem', { name: /^Linux, small/ }));
    expect(plan().systems).toHaveLength(before + 1);
    const added = plan().systems.at(-1)!;
    const sheet = screen.getByRole('region', { name: added.name });
    await hand.click([...sheet.querySelectorAll('button')].find((b) => b.textContent === 'Remove')!);
    expect(plan().systems).toHaveLength(before);
  });

  test('a name must be one, and its sizes are typed', async () => {
    const { hand, screen, within, plan } = await openStage(<SystemsStage />, demo('knot'));
    const [system] = plan().systems;
    const sheet = within(screen.getByRole('region', { name: system!.name }));
    const name = sheet.getByRole('textbox', { name: 'Name' });
    await hand.clear(name);
    await hand.type(name, '{Enter}');
    expect(plan().systems[0]!.name).toBe(system!.name);
    await hand.type(name, 'Station{Enter}');
    expect(plan().systems[0]!.name).toBe('Station');
    const comfortable = screen.getByRole('textbox', { name: 'Comfortable' });
    await hand.clear(comfortable);
    await hand.type(comfortable, '44GiB{Enter}');
    expect(plan().systems[0]!.comfortableBytes).toBe(44 * GIB);
  });

  test('what becomes of one that is there is a choice', async () => {
    const { hand, screen, within, plan } = await openStage(<SystemsStage />, demo('fulmar'));
    const found = plan().systems.find((s) => s.origin === 'found' && !s.change)!;
    const choice = within(screen.getByRole('radiogroup', { name: `What to do with ${found.name}` }));
    await hand.click(choice.getByRole('radio', { name: 'goes' }));
    expect(plan().systems.find((s) => s.id === found.id)!.change).toBe('retire');
    await hand.click(choice.getByRole('radio', { name: 'stays' }));
    expect(plan().systems.find((s) => s.id === found.id)!.change).toBeUndefined();
  });

  test('one that goes gives its space to whom one says, at a press', async () => {
    const { hand, screen, plan, open } = await openStage(<SystemsStage />, demo('dunlin'));
    const found = plan().systems.find((s) => s.origin === 'found' && s.family === 'linux')!;
    const [way] = roomWaysOf({ plan: plan(), survey: open.getState().survey! }, found);
    const sheet = screen.getByRole('region', { name: found.name });
    const before = partitionOf(plan(), way!.taker)!.length;
    await hand.click(
      [...sheet.querySelectorAll('button')].find((b) => b.textContent.includes('give its space'))!,
    );
    await hand.click(await screen.findByRole('menuitem', { name: inEnglish(way!.title) }));
    expect(plan().systems.find((s) => s.id === found.id)!.change).toBe('retire');
    expect(partitionOf(plan(), way!.taker)!.length).toBeGreaterThan(before);
  });

  test('a Linux may swap without a partition', async () => {
    const { hand, screen, plan } = await openStage(<SystemsStage />, demo('turnstone'));
    const [swap] = screen.getAllByRole('combobox', { name: 'Swap without a partition' });
    await hand.selectOptions(swap!, 'in a file');
    expect(plan().systems.some((s) => s.swap === 'file')).toBe(true);
  });
});
