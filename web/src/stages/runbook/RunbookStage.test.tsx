/** @jest-environment jsdom */
import { within } from '@testing-library/react';
import { openStage, story } from '../../testing/stage.js';
import { RunbookStage } from './RunbookStage.js';

describe('the runbook', () => {
  test('a step is ticked and unticked; the tick is in the plan', async () => {
    const { hand, screen, plan } = await openStage(<RunbookStage />, story('windows-moves-on-mbr'));
    const [first] = screen.getAllByRole('checkbox');
    await hand.click(first!);
    expect(plan().ticked).toHaveLength(1);
    await hand.click(first!);
    expect(plan().ticked).toHaveLength(0);
  });

  test('when a step was ticked and what is noted of it is in the plan, and printed', async () => {
    const { hand, screen, plan } = await openStage(<RunbookStage />, story('windows-moves-on-mbr'));
    await hand.click(screen.getAllByRole('checkbox')[0]!);
    const [id] = plan().ticked;
    expect(Date.parse(plan().records![id!]!.at!)).toBeGreaterThan(Date.parse('2026-01-01T00:00:00Z'));
    await hand.click(screen.getByRole('button', { name: 'Add a note to step 1' }));
    await hand.type(screen.getByRole('textbox', { name: 'Note on step 1' }), 'key 4 of 7{Enter}');
    expect(plan().records![id!]).toMatchObject({ remark: 'key 4 of 7' });
    await hand.click(screen.getAllByRole('checkbox')[0]!);
    expect(plan().records).toEqual({ [id!]: { at: null, remark: 'key 4 of 7' } });
    const field = screen.getByRole('textbox', { name: 'Note on step 1' });
    await hand.clear(field);
    await hand.type(field, '{Enter}');
    expect(plan().records).toBeUndefined();
  });

  test('the slider goes through the moments, by keys too', async () => {
    const { hand, screen } = await openStage(<RunbookStage />, story('windows-moves-on-mbr'));
    const slider = screen.getByRole<HTMLInputElement>('slider');
    expect(slider.value).toBe('0');
    await hand.click(screen.getByText('The table at this moment'));
    const table = await screen.findByRole('table', { name: 'The table at this moment' });
    const before = table.textContent;
    const on = screen.getByRole('button', { name: 'One step on' });
    await hand.click(on);
    expect(slider.value).toBe('1');
    for (let i = 0; i < 5; i++) await hand.click(on);
    expect(table.textContent).not.toBe(before);
  });

  test('a step of which another size came is ticked off with that, and the plan goes on from it', async () => {
    const { hand, screen, plan } = await openStage(<RunbookStage />, story('windows-moves-on-mbr'));
    const before = plan().partitions[0]!.length;
    await hand.click(screen.getByRole('button', { name: /^It has another size/ }));
    await hand.type(screen.getByRole('textbox', { name: 'Size it has now' }), '45GiB{Enter}');
    expect(plan().partitions[0]!.length).toBe((45 * before) / 50);
    expect(plan().ticked).toEqual(['shrink:found-1']);
    expect(screen.queryByRole('textbox', { name: 'Size it has now' })).toBeNull();
    await hand.click(screen.getByRole('button', { name: /^It has another size/ }));
    await hand.type(screen.getByRole('textbox', { name: 'Size it has now' }), '90GiB{Enter}');
    expect(screen.getByText(/Read the disk again above, and go on/)).toBeTruthy();
  });

  test('what is left to check is there from the first start on, and ticked off with its time', async () => {
    const { hand, screen, plan } = await openStage(<RunbookStage />, story('windows-moves-on-mbr'));
    expect(screen.queryByRole('region', { name: 'Afterwards' })).toBeNull();
    for (const box of screen.getAllByRole('checkbox')) await hand.click(box);
    const after = within(screen.getByRole('region', { name: 'Afterwards' }));
    expect(after.getAllByText(/^to be checked after /)).toHaveLength(2);
    const [clocks] = after.getAllByRole('checkbox', { name: /^Every system shows the right time/ });
    await hand.click(clocks!);
    expect(plan().ticked).toContain('after-clocks');
    expect(plan().records!['after-clocks']!.at).not.toBeNull();
    expect(after.getByText(/^done on /)).toBeTruthy();
  });

  test('without a reading it says what to do', async () => {
    const { screen } = await openStage(<RunbookStage />, 'rhizotome 1\n\nmachine bare\n');
    expect(screen.getByText(/Read the disk first/)).toBeTruthy();
  });
});
