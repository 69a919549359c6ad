import fc from 'fast-check';
import { findAll } from '../finding/index.js';
import { GIB, MIB } from '../quantity/index.js';
import { noteFoundEdit } from '../compose/index.js';
import { givers } from '../packing/index.js';
import { USUAL_WISH, type Plan, type Planned, type Wish } from '../plan/index.js';
import { procedureFor } from '../sequence/index.js';
import { systemFrom, type SystemWish } from '../system/index.js';
import { anyStyledDisk } from '../testing/arbitraries.js';
import { drawn, drawnMbr, edited, newSystem, planOn } from '../testing/builders.js';
import { proposalsFor, proposalSteps } from './index.js';

const proposed = (planned: Planned) => {
  const { plan, survey } = planned;
  const { proposals } = proposalsFor(planned)!;
  return { after: edited(plan, survey, proposals[0]!.edit), proposals };
};
const blockers = (planned: Planned) =>
  findAll(planned)
    .filter((f) => f.level === 'blocker')
    .map((f) => f.rule);
const parts = (plan: Plan) => plan.partitions.map((p) => [p.role, Math.round(p.length / 2048 / 1024)]);

const laptop = drawn(500, ['100MiB efi', '16MiB reserved', 'rest windows']);
const onLaptop = (profile: string, ramGib = 16) => {
  const plan = planOn(
    laptop,
    { kind: 'add-system', system: newSystem(profile) },
    { kind: 'set-machine', changes: { ramBytes: ramGib * GIB } },
  );
  return edited(plan, laptop, noteFoundEdit(plan, 'found-3', { usedBytes: 100 * GIB }));
};

test('a full Windows gives the room, its EFI partition is shared, and the root is comfortable', () => {
  const { after, proposals } = proposed({ plan: onLaptop('linux-desktop'), survey: laptop });
  expect(parts(after)).toEqual([
    ['efi', 0],
    ['reserved', 0],
    ['system', 469],
    ['root', 31],
  ]);
  expect(after.partitions[0]!.owners).toEqual(['found-windows', 'system-1']);
  expect(proposals[0]).toMatchObject({ given: 1, near: null });
  expect(blockers({ plan: after, survey: laptop })).toEqual([]);
});

test('what is wished is found first, wishes near by one after the other', () => {
  const planned = { plan: onLaptop('linux-desktop'), survey: laptop };
  const steps = [...proposalSteps(planned)];
  expect(steps[0]!.proposals.every((p) => p.near === null)).toBe(true);
  expect(new Set(steps.at(-1)!.proposals.map((p) => p.near)).size).toBeGreaterThan(1);
  expect(steps.at(-1)).toEqual(proposalsFor(planned));
});

test('with little memory it gets swap, and one that wants it a /boot', () => {
  const { after } = proposed({ plan: onLaptop('linux-image', 8), survey: laptop });
  expect(parts(after).slice(3)).toEqual([
    ['boot', 1],
    ['root', 61],
    ['swap', 8],
  ]);
  expect(blockers({ plan: after, survey: laptop })).toEqual([]);
});

test('what makes its own partitions gets the room only', () => {
  const disk = drawn(500, ['1GiB efi', 'rest root']);
  const plan = planOn(disk, { kind: 'add-system', system: newSystem('windows-11') });
  const noted = edited(plan, disk, noteFoundEdit(plan, 'found-2', { usedBytes: 60 * GIB }));
  const { after } = proposed({ plan: noted, survey: disk });
  expect(parts(after)).toEqual([
    ['efi', 1],
    ['root', 377],
  ]);
});

test('without known used space nothing is shrunk, and it is said', () => {
  const plan = planOn(laptop, { kind: 'add-system', system: newSystem('linux-desktop') });
  const { proposals, whyNot } = proposalsFor({ plan, survey: laptop })!;
  expect(proposals).toEqual([]);
  expect(whyNot.map((w) => w.says.code)).toEqual(['why-not.unknown', 'why-not.short']);
});

test('on a full MBR the container takes what is left', () => {
  const disk = drawnMbr(
    [
      [1, 'ntfs'],
      [200, 'ntfs'],
      [10, 'ntfs'],
    ],
    [],
  );
  const bios = planOn(
    disk,
    {
      kind: 'set-machine',
      changes: { firmware: 'bios', modeInUse: 'bios', mediumStart: 'bios', ramBytes: 8 * GIB },
    },
    { kind: 'set-target', changes: { mode: 'bios' } },
    {
      kind: 'add-system',
      system: systemFrom('linux-desktop', { id: 'system-1', name: 'Newcomer', origin: 'new' }),
    },
  );
  const { after } = proposed({ plan: bios, survey: disk });
  expect(after.partitions.slice(3).map((p) => [p.role, p.logical])).toEqual([
    ['root', true],
    ['swap', true],
  ]);
  expect(blockers({ plan: after, survey: disk })).toEqual([]);
});

describe('room that is there already', () => {
  const wished = { ...newSystem('linux-small'), leastBytes: 5 * GIB, comfortableBytes: 5 * GIB };
  const onDisk = (free: number) => {
    const used = 100 * GIB - free;
    const disk = drawn(100, [`${used / GIB}GiB ext4 "full"`]);
    const plan = planOn(disk, { kind: 'add-system', system: wished });
    return proposalsFor({ plan, survey: disk })!.proposals.length;
  };

  // Its root, an EFI system partition of 512 MiB, and what the table and alignment take.
  test('is used as it is, when it is just enough', () => {
    expect(onDisk(5.51 * GIB)).toBe(1);
    expect(onDisk(5.49 * GIB)).toBe(0);
  });
});

test('what would be left over as a sliver goes to the system', () => {
  const disk = drawn(500, ['100MiB efi', '469.7GiB ext4 "other"']);
  const plan = planOn(disk, { kind: 'add-system', system: newSystem('linux-desktop') });
  const { after } = proposed({ plan, survey: disk });
  expect(findAll({ plan: after, survey: disk }).filter((f) => f.rule === 'sliver')).toEqual([]);
  expect(after.partitions.at(-1)!.length).toBeGreaterThan(30 * 2048 * 1024);
});

const WISHES: readonly { readonly bounds: Partial<Wish>; readonly untouched?: boolean }[] = [
  { bounds: {} },
  { bounds: { mostMovedBytes: 0 } },
  { bounds: {}, untouched: true },
  { bounds: { exposure: 'none' } },
  { bounds: { mostRestarts: 4, efi: 'second' } },
];

/** A disk with files in everything that can hold some, and a Linux that comes. */
const anyWishing = fc
  .tuple(anyStyledDisk, fc.integer({ min: 1, max: 9 }), fc.constantFrom(...WISHES), fc.nat(9))
  .map(([survey, tenth, wish, untouched]): Planned => {
    const begun = planOn(survey, { kind: 'add-system', system: newSystem('linux-desktop') });
    const plan = survey.partitions.reduce(
      (now, { id, length }) =>
        edited(now, survey, noteFoundEdit(now, id, { usedBytes: Math.floor((length * 512 * tenth) / 10) })),
      begun,
    );
    const alone = plan.partitions.filter((p) => p.from !== null).map((p) => p.id);
    const left = wish.untouched ? alone.slice(untouched % 4, (untouched % 4) + 1) : [];
    return { plan: { ...plan, wish: { ...USUAL_WISH, ...wish.bounds, untouched: left } }, survey };
  });

test('on any disk, every proposal keeps to what is wished, shrinks nothing too far, and can be carried out', () => {
  let proposals = 0;
  let moving = 0;
  fc.assert(
    fc.property(anyWishing, (planned) => {
      const { plan, survey } = planned;
      const wish = plan.wish!;
      const targets = new Map(givers(planned).map((g) => [g.partition.id, g.target]));
      const before = new Set(blockers(planned));
      for (const { edit, after, figures, moved } of proposalsFor(planned)!.proposals) {
        proposals += 1;
        if (moved.length > 0) moving += 1;
        expect(edited(plan, survey, edit)).toEqual(after);
        expect(procedureFor({ plan: after, survey }).ordered.ok).toBe(true);
        const worse = blockers({ plan: after, survey }).filter((rule) => !before.has(rule));
        expect(worse).toEqual([]);
        for (const was of plan.partitions) {
          const is = after.partitions.find((p) => p.id === was.id)!;
          if (is.length < was.length)
            expect(is.length * 512).toBeGreaterThanOrEqual(Math.min(targets.get(was.id)!, was.length * 512));
          if (wish.untouched.includes(was.id)) expect([is.start, is.length]).toEqual([was.start, was.length]);
          if (wish.mostMovedBytes === 0) expect(is.start).toBe(was.start);
        }
        if (wish.exposure === 'none') expect(figures.exposures).toBe(0);
        expect(figures.restarts).toBeLessThanOrEqual(wish.mostRestarts ?? Infinity);
      }
    }),
    { numRuns: 150 },
  );
  expect([proposals > 150, moving > 10]).toEqual([true, true]);
});

test('a proposal taken up is proposed again as it is, from the disk as it was found', () => {
  const plan = onLaptop('linux-desktop');
  const { after } = proposed({ plan, survey: laptop });
  const [again] = proposalsFor({ plan: after, survey: laptop })!.proposals;
  expect(again!.after.partitions.map((p) => [p.role, p.start, p.length])).toEqual(
    after.partitions.map((p) => [p.role, p.start, p.length]),
  );
});

describe('what stands in the way is named, with what it costs to lift it', () => {
  // Between Windows and what is free lies its recovery partition.
  const disk = drawn(500, ['100MiB efi', '300GiB windows', '1GiB recovery', '150GiB xfs "store"']);
  const wishing = (wish: Partial<Wish>): Planned => {
    const plan = planOn(disk, { kind: 'add-system', system: { ...newSystem('linux-desktop'), wish: LARGE } });
    const noted = ['found-2', 'found-3', 'found-4'].reduce(
      (now, id) =>
        edited(now, disk, noteFoundEdit(now, id, { usedBytes: id === 'found-3' ? GIB / 2 : 60 * GIB })),
      plan,
    );
    return { plan: { ...noted, wish: { ...USUAL_WISH, ...wish } }, survey: disk };
  };
  const LARGE: SystemWish = { size: { bytes: 250 * GIB }, home: 'on-root', swap: 'none' };

  test('the volume in between moves where that gives what is wished', () => {
    const { proposals, whyNot, proof } = proposalsFor(wishing({}))!;
    expect(proposals[0]).toMatchObject({ given: 1, moved: [{ from: 'found-3' }, { from: 'found-4' }] });
    expect([whyNot, proof!.code]).toEqual([[], 'proof.least']);
  });

  test('where nothing may move, less is given, and moving is named with its price', () => {
    const { proposals, whyNot } = proposalsFor(wishing({ mostMovedBytes: 0 }))!;
    expect(proposals[0]!.given).toBeLessThan(1);
    expect(whyNot).toMatchObject([
      { says: { code: 'why-not.moved' }, lift: { kind: 'wish-for', wish: { mostMovedBytes: null } } },
    ]);
  });

  test('an empty volume could go: offered, and never proposed', () => {
    const { plan, survey } = wishing({ mostMovedBytes: 0, untouched: ['found-2'] });
    const wish = { ...LARGE, size: { bytes: 190 * GIB } };
    const emptied = edited(
      plan,
      survey,
      noteFoundEdit(plan, 'found-4', { usedBytes: 20 * MIB, role: 'data', owners: [] }),
      { kind: 'describe', partition: 'found-4', changes: { role: 'data', owners: [] } },
      {
        kind: 'change-system',
        system: 'system-1',
        changes: { wish },
      },
    );
    const { proposals, whyNot } = proposalsFor({ plan: emptied, survey })!;
    for (const { after } of proposals) expect(after.partitions.map((p) => p.id)).toContain('found-4');
    const empty = whyNot.find((w) => w.says.code === 'why-not.empty')!;
    expect(empty.says.with).toEqual({ volume: 'store', used: 20 * MIB });
    const gone = edited(emptied, survey, empty.lift!);
    expect(proposalsFor({ plan: gone, survey })!.proposals[0]).toMatchObject({ given: 1 });
  });

  test('so are a volume to be left alone, a bound on restarts, and one on exposure', () => {
    const codes = (wish: Partial<Wish>) => proposalsFor(wishing(wish))!.whyNot.map((w) => w.says.code);
    expect(codes({ untouched: ['found-2'] })).toContain('why-not.untouched');
    expect(codes({ mostRestarts: 1 })).toContain('why-not.restarts');
    expect(codes({ mostSeconds: 1 })).toContain('why-not.time');
    expect(codes({ exposure: 'none' })).toContain('why-not.exposure');
  });

  test('what volumes are advised to keep is said, and not proposed', () => {
    const plan = onLaptop('linux-desktop');
    const system = plan.systems.find((s) => s.id === 'system-1')!;
    const wish: SystemWish = { ...LARGE, size: { bytes: 390 * GIB } };
    const large = edited(plan, laptop, { kind: 'change-system', system: system.id, changes: { wish } });
    const { whyNot } = proposalsFor({ plan: large, survey: laptop })!;
    expect(whyNot.map((w) => w.says.code)).toContain('why-not.tight');
  });
});
