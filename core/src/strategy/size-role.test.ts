import { english, sayIn, textIn } from '../words/index.js';
import { GIB } from '../quantity/index.js';
import { createInGap, noteFoundEdit } from '../compose/index.js';
import { largestGap } from '../layout/index.js';
import { partitionOf } from '../plan/index.js';
import { drawn, edited, gib, newSystem, planOn } from '../testing/builders.js';
import { sizeEdit, sizeTargets } from './index.js';

const DISK = drawn(500, ['1GiB efi', '40GiB ext4 "root"', '100GiB ext4 "home"', '4GiB swap "swap"']);
const system = newSystem('linux-desktop');
const owned = (['found-2', 'found-3', 'found-4'] as const).reduce(
  (plan, id, i) =>
    edited(plan, DISK, noteFoundEdit(plan, id, { usedBytes: 10 * GIB }), {
      kind: 'describe',
      partition: id,
      changes: { role: (['root', 'home', 'swap'] as const)[i]!, owners: [system.id] },
    }),
  planOn(DISK, { kind: 'add-system', system }),
);
const target = (role: 'root' | 'home' | 'swap' | 'boot') => sizeTargets(owned, role, system)[0]!;

describe('a size written into the plan', () => {
  test('is taken from the room beside it where that does', () => {
    const made = sizeEdit({ plan: owned, survey: DISK }, target('swap'), 8 * GIB);
    if (!made.ok) throw new Error(textIn(english, made.hindrance));
    const after = edited(owned, DISK, made.edit);
    expect([partitionOf(after, 'found-4')!.length, made.movedBytes]).toEqual([gib(8), 0]);
  });

  test('else neighbours slide, and the data that travels is told', () => {
    const made = sizeEdit({ plan: owned, survey: DISK }, target('root'), 60 * GIB);
    if (!made.ok) throw new Error(textIn(english, made.hindrance));
    const after = edited(owned, DISK, made.edit);
    expect(partitionOf(after, 'found-2')!.length).toBe(gib(60));
    expect(after.partitions.map((p) => p.id)).toEqual(owned.partitions.map((p) => p.id));
    expect(partitionOf(after, 'found-3')!.start).not.toBe(partitionOf(owned, 'found-3')!.start);
    expect(made.movedBytes).toBe(10 * GIB);
  });

  test('where there is none yet, it is made in the largest gap', () => {
    expect(target('boot').kind).toBe('new');
    const made = sizeEdit({ plan: owned, survey: DISK }, target('boot'), GIB);
    if (!made.ok) throw new Error(textIn(english, made.hindrance));
    const boot = edited(owned, DISK, made.edit).partitions.find((p) => p.role === 'boot')!;
    expect([boot.length, boot.owners]).toEqual([gib(1), [system.id]]);
  });

  test.each([
    ['root', 2000 * GIB, /not enough space/],
    ['root', 5 * GIB, /cannot be that small/],
    ['root', 0, /is needed/],
    ['boot', 0, /none now/],
    ['boot', 2000 * GIB, /large enough/],
  ] as const)('%s of %d bytes is refused in words', (role, size, words) => {
    const made = sizeEdit({ plan: owned, survey: DISK }, target(role), size);
    expect(made.ok ? sayIn(english, made.does) : textIn(english, made.hindrance)).toMatch(words);
    expect(made.ok).toBe(false);
  });

  test('a new home gives the room for its root, where else data would travel', () => {
    const planned = { plan: planOn(DISK, { kind: 'add-system', system }), survey: DISK };
    const root = createInGap(planned, largestGap(planned)!, {
      role: 'root',
      owners: [system],
      size: 60 * GIB,
    })!;
    const rooted = { plan: edited(planned.plan, DISK, root), survey: DISK };
    const home = createInGap(rooted, largestGap(rooted)!, { role: 'home', owners: [system] })!;
    const full = edited(rooted.plan, DISK, home);
    const made = sizeEdit({ plan: full, survey: DISK }, sizeTargets(full, 'root', system)[0]!, 90 * GIB);
    if (!made.ok) throw new Error(textIn(english, made.hindrance));
    expect([sayIn(english, made.does), made.movedBytes]).toEqual([
      '“root2” becomes 90 GiB (96.6 GB), from the home behind it',
      0,
    ]);
  });

  test('where no gap is left, a home comes from the end of a new root', () => {
    const planned = { plan: planOn(DISK, { kind: 'add-system', system }), survey: DISK };
    const root = createInGap(planned, largestGap(planned)!, { role: 'root', owners: [system] })!;
    const full = edited(planned.plan, DISK, root);
    const made = sizeEdit({ plan: full, survey: DISK }, sizeTargets(full, 'home', system)[0]!, 100 * GIB);
    if (!made.ok) throw new Error(textIn(english, made.hindrance));
    expect(sayIn(english, made.does)).toMatch(/^a home of 100 GiB .* from the end of “root2”$/);
    const home = edited(full, DISK, made.edit).partitions.find((p) => p.role === 'home' && p.from === null)!;
    expect([Math.ceil(home.length / 2048) * 2048, home.owners]).toEqual([gib(100), [system.id]]);
  });

  test('no swap takes the partition out', () => {
    const made = sizeEdit({ plan: owned, survey: DISK }, target('swap'), 0);
    expect(made.ok && edited(owned, DISK, made.edit).partitions.some((p) => p.role === 'swap')).toBe(false);
  });
});
