/** @jest-environment jsdom */
import { demo, openStage } from '../../testing/stage.js';
import { BootStage } from './BootStage.js';

describe('boot', () => {
  test('on a blank disk a mode and a style are chosen in the map', async () => {
    const { hand, screen, plan } = await openStage(<BootStage />, demo('turnstone'));
    await hand.click(screen.getByRole('button', { name: 'Choose UEFI and MBR' }));
    expect(plan().target).toMatchObject({ mode: 'uefi', style: 'mbr' });
    expect(screen.getByRole('button', { name: 'Choose UEFI and GPT' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Choose UEFI and MBR' })).toBeNull();
  });

  test('a solution that erases nothing is taken by one press', async () => {
    const { hand, screen, plan } = await openStage(<BootStage />, demo('curlew'));
    const before = plan();
    const [use] = screen.getAllByRole('button', { name: 'Use this' });
    await hand.click(use!);
    expect(plan().target).not.toEqual(before.target);
    expect(screen.queryByRole('alert')).toBeNull();
  });

  test('the order of the systems, and who starts whom, is decided here', async () => {
    const { hand, screen, plan } = await openStage(<BootStage />, demo('turnstone'));
    const [up] = screen.getAllByRole('button', { name: /^Move .* up$/ });
    const name = /^Move (.*) up$/.exec(up!.getAttribute('aria-label')!)![1];
    await hand.click(up!);
    const first = plan().start!.order[0];
    expect(plan().systems.find((s) => s.id === first)!.name).toBe(name);
    const seconds = screen.getByRole('textbox', { name: 'Seconds before the default starts' });
    await hand.clear(seconds);
    await hand.type(seconds, '12');
    await hand.tab();
    expect(plan().start!.waitSeconds).toBe(12);
  });

  test('an EFI system partition is chosen by its strategy', async () => {
    const { hand, screen, plan } = await openStage(<BootStage />, demo('turnstone'));
    const before = plan().partitions.length;
    const [use] = screen.getAllByRole('button', { name: 'Use this' });
    await hand.hover(use!);
    await hand.click(use!);
    expect(plan().partitions.length).toBeGreaterThan(before);
  });
});
