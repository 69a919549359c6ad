import { apply } from '../edits/index.js';
import type { Plan } from '../plan/index.js';
import { drawn, drawnMbr, edited, planOn } from '../testing/builders.js';
import { slotChoiceOf } from './index.js';

const survey = drawnMbr([[100, 'ext4'], null, [20, 'ext4']], [[50, 'ext4']]);
const plan = edited(planOn(survey), survey, { kind: 'set-target', changes: { mode: 'bios' } });
const choice = (id: string, of: Plan = plan) =>
  slotChoiceOf(
    { plan: of, survey },
    of.partitions.find((p) => p.id === id)!,
  )!;

test('how it is listed is a property, with what is called otherwise when it changes', () => {
  expect(choice('found-2')).toMatchObject({ listed: 'primary', refusal: null });
  expect(choice('found-2').renumbered.map(({ from, to }) => [from, to])).toContainEqual([
    'nvme0n1p2',
    'nvme0n1p5',
  ]);
  expect(choice('found-5')).toMatchObject({ listed: 'logical', bios: null });
  const listed = apply(plan, choice('found-2').edit, () => survey);
  expect(listed.ok && choice('found-2', listed.plan).listed).toBe('logical');
});

test('a BIOS starts one of the primaries, and another once that is chosen', () => {
  expect(choice('found-2').bios?.starts).toBe(false);
  const marked = edited(plan, survey, choice('found-2').bios!.edit);
  expect([choice('found-1', marked), choice('found-2', marked)].map((c) => c.bios?.starts)).toEqual([
    false,
    true,
  ]);
});

test('in UEFI mode nothing is started by its mark, and a GPT has no slots', () => {
  const uefi = edited(plan, survey, { kind: 'set-target', changes: { mode: 'uefi' } });
  expect(choice('found-2', uefi).bios).toBeNull();
  const gpt = drawn(100, ['10GiB ext4']);
  const on = planOn(gpt);
  expect(slotChoiceOf({ plan: on, survey: gpt }, on.partitions[0]!)).toBeUndefined();
});
