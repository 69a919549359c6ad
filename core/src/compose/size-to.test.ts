import fc from 'fast-check';
import { GIB } from '../quantity/index.js';
import { USUAL_SYSTEM_WISH, type SystemWish } from '../system/index.js';
import { drawn, edited, gib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { apply } from '../edits/index.js';
import { largestGap } from '../layout/index.js';
import { partitionOf, type Plan } from '../plan/index.js';
import { createInGap } from './create-in-gap.js';
import { sizeTo } from './size-to.js';
import { splitHomeEdit } from './split-home.js';

const DISK = drawn(500, ['1GiB efi', '100GiB ntfs "there"']);

/** A root of 60 GiB with a home of 200 GiB behind it. */
function withHome(home: SystemWish['home']): Plan {
  const system = { ...newSystem('linux-desktop'), wish: { ...USUAL_SYSTEM_WISH, home } };
  const sizes = [
    ['root', 60],
    ['home', 200],
  ] as const;
  return sizes.reduce(
    (plan, [role, size]) => {
      const planned = { plan, survey: DISK };
      const wish = { role, owners: [system], size: size * GIB };
      return edited(plan, DISK, createInGap(planned, largestGap(planned)!, wish)!);
    },
    planOn(DISK, { kind: 'add-system', system }),
  );
}

function sized(plan: Plan, size: number) {
  const root = plan.partitions.find((p) => p.role === 'root')!;
  const after = edited(plan, DISK, sizeTo({ plan, survey: DISK }, root, size));
  return ['root', 'home'].map((role) => after.partitions.find((p) => p.role === role)!.length / gib(1));
}

describe('a root whose size is typed', () => {
  const rest = withHome({ share: 1 });
  test.each([
    [80, 180],
    [40, 220],
    [60, 200],
  ])('of %d GiB leaves its home %d: it takes the rest', (root, home) => {
    expect(sized(rest, root * GIB)).toEqual([root, home]);
  });

  test('leaves a home of a size of its own as it is', () => {
    expect(sized(withHome({ bytes: 200 * GIB }), 40 * GIB)).toEqual([40, 200]);
    const plan = withHome('on-root');
    const root = plan.partitions.find((p) => p.role === 'root')!;
    const larger = sizeTo({ plan, survey: DISK }, root, 80 * GIB);
    expect(apply(plan, larger, surveysOf(DISK)).ok).toBe(false);
  });

  test('never takes a home below what is worth one, nor anything else of the plan', () => {
    const root = rest.partitions.find((p) => p.role === 'root')!;
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 * GIB }), (size) => {
        const result = apply(rest, sizeTo({ plan: rest, survey: DISK }, root, size), surveysOf(DISK));
        if (!result.ok) return;
        const after = result.plan.partitions;
        const home = after.find((p) => p.role === 'home')!;
        expect(home.length).toBeGreaterThanOrEqual(gib(5));
        expect(home.start + home.length).toBe(rest.partitions.at(-1)!.start + gib(200));
        expect(after.slice(0, -2)).toEqual(rest.partitions.slice(0, -2));
      }),
    );
  });
});

describe('a home from the end of a root', () => {
  const bare = edited(withHome('on-root'), DISK, { kind: 'remove', partition: 'new-2' });
  const root = partitionOf(bare, 'new-1')!;
  const split = (size?: number) => splitHomeEdit({ plan: bare, survey: DISK }, root, size);

  test('is as large as it is wished, or leaves the root comfortable', () => {
    const sizes = (size?: number) =>
      edited(bare, DISK, split(size)!)
        .partitions.slice(-2)
        .map((p) => p.length / gib(1));
    expect(sizes(40 * GIB)).toEqual([20, 40]);
    expect(sizes()).toEqual([30, expect.any(Number)]);
  });

  test('never leaves the root less than its system needs', () => {
    expect(split(45 * GIB)).toBeDefined();
    expect(split(46 * GIB)).toBeUndefined();
  });
});
