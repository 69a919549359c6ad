import { momentsOf } from '../moment/index.js';
import { apply, type Edit } from '../edits/index.js';
import type { Plan } from '../plan/index.js';
import { practiceDiskAt } from '../practice/index.js';
import { procedureFor } from '../sequence/index.js';
import { drawn, edited, gib, planOn, surveysOf } from '../testing/builders.js';
import { surveyFromPractice } from '../testing/images.js';
import { checksAfter, nextDue, rebaseEdit } from './index.js';

const disk = drawn(500, ['1GiB efi', '200GiB windows', '100GiB ext4 "linux"', '100GiB ext4 "spare"']);
const grown = edited(planOn(disk), disk, {
  kind: 'resize',
  partition: 'found-4',
  length: gib(110),
  hold: 'start',
});
const FIRST = ['first-start:found-windows', 'first-start:found-linux'] as const;

const ticks = (step: string, at: string | null = null): Edit[] => [
  { kind: 'tick', step, done: true },
  ...(at === null ? [] : [{ kind: 'record', step, record: { at, remark: '' } } as const]),
];
const ticked = (plan: Plan, ...edits: readonly Edit[]) => edited(plan, disk, ...edits);
const checks = (plan: Plan) => checksAfter(plan).map(({ id, done }) => [id, done]);

const started = ticked(
  grown,
  ...ticks(FIRST[0], '2026-03-01T10:00:00.000Z'),
  ...ticks(FIRST[1], '2026-03-02T10:00:00.000Z'),
);

describe('what is checked afterwards', () => {
  test('nothing before a system was started cold', () => {
    expect(checks(grown)).toEqual([]);
    expect(nextDue(grown)).toBeNull();
  });

  test('one system alone has no clock to share, and none to be chosen before', () => {
    expect(checks(ticked(grown, ...ticks(FIRST[1])))).toEqual([
      ['after-mounts:found-linux', false],
      ['after-update:found-linux', false],
    ]);
  });

  test('each system is started again thirty days after its first start, where that was noted', () => {
    expect(checks(started)).toEqual([
      ['after-mounts:found-linux', false],
      ['after-clocks', false],
      ['after-order', false],
      ['after-update:found-windows', false],
      ['after-update:found-linux', false],
    ]);
    expect(nextDue(started)).toBe('2026-03-31T10:00:00.000Z');
    const one = ticked(started, ...ticks('after-update:found-windows', '2026-04-02T10:00:00.000Z'));
    expect(nextDue(one)).toBe('2026-04-01T10:00:00.000Z');
    expect(nextDue(ticked(grown, ...ticks(FIRST[0])))).toBeNull();
  });

  test('what was looked at before a later start is to be looked at again', () => {
    const looked = ticked(started, ...ticks('after-clocks', '2026-03-03T10:00:00.000Z'));
    expect(checks(looked)).toContainEqual(['after-clocks', true]);
    const again = ticked(looked, ...ticks(FIRST[1], '2026-05-01T10:00:00.000Z'));
    expect(checks(again)).toContainEqual(['after-clocks', false]);
  });
});

describe('when the plan goes on from a reading', () => {
  const { ordered } = procedureFor({ plan: grown, survey: disk });
  const steps = ordered.ok ? ordered.steps.map(({ id }) => id) : [];
  const all = ticked(
    started,
    ...steps.filter((id) => !started.ticked.includes(id)).flatMap((id) => ticks(id)),
  );
  const from = (plan: Plan, done: number): Plan => {
    const moment = momentsOf({ plan, survey: disk })[done]!;
    const reading = { ...surveyFromPractice(practiceDiskAt(moment)), id: 'survey-2' };
    const result = apply(plan, rebaseEdit({ plan, survey: disk }, reading, done), surveysOf(disk, reading));
    if (!result.ok) throw new Error(JSON.stringify(result.refusal));
    return result.plan;
  };

  test('in the middle, what is ticked off stays so', () => {
    const half = ticked(grown, ...ticks(steps[0]!, '2026-03-01T10:00:00.000Z'));
    const now = from(half, 1);
    expect(now.ticked).toEqual([steps[0]]);
    expect(now.records?.[steps[0]!]).toBeDefined();
  });

  test('at the end the next procedure begins with no step done, and what is to be checked stays', () => {
    const now = from(all, steps.length);
    expect(now.ticked).toEqual(['started:found-linux', 'started:found-windows']);
    expect(Object.keys(now.records ?? {}).sort()).toEqual(['started:found-linux', 'started:found-windows']);
    expect(checks(now)).toEqual(checks(all));
    expect(nextDue(now)).toBe(nextDue(all));
  });
});
