/** @jest-environment jsdom */
import { demo, openStage } from '../../../testing/stage.js';
import { SystemsStage } from '../SystemsStage.js';

const open = (name: Parameters<typeof demo>[0]) => openStage(<SystemsStage />, demo(name));

describe('what is wished, and what fits', () => {
  test('plans stand side by side, and one press makes one the plan', async () => {
    const { hand, screen, within, plan } = await open('fulmar');
    const list = within(await screen.findByRole('list', { name: 'Proposals' }));
    expect(list.getByText('Best for your wish')).toBeTruthy();
    expect(list.getByText('“Fulmar” keeps 750 GiB')).toBeTruthy();
    expect(list.getAllByRole('button', { name: /^Use plan/ })).toHaveLength(5);
    await hand.click(list.getByRole('button', { name: 'Use plan 1' }));
    expect(plan().partitions.map((p) => p.role)).toContain('root');
    expect(await screen.findByRole('button', { name: 'Propose again' })).toBeTruthy();
  });

  test('a plan near the wish changes the wish with it', async () => {
    const { hand, screen, within, plan } = await open('fulmar');
    const list = within(await screen.findByRole('list', { name: 'Proposals' }));
    const card = within(list.getByText('With a home of its own').closest('li')!);
    await hand.click(card.getByRole('button', { name: /^Use plan/ }));
    expect(plan().partitions.map((p) => p.role)).toContain('home');
    const linux = plan().systems.find((s) => s.name === 'Desk Linux')!;
    expect(linux.wish).toEqual({ size: 'comfortable', home: { share: 0.5 }, swap: 'advised' });
  });

  test('a wish is a choice and part of the plan; what follows is searched again', async () => {
    const { hand, screen, plan } = await open('fulmar');
    await screen.findByText('“Fulmar” keeps 750 GiB');
    await hand.selectOptions(screen.getByRole('combobox', { name: 'Size of Desk Linux' }), 'a size …');
    expect(plan().systems.find((s) => s.name === 'Desk Linux')!.wish!.size).toEqual({ bytes: 60 * 2 ** 30 });
    await hand.clear(screen.getByRole('textbox', { name: 'How large' }));
    await hand.type(screen.getByRole('textbox', { name: 'How large' }), '90GiB{Enter}');
    expect(await screen.findByText('“Fulmar” keeps 720 GiB')).toBeTruthy();
  });

  test('what stands in the way is said, and allowed at a press', async () => {
    const { hand, screen, plan } = await open('fulmar');
    await screen.findByText('“Fulmar” keeps 750 GiB');
    await hand.click(screen.getByRole('checkbox', { name: 'Fulmar' }));
    expect(plan().wish!.untouched).toEqual(['found-2']);
    expect(await screen.findByText(/It would fit if “Fulmar” may change/)).toBeTruthy();
    await hand.click(screen.getByRole('button', { name: 'Allow it' }));
    expect(plan().wish!.untouched).toEqual([]);
    expect(await screen.findByText('“Fulmar” keeps 750 GiB')).toBeTruthy();
  });

  test('the bounds of the day are choices', async () => {
    const { hand, screen, plan } = await open('fulmar');
    await hand.selectOptions(screen.getByRole('combobox', { name: 'A power cut' }), 'must never cost data');
    await hand.selectOptions(screen.getByRole('combobox', { name: 'Restarts' }), 'at most 8');
    await hand.selectOptions(
      screen.getByRole('combobox', { name: 'Time for copying' }),
      'at most 10 minutes',
    );
    await hand.selectOptions(
      screen.getByRole('combobox', { name: 'Partitions that are there' }),
      'nothing moves',
    );
    await hand.selectOptions(
      screen.getByRole('combobox', { name: 'EFI system partition' }),
      'another one for the new',
    );
    expect(plan().wish).toEqual({
      efi: 'second',
      efiFreeBytes: null,
      keep: 'advised',
      untouched: [],
      mostMovedBytes: 0,
      mostRestarts: 8,
      mostSeconds: 600,
      exposure: 'none',
    });
  });
});
