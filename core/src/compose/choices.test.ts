import { GIB, sectors } from '../quantity/index.js';
import { drawn, drawnMbr, edited, gib, mib, newSystem, planOn } from '../testing/builders.js';
import type { Edit } from '../edits/index.js';
import { gripsOf, snapPlaces } from '../gestures/index.js';
import { plannedGaps } from '../layout/index.js';
import { endOf, partitionOf, type Plan, type Planned, type PlannedPartition } from '../plan/index.js';
import { distributeEdit, fillEdit, halveEdit, swapOrderEdit } from './arrange.js';
import { createInGap, placeInGap } from './create-in-gap.js';
import { newPartition } from './create.js';
import { noteFoundEdit } from './found.js';
import { shareOut } from './share-out.js';
import { resizeTo, sizeContextFor } from './size.js';
import { markActiveEdit, makeLogicalEdit, makePrimaryEdit } from './slots.js';
import { splitHomeEdit } from './split-home.js';

const part = ({ plan }: Planned, id: string): PlannedPartition => partitionOf(plan, id)!;
const on = (survey: Planned['survey'], ...edits: readonly Edit[]): Planned => ({
  plan: edited(planOn(survey), survey, ...edits),
  survey,
});
const after = ({ plan, survey }: Planned, edit: Edit): Planned => ({
  plan: edited(plan, survey, edit),
  survey,
});
/** Where everything lies, in GiB. */
const places = ({ plan }: Planned) =>
  Object.fromEntries(plan.partitions.map((p) => [p.id, [p.start / gib(1), p.length / gib(1)]]));

describe('room shared out', () => {
  const share = (weight: number, least = 0, most?: number) => ({ weight, least, most });

  test.each([
    ['by weight', 100, [share(1), share(3)], 1, [25, 75]],
    ['equally where no weight is told', 90, [share(0), share(0), share(0)], 1, [30, 30, 30]],
    ['not below a least, which the others give', 100, [share(1, 60), share(1), share(1)], 1, [60, 20, 20]],
    ['not above a most, which the others take', 100, [share(1, 0, 10), share(1), share(2)], 1, [10, 30, 60]],
    ['the least wins over a most below it', 100, [share(1, 40, 10), share(1)], 1, [40, 60]],
    ['in whole steps, what is left to the last', 100, [share(1), share(1)], 30, [30, 60]],
    ['what is left goes on to one that may take it', 100, [share(1), share(1, 0, 30)], 30, [60, 30]],
    ['less than all where every share is at its most', 100, [share(1, 0, 20), share(1, 0, 30)], 10, [20, 30]],
    [
      'a least is rounded up to whole steps, a most down',
      100,
      [share(1, 11, 11), share(1, 0, 49), share(1)],
      10,
      [20, 30, 50],
    ],
  ] as const)('%s', (_, total, shares, step, lengths) =>
    expect(shareOut(total, shares, step)).toEqual(lengths),
  );

  test('nothing where the least sizes are more than the room, all where they are just that', () => {
    expect(shareOut(100, [share(1, 60), share(1, 41)], 1)).toBeUndefined();
    expect(shareOut(100, [share(1, 60), share(1, 40)], 1)).toEqual([60, 40]);
  });
});

describe('neighbours share their room', () => {
  const survey = drawn(500, ['100GiB ext4 "one"', '100GiB ext4 "two"', '100GiB gap', '100GiB ext4 "three"']);
  const used = (plan: Plan, id: string, size: number) => noteFoundEdit(plan, id, { usedBytes: size * GIB });
  const base = planOn(survey);
  const plan = edited(base, survey, used(base, 'found-1', 20), used(base, 'found-2', 20));
  const planned = { plan, survey };
  const wish = (...ids: string[]) => new Map(ids.map((id) => [id, { weight: 1, least: 0 }]));

  test('with the gap behind the last of them', () => {
    const edit = distributeEdit(planned, wish('found-1', 'found-2'))!;
    const now = places(after(planned, edit));
    expect([now['found-1']![1], now['found-2']![1]]).toEqual([150, 150]);
    expect(now['found-3']).toEqual(places(planned)['found-3']);
  });

  test('none below its floor, though it is wished for', () => {
    const wishes = new Map([
      ['found-1', { weight: 1, least: 0, most: gib(1) }],
      ['found-2', { weight: 1, least: 0 }],
    ]);
    const edit = distributeEdit(planned, wishes)!;
    const [first] = edit.places;
    expect(first!.length).toBe(gib(20));
  });

  test('not where they are no neighbours, or none is there', () => {
    expect(distributeEdit(planned, wish('found-1', 'found-3'))).toBeUndefined();
    expect(distributeEdit(planned, wish())).toBeUndefined();
    expect(distributeEdit(planned, wish('none'))).toBeUndefined();
  });

  test('a logical and a primary do not', () => {
    const mbr = drawnMbr([[50, 'ext4']], [[50, 'ext4']]);
    expect(distributeEdit(on(mbr), wish('found-1', 'found-5'))).toBeUndefined();
  });
});

test('what trades its place with itself, or with one that is not there, stays', () => {
  const planned = on(drawn(500, ['100GiB ext4', '100GiB ext4']));
  expect(swapOrderEdit(planned, 'found-1', 'found-1')).toBeUndefined();
  expect(swapOrderEdit(planned, 'found-1', 'none')).toBeUndefined();
  expect(swapOrderEdit(planned, 'found-1', 'found-2')).toEqual(swapOrderEdit(planned, 'found-2', 'found-1'));
});

test('half of a volume with the gap behind it, and not below what it holds', () => {
  const survey = drawn(500, ['100GiB ext4 "one"', '60GiB gap', '100GiB ext4 "two"']);
  const base = planOn(survey);
  const half = (used: number) => {
    const plan = edited(base, survey, noteFoundEdit(base, 'found-1', { usedBytes: used * GIB }));
    return halveEdit({ plan, survey }, part({ plan, survey }, 'found-1')).places[0]!.length / gib(1);
  };
  expect(half(10)).toBe(80);
  expect(half(90)).toBe(90);
  const fill = fillEdit({ plan: base, survey }, part({ plan: base, survey }, 'found-1'));
  expect(fill.places).toEqual([{ partition: 'found-1', start: mib(1), length: gib(160) }]);
});

describe('on an MBR', () => {
  const survey = drawnMbr(
    [
      [50, 'ext4'],
      [50, 'ext4'],
    ],
    [
      [50, 'ext4'],
      [50, 'ext4'],
    ],
  );
  const planned = on(survey);
  const container = ({ plan }: Planned) =>
    plan.container && [plan.container.start / mib(1), endOf(plan.container) / mib(1)];

  test('one that is made active takes the mark from every other', () => {
    const edit = markActiveEdit(planned, 'found-2');
    expect(edit).toEqual({ kind: 'set-active', flags: { 'found-1': false, 'found-2': true } });
  });

  test('a primary before the container becomes a logical: the container grows to its record, a MiB before it', () => {
    const end = endOf(survey.containers![0]!);
    const room = { ...part(planned, 'found-2'), start: sectors(gib(50) + mib(8)), length: gib(49) };
    const apart = on(
      survey,
      { kind: 'treat', partition: 'found-2', treatment: 'format' },
      { kind: 'restore', partition: { ...room, treatment: 'format' } },
    );
    const now = after(apart, makeLogicalEdit(apart, part(apart, 'found-2')));
    expect(part(now, 'found-2').logical).toBe(true);
    expect(container(now)).toEqual([room.start / mib(1) - 1, end / mib(1)]);
  });

  test('the first logical becomes a primary: the container begins behind it, before the record of the next', () => {
    const now = after(planned, makePrimaryEdit(planned, part(planned, 'found-5')));
    expect(part(now, 'found-5').logical).toBe(false);
    const next = part(now, 'found-6');
    expect(container(now)![0]).toBe(next.start / mib(1) - 1);
    expect(container(now)![0]! * mib(1)).toBeGreaterThanOrEqual(endOf(part(now, 'found-5')));
  });

  test('the last logical becomes a primary: the container ends before it', () => {
    const now = after(planned, makePrimaryEdit(planned, part(planned, 'found-6')));
    const last = part(now, 'found-6');
    expect(container(now)![1]).toBe(last.start / mib(1));
  });

  test('the only logical takes the container with it', () => {
    const one = on(drawnMbr([[50, 'ext4']], [[50, 'ext4']]));
    const now = after(one, makePrimaryEdit(one, part(one, 'found-5')));
    expect(now.plan.container).toBeNull();
    expect(makePrimaryEdit(one, part(one, 'found-1'))).toMatchObject({ kind: 'set-slot', logical: false });
  });
});

describe('a home from the end of a root', () => {
  const blank = drawn(500, []);
  const system = newSystem('linux-desktop', 'Fieldwork', 'one');
  const base = planOn(
    blank,
    { kind: 'set-target', changes: { table: 'new', style: 'gpt' } },
    { kind: 'add-system', system },
  );
  const root = (size: number, role: 'root' | 'home' = 'root', start = gib(1)): Edit => ({
    kind: 'create',
    partition: newPartition(base, { role, start, length: gib(size), owners: [system] }),
  });
  const split = (size: number, home?: number) => {
    const planned = { plan: edited(base, blank, root(size)), survey: blank };
    const edit = splitHomeEdit(planned, planned.plan.partitions[0]!, home && home * GIB);
    return edit && Object.values(places(after(planned, edit))).map(([, length]) => length);
  };

  test.each([
    ['the root keeps what is comfortable', 200, undefined, [30, 469]],
    ['at most half of it', 40, undefined, [20, 479]],
    ['as large as is said', 200, 50, [150, 50]],
  ] as const)('%s', (_, size, home, expected) =>
    expect(split(size, home)?.map((length) => Math.round(length!))).toEqual(expected),
  );

  test('not where little would be left of either', () => {
    expect(split(9)).toBeUndefined();
    expect(split(20, 10)).toBeUndefined();
    expect(split(26, 10)).toBeDefined();
  });

  test('not from a found root, another role, or where there is a home', () => {
    const found = on(drawn(500, ['200GiB ext4 "root"']));
    expect(splitHomeEdit(found, part(found, 'found-1'))).toBeUndefined();
    const both = edited(base, blank, root(100));
    const home = newPartition(both, { role: 'home', start: gib(200), length: gib(50), owners: [system] });
    const plan = edited(both, blank, { kind: 'create', partition: home });
    expect(splitHomeEdit({ plan, survey: blank }, plan.partitions[0]!)).toBeUndefined();
    expect(splitHomeEdit({ plan, survey: blank }, plan.partitions[1]!)).toBeUndefined();
  });
});

describe('grips beside a reserved partition', () => {
  const kinds = (planned: Planned) =>
    gripsOf(planned).map((g) => (g.kind === 'border' ? `${g.left}|${g.right}` : `${g.kind} ${g.partition}`));

  test('what is kept behind it has its end only, what is new its start too', () => {
    const survey = drawn(500, ['16MiB reserved', '100GiB windows "Main"', '100GiB ext4 "two"']);
    expect(kinds(on(survey))).toEqual(['end found-2', 'end found-3']);
    const formatted = on(survey, { kind: 'treat', partition: 'found-2', treatment: 'format' });
    expect(kinds(formatted)).toEqual(['start found-2', 'end found-2', 'end found-3']);
  });

  test('what lies before it has its own end', () => {
    const survey = drawn(500, ['100GiB ext4 "one"', '16MiB reserved', '100GiB windows "Main"']);
    expect(kinds(on(survey))).toEqual(['start found-1', 'end found-1', 'end found-3']);
  });
});

test('an end of a partition comes to lie on telling places', () => {
  const survey = drawn(500, ['100GiB ext4 "one"', '100GiB gap', '100GiB ext4 "two"']);
  const planned = on(survey);
  const end = { kind: 'end', partition: 'found-1', at: endOf(part(planned, 'found-1')) } as never;
  const told = snapPlaces(planned, end).map(({ at, what }) => [what.code, Math.round(at / gib(1))]);
  expect(told.slice(0, 7)).toEqual([
    ['snap.as-found', 100],
    ['snap.all', 200],
    ['snap.share', 100],
    ['snap.share', 50],
    ['snap.share', 150],
    ['snap.found-start', 200],
    ['snap.found-end', 300],
  ]);
  expect(told.slice(7).map(([, at]) => at)).toEqual([50, 100, 150, 200, 250, 300, 350, 400, 450]);
});

describe('sizes', () => {
  const survey = drawn(500, [
    '100GiB ext4 "one"',
    '100GiB gap',
    '100GiB ext4 "two"',
    '50GiB gap',
    '100GiB ext4',
  ]);
  const planned = on(survey);
  const middle = part(planned, 'found-2');

  test('that are typed may refer to what is there', () => {
    const context = (hold: 'start' | 'end') => {
      const { rest, now, disk, ram } = sizeContextFor(planned, middle, hold);
      return [rest, now, disk, ram].map((size) => Math.round(size! / GIB));
    };
    expect(context('start')).toEqual([150, 100, 500, 16]);
    expect(context('end')).toEqual([200, 100, 500, 16]);
    const noted = after(planned, noteFoundEdit(planned.plan, 'found-2', { usedBytes: 7 * GIB }));
    expect(sizeContextFor(noted, part(noted, 'found-2')).used).toBe(7 * GIB);
    expect(sizeContextFor(planned, middle)).not.toHaveProperty('used');
  });

  test.each([
    [120, 'start', 120],
    [120, 'end', 120],
    [100, 'end', 100],
    [100.0003, 'start', 100 + 1 / 1024],
    [199.9999, 'end', 200],
  ] as const)('%d GiB, the %s held, is a length of %d GiB', (size, hold, length) => {
    const edit = resizeTo(planned, middle, Math.round(size * GIB), hold) as Extract<Edit, { kind: 'resize' }>;
    expect([edit.length / gib(1), edit.hold]).toEqual([length, hold]);
  });
});

describe('a place in free space', () => {
  const survey = drawn(500, ['100GiB ext4 "one"', '100GiB gap', '100GiB ext4 "two"']);
  const planned = on(survey);
  const [gap] = plannedGaps(planned).filter((g) => g.length > gib(1));
  const placed = (size?: number, at?: 'start' | 'end') => {
    const place = placeInGap(gap!, { role: 'data', owners: [], size: size && size * GIB, at }, 512);
    return place && [Math.round(place.start / gib(1)), Math.round(place.length / gib(1))];
  };

  test.each([
    [undefined, undefined, [100, 100]],
    [40, undefined, [100, 40]],
    [40, 'end', [160, 40]],
    [100, 'end', [100, 100]],
    [101, 'start', undefined],
    [101, 'end', undefined],
  ] as const)('of %s GiB at its %s', (size, at, expected) => expect(placed(size, at)).toEqual(expected));

  test('none where there is none', () => {
    const none = { usable: { start: sectors(100), length: sectors(0) } };
    expect(placeInGap(none, { role: 'data', owners: [] }, 512)).toBeUndefined();
  });
});

describe('what is created on an MBR is listed', () => {
  const create = (planned: Planned, role: 'data' | 'boot', slot?: 'primary' | 'logical') => {
    const gap = plannedGaps(planned)
      .filter((g) => g.length > gib(5))
      .at(-1)!;
    const edit = createInGap(planned, gap, { role, owners: [], size: 10 * GIB, slot });
    if (!edit) return undefined;
    const made = edit.kind === 'batch' ? edit.edits.at(-1)! : edit;
    return [edit.kind, made.kind === 'create' && (made.partition.logical ?? false)];
  };
  const two = on(
    drawnMbr(
      [
        [50, 'ext4'],
        [50, 'ext4'],
      ],
      [],
    ),
  );
  const three = on(
    drawnMbr(
      [
        [50, 'ext4'],
        [50, 'ext4'],
        [50, 'ext4'],
      ],
      [],
    ),
  );
  const full = on(
    drawnMbr(
      [
        [50, 'ext4'],
        [50, 'ext4'],
        [50, 'ext4'],
        [50, 'ext4'],
      ],
      [],
    ),
  );

  test.each([
    ['as a primary while slots are free', two, 'data', undefined, ['create', false]],
    ['as a logical where that is asked for', two, 'data', 'logical', ['batch', true]],
    ['as a logical, the last slot left to the container', three, 'data', undefined, ['batch', true]],
    ['as a primary in the last slot where it is started from', three, 'boot', undefined, ['create', false]],
    ['as a primary where that is asked for', three, 'data', 'primary', ['create', false]],
    ['as a primary, which is refused, where no slot is left', full, 'data', undefined, ['create', false]],
  ] as const)('%s', (_, planned, role, slot, expected) => {
    expect(create(planned, role, slot)).toEqual(expected);
  });
});
