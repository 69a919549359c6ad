import fc from 'fast-check';
import { apply } from '../edits/index.js';
import { plannedGaps, sizeOf } from '../layout/index.js';
import type { Plan, Planned } from '../plan/index.js';
import { GIB, MIB } from '../quantity/index.js';
import { procedureFor } from '../sequence/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { drawn, edited, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { offersFor } from './index.js';

const gapIn = (planned: Planned) =>
  plannedGaps(planned).reduce((a, b) => (b.usable.length > a.usable.length ? b : a));
const offersOf = (planned: Planned) =>
  new Map(offersFor(planned, gapIn(planned).id).map((offer) => [offer.id, offer]));
const madeBy = (planned: Planned, id: string) => {
  const result = apply(planned.plan, offersOf(planned).get(id)!.edit!, () => planned.survey);
  if (!result.ok) throw new Error(result.refusal.code);
  return result.plan;
};
const rolesOf = (plan: Plan, system: string) =>
  plan.partitions.filter((p) => p.owners.includes(system)).map((p) => p.role);

const survey = drawn(500, ['1GiB efi', '200GiB windows "Main"']);
const adding = (...profiles: readonly string[]): Planned => ({
  survey,
  plan: edited(
    planOn(survey),
    survey,
    ...profiles.map((profile, i) => ({
      kind: 'add-system' as const,
      system: newSystem(profile, `System ${i}`, `s${i}`),
    })),
  ),
});

const leftIn = (planned: Planned) =>
  plannedGaps(planned).reduce((sum, gap) => sum + sizeOf(gap, planned.survey), 0);

test('the only system of a disk is given all of it, with what it starts from', () => {
  const blank = drawn(240, [], { style: 'none' });
  const plan = edited(planOn(blank), blank, {
    kind: 'add-system',
    system: newSystem('linux-desktop', 'L', 's0'),
  });
  const after = madeBy({ plan, survey: blank }, 'system:s0');
  expect(rolesOf(after, 's0').slice(0, 2)).toEqual(['efi', 'root']);
  expect(leftIn({ plan: after, survey: blank })).toBeLessThan(2 * MIB);
});

test('beside others a system is given what it wishes, and all of the space where that is not more than generous', () => {
  const planned = adding('linux-desktop');
  const plan = madeBy(planned, 'system:s0');
  expect(rolesOf(plan, 's0')).toContain('root');
  expect(leftIn({ plan, survey })).toBeGreaterThan(100 * GIB);
  const tight = drawn(300, ['1GiB efi', '250GiB windows "Main"']);
  const fitted = edited(planOn(tight), tight, {
    kind: 'add-system',
    system: newSystem('linux-desktop', 'L', 's0'),
  });
  const after = madeBy({ plan: fitted, survey: tight }, 'system:s0');
  expect(leftIn({ plan: after, survey: tight })).toBeLessThan(2 * MIB);
});

test('of two that wait each is offered what it wishes, and leaves the other its own', () => {
  const planned = adding('linux-desktop', 'linux-desktop');
  const plan = madeBy(planned, 'system:s0');
  const after = offersOf({ plan, survey });
  expect([...after.keys()]).toContain('system:s1');
  expect([...after.keys()]).not.toContain('system:s0');
  expect([...after.keys()]).toContain('home:s0');
});

test('shared data is for all that are there, and nobody may have it', () => {
  const planned = adding('linux-desktop');
  const plan = madeBy(planned, 'data');
  expect(plan.partitions.find((p) => p.role === 'data')?.owners).toEqual(['found-windows', 's0']);
  expect(offersOf(planned).get('free')).toMatchObject({ edit: null, fills: [{ title: null }] });
});

test('a setup that takes this space by itself is not offered it; another space is held for it by a partition', () => {
  const parted = drawn(1000, ['1GiB efi', '300GiB gap', '100GiB ext4 "files"', '500GiB gap']);
  const plan = edited(planOn(parted), parted, {
    kind: 'add-system',
    system: newSystem('windows-11', 'W', 'w'),
  });
  const [small, large] = plannedGaps({ plan, survey: parted }).filter((g) => g.usable.length * 512 > GIB);
  const ids = (gap: string) => offersFor({ plan, survey: parted }, gap).map((o) => o.id);
  expect(ids(large!.id)).not.toContain('system:w');
  expect(ids(small!.id)).toContain('system:w');
});

test('whatever is offered the plan takes, fills the space and no more, and moves nothing but what its title tells', () => {
  let offers = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (disk, seed) => {
      let plan = edited(planOn(disk), disk, {
        kind: 'add-system',
        system: newSystem('linux-desktop', 'New', 'new'),
      });
      walk(disk, seed, 6, (_, edit) => {
        const result = apply(plan, edit, surveysOf(disk));
        return (plan = result.ok ? result.plan : plan);
      });
      const planned = { plan, survey: disk };
      for (const gap of plannedGaps(planned))
        for (const offer of offersFor(planned, gap.id)) {
          offers += 1;
          const filled = offer.fills.reduce((sum, fill) => sum + fill.bytes, 0);
          expect(filled).toBeLessThanOrEqual(sizeOf(gap, disk));
          expect(filled).toBeGreaterThan(sizeOf(gap, disk) - (offer.fills.length + 2) * 2 * MIB);
          if (!offer.edit) continue;
          const result = apply(plan, offer.edit, surveysOf(disk));
          expect(result.ok).toBe(true);
          if (!result.ok) continue;
          const undone = apply(result.plan, result.inverse, surveysOf(disk));
          expect(undone.ok && undone.plan).toEqual(plan);
          if (offer.kind === 'neighbour') continue;
          const starts = (p: Plan) => p.partitions.filter((q) => q.from !== null).map((q) => [q.id, q.start]);
          expect(starts(result.plan)).toEqual(starts(plan));
        }
    }),
    { numRuns: 40 },
  );
  expect(offers).toBeGreaterThan(100);
});

test('what is made for a system is a plan that can be carried out', () =>
  expect(procedureFor({ plan: madeBy(adding('linux-desktop'), 'system:s0'), survey }).ordered.ok).toBe(true));
