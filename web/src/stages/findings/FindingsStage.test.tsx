/** @jest-environment jsdom */
import { act } from '@testing-library/react';
import { findAll } from '@rhizotome/core';
import { demo, openStage } from '../../testing/stage.js';
import { FindingsStage } from './FindingsStage.js';

const rulesOf = (open: Awaited<ReturnType<typeof openStage>>['open']) => {
  const { plan, survey } = open.getState();
  return findAll({ plan, survey: survey! });
};

describe('findings', () => {
  test('every one is shown, under its level, with its figures', async () => {
    const { screen, open } = await openStage(<FindingsStage />, demo('fulmar'));
    const all = rulesOf(open);
    expect(all.length).toBeGreaterThan(0);
    expect(screen.getAllByRole('article')).toHaveLength(all.length);
  });

  test('a remedy is one change, and one undo', async () => {
    const { hand, screen, open, plan } = await openStage(<FindingsStage />, demo('fulmar'));
    const before = plan();
    const finding = rulesOf(open).find((f) => f.remedies.length > 0)!;
    const card = document.querySelector<HTMLElement>(`[data-rule="${finding.rule}"]`)!;
    const [button] = [...card.querySelectorAll('button')];
    await hand.hover(button!);
    await hand.click(button!);
    expect(plan()).not.toEqual(before);
    expect(screen.queryByRole('alert')).toBeNull();
    act(() => void open.undo());
    expect(plan()).toEqual(before);
  });

  test('one that may be accepted asks for a remark, says it, and comes back', async () => {
    const { hand, screen, plan } = await openStage(<FindingsStage />, demo('fulmar'));
    const [accept] = screen.getAllByRole('button', { name: 'Accept as it is…' });
    await hand.click(accept!);
    await hand.type(screen.getByRole('textbox', { name: /Why this may stay/ }), 'known to us{Enter}');
    expect(Object.values(plan().accepted ?? {}).map((a) => a.remark)).toEqual(['known to us']);
    expect(screen.getByText('known to us')).toBeTruthy();
  });
});
