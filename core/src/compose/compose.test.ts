import fc from 'fast-check';
import { GIB, sectors, type Sectors } from '../quantity/index.js';
import { anyStyledDisk } from '../testing/arbitraries.js';
import { drawn, drawnMbr, edited, gib, mib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { apply, type Edit } from '../edits/index.js';
import { drawGrip, gripsOf, movedByGrip } from '../gestures/index.js';
import { endOf, partitionOf, type Planned, type Plan } from '../plan/index.js';
import {
  boundaryEdit,
  boundaryLimits,
  distributeEdit,
  fillEdit,
  halveEdit,
  placeLeastMoved,
  swapOrderEdit,
} from './arrange.js';
import { newPartition } from './create.js';
import { noteFoundEdit } from './found.js';
import { shareOut, type Share } from './share-out.js';
import { becomeEdit, keepSystemEdit, reinstallEdit, retireEdit } from './systems.js';

const DISK = drawn(500, ['1GiB efi', '100GiB ext4 "one"', '50GiB ext4 "two"', '20GiB ext4 "three"']);
const noted = ['found-2', 'found-3', 'found-4'].reduce(
  (plan, id) => edited(plan, DISK, noteFoundEdit(plan, id, { usedBytes: 10 * GIB })),
  planOn(DISK),
);
const part = (plan: Plan, id: string) => partitionOf(plan, id)!;
const sizes = (plan: Plan) => plan.partitions.map((p) => [p.id, p.length / gib(1)]);

function refusalOf(planned: Planned, edit: Edit) {
  const { plan: before, survey } = planned;
  const result = apply(before, edit, surveysOf(survey));
  return result.ok ? undefined : result.refusal;
}

describe('the border of two neighbours', () => {
  const [left, right] = [part(noted, 'found-2'), part(noted, 'found-3')];

  test('moves both ways as one edit, and back', () => {
    const edit = boundaryEdit({ plan: noted, survey: DISK }, left, right, right.start - gib(30));
    const result = apply(noted, edit, surveysOf(DISK));
    if (!result.ok) throw new Error(result.refusal.code);
    expect(sizes(result.plan).slice(1, 3)).toEqual([
      ['found-2', 70],
      ['found-3', 80],
    ]);
    expect(edited(result.plan, DISK, result.inverse)).toEqual(noted);
  });

  test('goes as far as the floors let it, and no further', () => {
    const { least, most } = boundaryLimits({ plan: noted, survey: DISK }, left, right);
    expect([(least - left.start) / gib(1), (endOf(right) - most) / gib(1)]).toEqual([10, 10]);
    expect(
      refusalOf(
        { plan: noted, survey: DISK },
        boundaryEdit({ plan: noted, survey: DISK }, left, right, least),
      ),
    ).toBeUndefined();
    expect(
      refusalOf(
        { plan: noted, survey: DISK },
        boundaryEdit({ plan: noted, survey: DISK }, left, right, least - 2048),
      ),
    ).toMatchObject({
      code: 'below-floor',
    });
    expect(
      refusalOf(
        { plan: noted, survey: DISK },
        boundaryEdit({ plan: noted, survey: DISK }, left, right, most + 2048),
      )?.code,
    ).toBe('below-floor');
  });

  test('leaves a logical its record', () => {
    const mbr = drawnMbr(
      [],
      [
        [40, 'ext4'],
        [40, 'ext4'],
      ],
    );
    const plan = planOn(mbr, noteFoundEdit(planOn(mbr), 'found-5', { usedBytes: GIB }));
    const [a, b] = [part(plan, 'found-5'), part(plan, 'found-6')];
    const moved = edited(plan, mbr, boundaryEdit({ plan, survey: mbr }, a, b, a.start + gib(20)));
    expect(part(moved, 'found-6').start - endOf(part(moved, 'found-5'))).toBe(mib(1));
  });
});

describe('trading places', () => {
  test('two of different size; what lies between slides along', () => {
    const swapped = edited(noted, DISK, swapOrderEdit({ plan: noted, survey: DISK }, 'found-4', 'found-2')!);
    expect(swapped.partitions.map((p) => p.id)).toEqual(['found-1', 'found-4', 'found-3', 'found-2']);
    expect(endOf(part(swapped, 'found-2'))).toBe(endOf(part(noted, 'found-4')));
  });

  test('is refused for what cannot move', () => {
    const locked = edited(noted, DISK, noteFoundEdit(noted, 'found-2', { encrypted: 'yes', kind: 'ntfs' }));
    expect(
      refusalOf(
        { plan: locked, survey: DISK },
        swapOrderEdit({ plan: locked, survey: DISK }, 'found-2', 'found-3')!,
      )?.code,
    ).toBe('encrypted-start');
    expect(swapOrderEdit({ plan: noted, survey: DISK }, 'found-2', 'found-2')).toBeUndefined();
  });
});

test('half and half: half of what it and the gap behind it take, or the floor', () => {
  const last = part(noted, 'found-4');
  const halved = edited(noted, DISK, halveEdit({ plan: noted, survey: DISK }, part(noted, 'found-2')));
  expect(part(halved, 'found-2').length).toBe(gib(50));
  const grown = edited(noted, DISK, halveEdit({ plan: noted, survey: DISK }, last));
  expect(part(grown, 'found-4').length / gib(1)).toBeCloseTo((500 - 151) / 2, 1);
  const full = edited(noted, DISK, noteFoundEdit(noted, 'found-2', { usedBytes: 70 * GIB }));
  const floored = edited(full, DISK, halveEdit({ plan: full, survey: DISK }, part(full, 'found-2')));
  expect(part(floored, 'found-2').length).toBe(gib(70));
});

test('filling takes the room behind what is kept, and on both sides of what is new', () => {
  const filled = edited(noted, DISK, fillEdit({ plan: noted, survey: DISK }, part(noted, 'found-4')));
  expect(endOf(part(filled, 'found-4'))).toBe(DISK.disk.usableEnd);
  expect(part(filled, 'found-4').start).toBe(part(noted, 'found-4').start);
});

describe('sharing out', () => {
  test.each<[number, Share[], number[] | undefined]>([
    [
      100,
      [
        { weight: 1, least: 0 },
        { weight: 3, least: 0 },
      ],
      [25, 75],
    ],
    [
      100,
      [
        { weight: 1, least: 40 },
        { weight: 3, least: 0 },
      ],
      [40, 60],
    ],
    [
      100,
      [
        { weight: 1, least: 0 },
        { weight: 3, least: 0, most: 30 },
      ],
      [70, 30],
    ],
    [
      100,
      [
        { weight: 0, least: 10 },
        { weight: 0, least: 0 },
      ],
      [50, 50],
    ],
    [
      100,
      [
        { weight: 1, least: 60 },
        { weight: 1, least: 50 },
      ],
      undefined,
    ],
    [
      100,
      [
        { weight: 1, least: 0, most: 10 },
        { weight: 1, least: 0, most: 20 },
      ],
      [10, 20],
    ],
    [
      7,
      [
        { weight: 1, least: 0 },
        { weight: 1, least: 0 },
      ],
      [3, 4],
    ],
  ])('%d by %j', (total, shares, expected) => {
    expect(shareOut(total, shares, 1)).toEqual(expected);
  });

  test('keeps every bound, uses everything it may, and favours no one against their weight', () => {
    const anyShare = fc.record({
      weight: fc.integer({ min: 0, max: 9 }),
      least: fc.nat(60),
      most: fc.option(fc.integer({ min: 0, max: 400 }), { nil: undefined }),
    });
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1000 }),
        fc.array(anyShare, { minLength: 1, maxLength: 6 }),
        (total, shares) => {
          const step = 4;
          const lengths = shareOut(total, shares, step);
          const least = shares.reduce((n, s) => n + Math.ceil(s.least / step) * step, 0);
          if (!lengths) return expect(least).toBeGreaterThan(Math.floor(total / step) * step);
          const highs = shares.map(
            (s) => Math.max(Math.ceil(s.least / step), Math.floor((s.most ?? Infinity) / step)) * step,
          );
          lengths.forEach((n, i) => {
            expect(n % step).toBe(0);
            expect(n).toBeGreaterThanOrEqual(shares[i]!.least);
            expect(n).toBeLessThanOrEqual(highs[i]!);
          });
          const sum = lengths.reduce((a, b) => a + b, 0);
          expect(sum).toBe(
            Math.min(
              Math.floor(total / step) * step,
              highs.reduce((a, b) => a + b, 0),
            ),
          );
        },
      ),
    );
  });

  test('neighbours on a disk, floors counted', () => {
    const edit = distributeEdit(
      { plan: noted, survey: DISK },
      new Map([
        ['found-3', { weight: 1, least: 0, most: gib(15) }],
        ['found-4', { weight: 1, least: 0 }],
      ]),
    )!;
    const shared = edited(noted, DISK, edit);
    expect(part(shared, 'found-3').length).toBe(gib(15));
    expect(DISK.disk.usableEnd - endOf(part(shared, 'found-4'))).toBeLessThan(2048);
    expect(
      distributeEdit(
        { plan: noted, survey: DISK },
        new Map([
          ['found-2', { weight: 1, least: 0 }],
          ['found-4', { weight: 1, least: 0 }],
        ]),
      ),
    ).toBeUndefined();
  });
});

describe('sizes with the least data moved', () => {
  test('a neighbour with little data slides rather than one with much', () => {
    const wish = new Map<string, Sectors>([['found-2', gib(120)]]);
    const outcome = placeLeastMoved({ plan: noted, survey: DISK }, wish);
    if (!outcome.ok) throw new Error('no room');
    expect(outcome.packing).toMatchObject({ movedBytes: 20 * GIB, moves: 2 });
    expect(sizes(edited(noted, DISK, outcome.edit))).toEqual([
      ['found-1', 1],
      ['found-2', 120],
      ['found-3', 50],
      ['found-4', 20],
    ]);
  });

  test('what cannot move is a wall', () => {
    const locked = edited(noted, DISK, noteFoundEdit(noted, 'found-3', { encrypted: 'yes', kind: 'ntfs' }));
    expect(placeLeastMoved({ plan: locked, survey: DISK }, new Map([['found-2', gib(120)]]))).toEqual({
      ok: false,
      shortBy: gib(20),
    });
  });

  test('whatever it proposes, the plan takes, and the sizes are as wished', () => {
    let placed = 0;
    fc.assert(
      fc.property(
        anyStyledDisk,
        fc.array(fc.tuple(fc.nat(8), fc.integer({ min: 1, max: 60 })), { maxLength: 4 }),
        (survey, wishes) => {
          const plan = survey.partitions.reduce(
            (p, f) => edited(p, survey, noteFoundEdit(p, f.id, { usedBytes: 1 })),
            planOn(survey),
          );
          const lengths = new Map(
            wishes.flatMap(([i, size]) => {
              const p = plan.partitions[i];
              return p && ['ext4', 'ntfs', 'btrfs', 'fat', 'swap'].includes(p.fileSystem)
                ? [[p.id, gib(size)] as const]
                : [];
            }),
          );
          const outcome = placeLeastMoved({ plan, survey }, lengths);
          if (!outcome.ok) return;
          const after = edited(plan, survey, outcome.edit);
          for (const [id, length] of lengths) expect(part(after, id).length).toBe(length);
          placed += 1;
        },
      ),
      { numRuns: 200 },
    );
    expect(placed).toBeGreaterThan(100);
  });
});

describe('systems that go, and that are made anew', () => {
  const disk = drawn(500, [
    '1GiB efi',
    '100GiB windows',
    '60GiB ext4 "root"',
    '80GiB ext4 "home"',
    '8GiB swap',
  ]);
  const plan = planOn(disk);
  const linux = plan.systems.find((s) => s.family === 'linux')!;

  test('retiring deletes what it owns alone and leaves what it shares', () => {
    const retired = edited(plan, disk, retireEdit(plan, linux));
    expect(retired.partitions.map((p) => p.id)).toEqual(['found-1', 'found-2']);
    expect(part(retired, 'found-1').owners).toEqual(['found-windows']);
    expect(retired.systems.find((s) => s.id === linux.id)?.change).toBe('retire');
    const again = edited(
      retired,
      disk,
      keepSystemEdit(
        { plan: retired, survey: disk },
        retired.systems.find((s) => s.id === linux.id)!,
      ),
    );
    expect(again.partitions).toEqual(plan.partitions.map((p) => ({ ...p, owners: expect.any(Array) })));
  });

  test('from any fate to any other, nothing is left of the one before', () => {
    const fates = ['stays', 'reinstall', 'retire'] as const;
    const system = (p: Plan) => p.systems.find((s) => s.id === linux.id)!;
    const become = (p: Plan, fate: (typeof fates)[number]) =>
      edited(p, disk, becomeEdit({ plan: p, survey: disk }, system(p), fate));
    const sorted = (p: Plan) => ({
      ...p,
      partitions: p.partitions.map((q) => ({ ...q, owners: [...q.owners].sort() })),
    });
    for (const one of fates)
      for (const other of fates)
        expect(sorted(become(become(plan, one), other))).toEqual(sorted(become(plan, other)));
  });

  test('installing anew formats the root and keeps the home', () => {
    const anew = edited(plan, disk, reinstallEdit(plan, linux));
    expect(anew.partitions.map((p) => [p.role, p.treatment])).toEqual([
      ['efi', 'keep'],
      ['system', 'keep'],
      ['root', 'format'],
      ['home', 'keep'],
      ['swap', 'keep'],
    ]);
  });
});

test('an arrangement is refused, and names nothing, since several places could be meant', () => {
  const [a] = noted.partitions;
  const to = (start: number, length: number): Edit => ({
    kind: 'arrange',
    places: [{ partition: a!.id, start: sectors(start), length: sectors(length) }],
  });
  expect(refusalOf({ plan: noted, survey: DISK }, to(2049, gib(1)))).toEqual({ code: 'not-aligned' });
  expect(refusalOf({ plan: noted, survey: DISK }, to(2048, gib(400)))?.code).toBe('overlaps');
  expect(refusalOf({ plan: noted, survey: DISK }, to(2048, 0))?.code).toBe('too-small');
  expect(
    refusalOf(
      { plan: noted, survey: DISK },
      {
        kind: 'arrange',
        places: [{ partition: 'x', start: sectors(0), length: sectors(1) }],
      },
    ),
  ).toEqual({ code: 'no-such-partition', id: 'x' });
});

describe('grips', () => {
  const kindsIn = (plan: Plan) =>
    gripsOf({ plan, survey: DISK }).map((g) =>
      g.kind === 'border' ? `${g.left}|${g.right}` : `${g.kind} ${g.partition}`,
    );

  test('a neighbour with data stays: what lies before it is held at its own end', () => {
    expect(kindsIn(noted)).toEqual([
      'start found-1',
      'end found-1',
      'end found-2',
      'end found-3',
      'end found-4',
    ]);
  });

  test('with a neighbour that is made anew, and sized by nothing but choice, a border is shared', () => {
    const anew = (role: 'root' | 'recovery' | 'efi' | 'boot' | 'swap') =>
      edited(
        noted,
        DISK,
        { kind: 'treat', partition: 'found-3', treatment: 'format' },
        { kind: 'describe', partition: 'found-3', changes: { role } },
      );
    expect(kindsIn(anew('root'))).toContain('found-2|found-3');
    for (const role of ['recovery', 'efi', 'boot', 'swap'] as const)
      expect(kindsIn(anew(role))).toContain('end found-2');
  });

  test('drawn away from its neighbour an end leaves free space, and the neighbour as it was', () => {
    const own = gripsOf({ plan: noted, survey: DISK }).find(
      (g) => g.kind === 'end' && g.partition === 'found-2',
    )!;
    const { after } = drawGrip({ plan: noted, survey: DISK }, own, own.at - gib(20), gib(1));
    expect(part(after, 'found-2').length).toBe(part(noted, 'found-2').length - gib(20));
    expect(part(after, 'found-3')).toEqual(part(noted, 'found-3'));
  });

  test('a reserved partition has none, and no border: what lies before it has its end, what is kept behind it stays', () => {
    const disk = drawn(500, ['1GiB efi', '16MiB reserved', '200GiB windows', '16MiB reserved', '50GiB ext4']);
    const plan = planOn(disk);
    expect(
      gripsOf({ plan, survey: disk }).map((g) =>
        g.kind === 'border' ? 'border' : `${g.kind} ${g.partition}`,
      ),
    ).toEqual(['start found-1', 'end found-1', 'end found-3', 'end found-5']);
  });

  test('those that move the start of a kept volume are told apart', () => {
    const moved = gripsOf({ plan: noted, survey: DISK }).map((g) => movedByGrip(noted, g)?.id ?? null);
    expect(moved).toEqual(['found-1', null, null, null, null]);
  });

  const end = gripsOf({ plan: noted, survey: DISK }).at(-1)!;
  const draw = (to: number) => drawGrip({ plan: noted, survey: DISK }, end, to, gib(1));
  const last = part(noted, 'found-4');

  test('an end follows in whole steps, and is held at the floor with the reason', () => {
    expect(part(draw(last.start + gib(25) + 5000).after, 'found-4').length).toBe(gib(25));
    const held = draw(last.start + gib(3));
    expect(part(held.after, 'found-4').length).toBe(gib(10));
    expect(held.resisted).toMatchObject({ code: 'below-floor' });
  });

  test('an end is held where the room ends', () => {
    const held = draw(DISK.disk.sizeSectors * 2);
    expect(endOf(part(held.after, 'found-4'))).toBe(DISK.disk.usableEnd);
    expect(held.resisted).toMatchObject({ code: 'no-room' });
  });

  test('a border is held at the floor of what lies before it', () => {
    const anew = edited(
      noted,
      DISK,
      { kind: 'treat', partition: 'found-3', treatment: 'format' },
      { kind: 'describe', partition: 'found-3', changes: { role: 'data' } },
    );
    const border = gripsOf({ plan: anew, survey: DISK }).find((g) => g.kind === 'border')!;
    const held = drawGrip({ plan: anew, survey: DISK }, border, 0, gib(1));
    expect([part(held.after, 'found-2').length, held.resisted?.code]).toEqual([gib(10), 'below-floor']);
  });
});

test('new partitions of one role are labelled apart', () => {
  const survey = drawn(500, ['1GiB efi']);
  const owners = [newSystem('linux-desktop')];
  let plan = planOn(survey);
  for (let i = 0; i < 3; i++) {
    const home = newPartition(plan, { role: 'home', start: gib(10 + i), length: gib(1), owners });
    plan = { ...plan, partitions: [...plan.partitions, home] };
  }
  expect(plan.partitions.slice(1).map((p) => p.label)).toEqual(['home', 'home2', 'home3']);
});
