import { GIB, MIB } from '../quantity/index.js';
import { newPartition, noteFoundEdit } from '../compose/index.js';
import { apply } from '../edits/index.js';
import { plannedGaps } from '../layout/index.js';
import {
  partitionOf,
  EFI_STRATEGIES,
  type Planned,
  type Known,
  type Plan,
  type EfiStrategyId,
} from '../plan/index.js';
import { procedureFor } from '../sequence/index.js';
import { drawn, edited, gib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { efiStrategies } from './index.js';

/** A laptop whose Windows was shrunk, with a new Linux to come. */
function laptop(efi: string, usedGib: number, more: { encrypted?: Known; kernelsOnEfi?: boolean } = {}) {
  const survey = drawn(500, [`${efi} efi`, '16MiB reserved', '300GiB windows', '1GiB recovery']);
  const linux = { ...newSystem('linux-desktop'), kernelsOnEfi: more.kernelsOnEfi ?? false };
  const begun = planOn(survey, { kind: 'add-system', system: linux });
  const { encrypted = 'unknown' } = more;
  const noted = edited(
    begun,
    survey,
    noteFoundEdit(begun, 'found-3', { usedBytes: usedGib * GIB, encrypted }),
  );
  const plan = edited(noted, survey, {
    kind: 'resize',
    partition: 'found-3',
    length: gib(200),
    hold: 'start',
  });
  return { survey, plan };
}

const strategy = (planned: Planned, id: EfiStrategyId) => efiStrategies(planned).find((s) => s.id === id)!;

test('all four are told, on every disk', () => {
  const { survey, plan } = laptop('100MiB', 80);
  expect(efiStrategies({ plan, survey }).map((s) => s.id)).toEqual([...EFI_STRATEGIES]);
  expect(efiStrategies({ plan: planOn(survey), survey })).toEqual([]);
});

test('sharing 100 MiB is enough for loaders, and not for kernels', () => {
  const plain = laptop('100MiB', 80);
  const shared = strategy(plain, 'share');
  expect([shared.hindrances, shared.sizeBytes, shared.movedMore]).toEqual([
    [],
    100 * MIB,
    { least: 0, most: 0 },
  ]);
  expect(partitionOf(shared.after!, 'found-1')).toMatchObject({
    owners: ['found-windows', 'system-1'],
    mountPoint: '/boot/efi',
    treatment: 'keep',
  });
  const kernels = laptop('100MiB', 80, { kernelsOnEfi: true });
  const refused = strategy(kernels, 'share');
  expect([refused.edit, refused.hindrances.length]).toEqual([null, 1]);
  expect(refused.hindrances[0]).toMatchObject({ code: 'efi-no.too-small', with: { needed: 417 * MIB } });
});

test('a second one goes into the room made by shrinking', () => {
  const { survey, plan } = laptop('100MiB', 80);
  const made = strategy({ plan, survey }, 'second');
  expect(partitionOf(made.after!, 'new-1')).toMatchObject({
    role: 'efi',
    owners: ['system-1'],
    length: gib(1),
  });
  expect(made.movedMore).toEqual({ least: 0, most: 0 });
});

test('where nothing is free a new partition gives the room for it, and no other does', () => {
  const { survey, plan } = laptop('100MiB', 80);
  const system = plan.systems.find((s) => s.id === 'system-1')!;
  const [gap, last] = plannedGaps({ plan, survey }).filter((g) => g.usable.length > gib(1));
  const fill = (before: Plan, id: string, role: 'root' | 'swap', { usable }: NonNullable<typeof gap>) => {
    const partition = { ...newPartition(before, { role, ...usable, owners: [system] }), id };
    return edited(before, survey, { kind: 'create', partition });
  };
  const filled = fill(fill(plan, 'root', 'root', gap!), 'swap', 'swap', last!);
  const made = strategy({ plan: filled, survey }, 'second');
  const root = partitionOf(made.after!, 'root')!;
  expect(gap!.usable.length - root.length).toBe(gib(1));
  expect(made.after!.partitions.find((p) => p.role === 'efi' && p.from === null)).toMatchObject({
    start: gap!.usable.start,
    length: gib(1),
  });
  expect(made.movedMore).toEqual({ least: 0, most: 0 });
  const needing = (left: number) => {
    const changes = { leastBytes: (gap!.usable.length - left) * 512 + 1 };
    const plan = edited(filled, survey, { kind: 'change-system', system: 'system-1', changes });
    return strategy({ plan, survey }, 'second');
  };
  expect(needing(gib(1)).sizeBytes).toBe(0.5 * GIB);
  expect(needing(gib(0.5)).hindrances[0]).toMatchObject({ code: 'efi-no.no-gap' });
});

test('enlarging moves what lies behind, says how much and for how long it is exposed', () => {
  const { survey, plan } = laptop('100MiB', 80);
  const large = strategy({ plan, survey }, 'enlarge');
  expect(large.movedMore).toEqual({ least: 80 * GIB, most: 200 * GIB });
  expect(large.exposures).toContainEqual({
    what: ['found-3'],
    when: { from: (1024 - 100) * 2048, of: gib(200) },
  });
  const [efi, windows] = ['found-1', 'found-3'].map((id) => partitionOf(large.after!, id)!);
  expect([efi!.length, windows!.start - efi!.start]).toEqual([gib(1), gib(1) + 16 * 2048]);
});

test('an encrypted volume behind it is a wall', () => {
  const { survey, plan } = laptop('100MiB', 80, { encrypted: 'yes' });
  expect(strategy({ plan, survey }, 'enlarge').hindrances[0]).toMatchObject({
    code: 'efi-no.stuck',
    with: { bytes: 412 * MIB },
  });
});

test('replacing it lets the old one go, and has the loader of what stays written again', () => {
  const { survey, plan } = laptop('100MiB', 80);
  const other = strategy({ plan, survey }, 'replace');
  expect(partitionOf(other.after!, 'found-1')).toBeUndefined();
  expect(partitionOf(other.after!, 'new-1')!.owners).toEqual(['found-windows', 'system-1']);
  const { ordered } = procedureFor({ plan: other.after!, survey });
  expect(ordered.ok && ordered.steps.map((s) => s.id)).toContain('redo-start:found-windows');
});

test('without one on the disk there is only making one, and without room not even that', () => {
  const blank = drawn(500, ['100GiB ext4']);
  const plan = planOn(blank, { kind: 'add-system', system: newSystem('linux-desktop') });
  expect(efiStrategies({ plan, survey: blank }).map((s) => s.edit !== null)).toEqual([
    false,
    true,
    false,
    false,
  ]);
  const full = drawn(500, ['499GiB ext4']);
  const none = planOn(full, { kind: 'add-system', system: newSystem('linux-desktop') });
  const tight = edited(none, full, {
    kind: 'resize',
    partition: 'found-1',
    length: (full.disk.usableEnd - 2048) as never,
    hold: 'start',
  });
  expect(strategy({ plan: tight, survey: full }, 'second').hindrances[0]).toMatchObject({
    code: 'efi-no.no-gap',
  });
});

test('each can be adopted from any other, in any order', () => {
  const { survey, plan } = laptop('100MiB', 80);
  const parts = (p: Plan) => p.partitions.map(({ id: _, ...rest }) => rest);
  for (const first of EFI_STRATEGIES)
    for (const then of ['share', 'second'] as const) {
      if (first === 'enlarge' || first === 'replace') continue;
      const once = strategy({ plan, survey }, first).after!;
      const edit = strategy({ plan: once, survey }, then).edit!;
      const result = apply(once, edit, surveysOf(survey));
      const mounted = parts(strategy({ plan, survey }, then).after!);
      expect(result.ok && parts(result.plan).map((p) => ({ ...p, mountPoint: '' }))).toEqual(
        mounted.map((p) => ({ ...p, mountPoint: '' })),
      );
    }
});

test('kernels on it are mounted at /boot, loaders alone at /boot/efi', () => {
  const mount = (kernelsOnEfi: boolean) =>
    partitionOf(strategy(laptop('1GiB', 80, { kernelsOnEfi }), 'share').after!, 'found-1')?.mountPoint;
  expect([mount(true), mount(false)]).toEqual(['/boot', '/boot/efi']);
  const { survey, plan } = laptop('1GiB', 80, { kernelsOnEfi: true });
  const both = edited(plan, survey, {
    kind: 'add-system',
    system: newSystem('linux-small', 'Other', 'system-2'),
  });
  expect(partitionOf(strategy({ plan: both, survey }, 'share').after!, 'found-1')?.mountPoint).toBe('/boot');
});

test('one is replaced where it is too small, and only where there is room', () => {
  const replaced = strategy(laptop('100MiB', 80, { kernelsOnEfi: true }), 'replace');
  expect(replaced.hindrances).toEqual([]);
  expect(partitionOf(replaced.after!, 'found-1')).toBeUndefined();
  expect(strategy(laptop('1GiB', 80, { kernelsOnEfi: true }), 'replace').hindrances[0]?.code).toBe(
    'efi-no.large-enough',
  );
  const full = drawn(300, ['100MiB efi', 'rest windows']);
  const linux = { ...newSystem('linux-desktop'), kernelsOnEfi: true };
  const plan = planOn(full, { kind: 'add-system', system: linux });
  const stuck = strategy({ plan, survey: full }, 'replace');
  expect([stuck.edit, stuck.hindrances.length]).toEqual([null, 1]);
  expect(stuck.hindrances[0]?.code).not.toBe('efi-no.no-order');
});

test('where there is none to enlarge or replace, no size is told for it', () => {
  const survey = drawn(500, []);
  const plan = planOn(survey, { kind: 'add-system', system: newSystem('linux-desktop') });
  const told = efiStrategies({ plan, survey }).map((s) => [s.id, s.sizeBytes, s.hindrances.length]);
  expect(told).toEqual([
    ['share', null, 1],
    ['second', 1 * GIB, 0],
    ['enlarge', null, 1],
    ['replace', null, 1],
  ]);
});
