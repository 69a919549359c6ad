/** @jest-environment jsdom */
import { GIB } from '@rhizotome/core';
import { demo, openStage } from '../../testing/stage.js';
import { MachineStage } from './MachineStage.js';

describe('what is told of the machine', () => {
  test('is in the plan, and on the server', async () => {
    const { hand, screen, within, saved } = await openStage(<MachineStage />, demo('knot'));
    const secure = within(screen.getByRole('radiogroup', { name: 'Secure Boot' }));
    expect(secure.getByRole<HTMLInputElement>('radio', { name: 'off' }).checked).toBe(true);
    await hand.click(secure.getByRole('radio', { name: 'on' }));
    expect((await saved()).machine.secureBoot).toBe('on');
  });

  test('takes a size once it is one; what is typed wrongly stays, with the reason', async () => {
    const { hand, screen, plan } = await openStage(<MachineStage />, demo('knot'));
    const memory = screen.getByRole<HTMLInputElement>('textbox', { name: 'Memory' });
    await hand.clear(memory);
    await hand.type(memory, 'much{Enter}');
    expect(memory.value).toBe('much');
    expect(plan().machine.ramBytes).toBe(8 * GIB);
    await hand.clear(memory);
    await hand.type(memory, '32 GiB{Enter}');
    expect(plan().machine.ramBytes).toBe(32 * GIB);
  });

  test('a name of a device is refused where it is none', async () => {
    const { hand, screen, plan } = await openStage(<MachineStage />, demo('knot'));
    const device = screen.getByRole('textbox', { name: 'Name of the disk in Linux' });
    await hand.clear(device);
    await hand.type(device, 'no name{Enter}');
    expect(screen.getByText(/Enter a device name as Linux prints it/)).toBeTruthy();
    expect(plan().machine.device).toBe('sda');
  });

  test('other disks are listed, and leave the list again', async () => {
    const { hand, screen, plan } = await openStage(<MachineStage />, demo('knot'));
    await hand.type(screen.getByRole('textbox', { name: 'Name of another disk' }), 'backup');
    await hand.type(screen.getByRole('textbox', { name: 'Size of another disk' }), '500GB{Enter}');
    expect(plan().machine.otherDisks).toEqual([{ name: 'backup', sizeBytes: 500e9 }]);
    await hand.click(screen.getByRole('button', { name: 'Remove' }));
    expect(plan().machine.otherDisks).toEqual([]);
  });
});
