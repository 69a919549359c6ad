import fc from 'fast-check';
import {
  becomeEdit,
  boundaryEdit,
  createInGap,
  makeLogicalEdit,
  makePrimaryEdit,
  newPartition,
  newTableEdit,
  placeLeastMoved,
  swapOrderEdit,
} from '../compose/index.js';
import { apply, type Edit } from '../edits/index.js';
import { plannedGaps } from '../layout/index.js';
import { KNOWN, EFI_STRATEGIES, type Planned, type Plan } from '../plan/index.js';
import { GIB, sectors } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import { LEVELS_OF_SIZE, SWAP_RULES } from '../system/index.js';
import type { VolumeKind } from '../volume/index.js';
import { deepFreeze, drawn, drawnMbr, edited, mib, newSystem, planOn, surveysOf } from './builders.js';

const amount = fc.oneof(
  fc.integer({ min: 1, max: 900 }).map((n) => ({ bytes: n * GIB })),
  fc.integer({ min: 1, max: 100 }).map((percent) => ({ share: percent / 100 })),
);

const someBytes = fc.nat(900).map((n) => n * GIB);
const use = fc.record({
  moreProgramsBytes: someBytes,
  containersBytes: someBytes,
  snapshots: fc.boolean(),
  filesOnRootBytes: someBytes,
  kernelsKept: fc.integer({ min: 1, max: 10 }),
  largeImages: fc.boolean(),
  documentsBytes: someBytes,
  photosBytes: someBytes,
  mediaBytes: someBytes,
  projectsBytes: someBytes,
  growth: fc.nat(200).map((percent) => percent / 100),
  years: fc.integer({ min: 1, max: 15 }),
});

/** A disk of 500 GiB with up to nine parts and gaps. */
export const anyDisk = fc
  .array(
    fc.tuple(
      fc.integer({ min: 1, max: 40 }),
      fc.constantFrom('ntfs', 'ext4', 'fat', 'swap', 'xfs', 'windows', 'gap', 'btrfs'),
    ),
    { maxLength: 9 },
  )
  .map((rows) =>
    drawn(
      500,
      rows.map(([size, word]) => `${size}GiB ${word}`),
    ),
  );

const anyRow = fc.option(
  fc.tuple(
    fc.integer({ min: 1, max: 30 }),
    fc.constantFrom<VolumeKind>('ntfs', 'ext4', 'fat', 'swap', 'xfs', 'btrfs'),
  ),
);

/** An MBR of 500 GiB with up to three primaries and five logicals. */
export const anyMbrDisk = fc
  .tuple(fc.array(anyRow, { maxLength: 3 }), fc.array(anyRow, { maxLength: 5 }))
  .map(([primaries, logicals]) => drawnMbr(primaries, logicals));

/** An edit of this plan that may or may not make sense: both are wanted. */
export function anyEdit(planned: Planned): fc.Arbitrary<Edit> {
  const { plan, survey } = planned;
  const ids = fc.constantFrom(...plan.partitions.map((p) => p.id), 'found-1', 'new-1');
  const found = fc.constantFrom(...Object.keys(plan.found), 'found-77');
  const place = fc.integer({ min: 0, max: 501 * 1024 }).map((n) => mib(n));
  const odd = fc.oneof(
    place,
    fc.integer({ min: 0, max: survey.disk.sizeSectors + 5000 }).map((n) => sectors(n)),
  );
  const roles = fc.constantFrom('root', 'home', 'swap', 'efi', 'data', 'bios-boot');
  return fc.oneof(
    fc.record({
      kind: fc.constant('resize'),
      partition: ids,
      length: odd,
      hold: fc.constantFrom('start', 'end'),
    }),
    fc.record({ kind: fc.constant('move'), partition: ids, start: odd }),
    fc.record({ kind: fc.constant('remove'), partition: ids }),
    fc.record({ kind: fc.constant('treat'), partition: ids, treatment: fc.constantFrom('keep', 'format') }),
    fc.record({
      kind: fc.constant('describe'),
      partition: ids,
      changes: fc.record({ label: fc.string({ maxLength: 20 }), role: roles }, { requiredKeys: [] }),
    }),
    fc
      .tuple(roles, place, place, fc.constantFrom(plan.systems.slice(0, 1), plan.systems.slice(-1)))
      .map(([role, start, length, owners]) => ({
        kind: 'create',
        partition: newPartition(plan, { role, start, length, owners }),
      })),
    fc.record({
      kind: fc.constant('note-found'),
      found,
      changes: fc.record(
        { usedBytes: fc.option(fc.integer({ min: 0, max: 50 * GIB })), encrypted: fc.constantFrom(...KNOWN) },
        { requiredKeys: [] },
      ),
    }),
    fc.record({
      kind: fc.constant('set-machine'),
      changes: fc.record(
        {
          ramBytes: fc.option(fc.integer({ min: 1, max: 64 * GIB })),
          device: fc.constantFrom('sda', 'nvme0n1'),
        },
        { requiredKeys: [] },
      ),
    }),
    fc.record({ kind: fc.constant('tick'), step: fc.constantFrom('a', 'b'), done: fc.boolean() }),
    fc.record({
      kind: fc.constant('accept'),
      finding: fc.constantFrom('sliver:found-1', 'look-alike: "x"'),
      accepted: fc.option(
        fc.record({
          evidence: fc.constantFrom('00c0ffee', '12345678'),
          remark: fc.string({ maxLength: 20 }),
        }),
      ),
    }),
    fc.constant({ kind: 'set-target', changes: { table: 'new' } }),
    fc.record({
      kind: fc.constant('set-target'),
      changes: fc.record({
        style: fc.constantFrom('gpt', 'mbr'),
        table: fc.constantFrom('keep', 'convert', 'new'),
      }),
    }),
    fc.record({
      kind: fc.constant('set-slot'),
      partition: ids,
      logical: fc.option(fc.boolean(), { nil: undefined }),
    }),
    fc.record({
      kind: fc.constant('set-active'),
      flags: fc.dictionary(ids, fc.option(fc.boolean()), { maxKeys: 3 }),
    }),
    fc
      .option(fc.tuple(place, place), { freq: 4 })
      .map((span) =>
        span
          ? { kind: 'set-container', container: { start: span[0], length: span[1] } }
          : { kind: 'set-container', container: null },
      ),
    fc
      .tuple(fc.nat(20), fc.integer({ min: 1, max: 60 }), roles, fc.constantFrom('start', 'end'))
      .map(([index, size, role, at]) => {
        const gaps = plannedGaps(planned).filter((gap) => gap.usable.length > 0);
        const gap = gaps[index % Math.max(1, gaps.length)];
        const owners = plan.systems.filter((s) => s.origin === 'new');
        const wish = { role, owners, size: size * GIB, at } as const;
        return (gap && createInGap(planned, gap, wish)) ?? newTableEdit(plan);
      }),
    fc.tuple(ids, ids).map(([one, other]) => swapOrderEdit(planned, one, other) ?? newTableEdit(plan)),
    fc.tuple(fc.nat(8), fc.integer({ min: 1, max: 200 })).map(([i, size]) => {
      const [left, right] = plan.partitions.slice(i % Math.max(1, plan.partitions.length - 1));
      if (!left || !right) return newTableEdit(plan);
      return boundaryEdit(planned, left, right, left.start + mib(size * 300));
    }),
    fc.tuple(fc.nat(8), fc.integer({ min: 1, max: 60 })).map(([i, size]) => {
      const wanted = plan.partitions[i % Math.max(1, plan.partitions.length)];
      const outcome = wanted && placeLeastMoved(planned, new Map([[wanted.id, mib(size * 1024)]]));
      return outcome?.ok ? outcome.edit : newTableEdit(plan);
    }),
    fc.record({
      kind: fc.constant('set-loader'),
      system: fc.constantFrom(...plan.systems.map((s) => s.id), 'system-1'),
      loader: fc.constantFrom(null, { by: null, place: { kind: 'disk' as const } }),
    }),
    fc.record({
      kind: fc.constant('set-start'),
      changes: fc.record({ waitSeconds: fc.option(fc.nat(60)) }, { requiredKeys: [] }),
    }),
    fc.record({
      kind: fc.constant('change-system'),
      system: fc.constantFrom(...plan.systems.map((s) => s.id), 'system-1'),
      changes: fc.record({ change: fc.constantFrom(null, 'retire', 'reinstall') }),
    }),
    fc.tuple(ids, fc.boolean()).map(([id, logical]) => {
      const partition = plan.partitions.find((p) => p.id === id);
      if (!partition) return newTableEdit(plan, 'mbr');
      return (logical ? makeLogicalEdit : makePrimaryEdit)(planned, partition);
    }),
    fc.record({
      kind: fc.constant('record'),
      step: fc.constantFrom('install:system-1', 'new-table'),
      record: fc.option(
        fc.record({
          at: fc.constantFrom(null, '2026-05-04T07:30:00.000Z'),
          remark: fc.string({ maxLength: 40 }),
        }),
      ),
    }),
    fc.record({
      kind: fc.constant('wish-for'),
      wish: fc.option(
        fc.record({
          efi: fc.constantFrom('any', ...EFI_STRATEGIES),
          efiFreeBytes: fc.option(fc.nat(2 ** 30)),
          keep: fc.oneof(
            fc.constant('advised'),
            fc.record({
              factor: fc.integer({ min: 100, max: 1000 }).map((percent) => percent / 100),
              freeBytes: fc.nat(2 ** 40),
            }),
          ),
          untouched: fc.array(ids, { maxLength: 2 }),
          mostMovedBytes: fc.option(fc.nat(2 ** 40)),
          mostRestarts: fc.option(fc.nat(9)),
          mostSeconds: fc.option(fc.nat(9999)),
          exposure: fc.constantFrom('any', 'none'),
        }),
      ),
    }),
    fc.record({
      kind: fc.constant('change-system'),
      system: fc.constantFrom(...plan.systems.map((s) => s.id), 'system-1'),
      changes: fc.record({
        wish: fc.option(
          fc.record({
            size: fc.oneof(fc.constantFrom(...LEVELS_OF_SIZE), amount),
            home: fc.oneof(fc.constant('on-root'), amount),
            swap: fc.constantFrom('advised', ...SWAP_RULES),
          }),
        ),
      }),
    }),
    fc.record({
      kind: fc.constant('change-system'),
      system: fc.constantFrom(...plan.systems.map((s) => s.id), 'system-1'),
      changes: fc.record({ use: fc.option(use), room: fc.option(fc.integer({ min: 1, max: 2 ** 40 })) }),
    }),
    fc
      .constantFrom('linux-desktop', 'linux-image', 'windows-10', 'bsd')
      .map((profile) => ({ kind: 'add-system', system: newSystem(profile) })),
    fc.record({
      kind: fc.constant('change-system'),
      system: fc.constant('system-1'),
      changes: fc.record(
        {
          parts: fc.constantFrom(null, 'installer', 'prepared'),
          medium: fc.constantFrom(null, 'live', 'installs'),
        },
        { requiredKeys: [] },
      ),
    }),
    fc.constant({ kind: 'remove-system', system: 'system-1' }),
    fc.constant({ kind: 'change-system', system: 'system-1', changes: { hibernates: true } }),
    fc.constant(newTableEdit(plan)),
  ) as unknown as fc.Arbitrary<Edit>;
}

/** Walks `steps` random edits, calling `each` for every one that was made or refused. */
export function walk(
  survey: Survey,
  seed: number,
  steps: number,
  each: (before: Plan, edit: Edit) => Plan,
): void {
  let plan = deepFreeze(planOn(survey));
  for (let i = 0; i < steps; i++) {
    const [edit] = fc.sample(anyEdit({ plan, survey }), { numRuns: 1, seed: seed + i });
    plan = deepFreeze(each(plan, edit!));
  }
}

/** The plan that random edits make of the one that is begun with; those that are refused change nothing. */
export function walked(survey: Survey, seed: number, steps: number, begun = planOn(survey)): Plan {
  let plan = begun;
  walk(survey, seed, steps, (_, edit) => {
    const result = apply(plan, edit, surveysOf(survey));
    return (plan = result.ok ? result.plan : plan);
  });
  return plan;
}

/** A disk of either style. */
export const anyStyledDisk = fc.oneof(anyDisk, anyMbrDisk);

/** A random plan, of which one system may go or be installed anew. */
export const anyPlanOfSystems: fc.Arbitrary<Planned> = fc
  .tuple(anyStyledDisk, fc.nat(), fc.constantFrom('retire', 'reinstall', 'stays'))
  .map(([survey, seed, becoming]) => {
    const plan = planOn(survey);
    const system = plan.systems[seed % Math.max(1, plan.systems.length)];
    const begun = system ? edited(plan, survey, becomeEdit({ plan, survey }, system, becoming)) : plan;
    return { plan: walked(survey, seed, 6, begun), survey };
  });
