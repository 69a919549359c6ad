import { findAll } from '../finding/index.js';
import { GIB } from '../quantity/index.js';
import { type Planned, noteFoundEdit, type Plan } from '../plan/index.js';
import { systemFrom } from '../system/index.js';
import { drawn, drawnMbr, edited, newSystem, planOn } from '../testing/builders.js';
import { proposalsFor } from './index.js';

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
