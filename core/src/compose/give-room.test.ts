import fc from 'fast-check';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { drawn, drawnMbr, edited, planOn, surveysOf } from '../testing/builders.js';
import { inEnglish } from '../words/index.js';
import { apply, editTitle } from '../edits/index.js';
import { fatesOf, partitionOf, type Plan } from '../plan/index.js';
import { noteFoundEdit } from './found.js';
import { roomWaysOf } from './give-room.js';
import { becomeEdit } from './systems.js';

const DISK = drawn(500, [
  '1GiB efi',
  '100GiB windows',
  '60GiB ext4 "root"',
  '120GiB ext4 "photos"',
  '80GiB ext4 "home"',
]);

/** The root and the home are a Linux's, the photos between them nobody's. */
function shared(): Plan {
  const begun = planOn(DISK);
  const photos = edited(
    begun,
    DISK,
    noteFoundEdit(begun, 'found-4', { owners: [], role: 'data', usedBytes: 20 * 2 ** 30 }),
  );
  return edited(photos, DISK, {
    kind: 'describe',
    partition: 'found-4',
    changes: { owners: [], role: 'data' },
  });
}

describe('who has the space of a system that goes', () => {
  const plan = shared();
  const linux = plan.systems.find((s) => s.family === 'linux')!;

  test('one edit removes it, and gives all of its pieces', () => {
    const ways = roomWaysOf({ plan, survey: DISK }, linux);
    expect(ways.map(({ title }) => inEnglish(title))).toEqual([
      '279 GiB to “System volume” (moves 20 GiB)',
      '279 GiB to “photos” (moves 20 GiB)',
      '219 GiB to “photos”',
      '60 GiB to “System volume”',
    ]);
    const [, photos] = ways;
    const after = edited(plan, DISK, photos!.edit);
    expect(after.systems.find((s) => s.id === linux.id)?.change).toBe('retire');
    expect(after.partitions.map((p) => p.id)).toEqual(['found-1', 'found-2', 'found-4']);
    expect(inEnglish(editTitle(photos!.edit, plan))).toBe('Remove Linux, and give its space to “photos”');
  });

  test('once it is gone, its space is still to be given', () => {
    const retired = edited(plan, DISK, becomeEdit({ plan, survey: DISK }, linux, 'retire'));
    const gone = retired.systems.find((s) => s.id === linux.id)!;
    const [first] = roomWaysOf({ plan: retired, survey: DISK }, gone);
    const [atOnce] = roomWaysOf({ plan, survey: DISK }, linux);
    expect(edited(retired, DISK, first!.edit)).toEqual(edited(plan, DISK, atOnce!.edit));
  });

  test('a system that comes has none', () => {
    expect(roomWaysOf({ plan, survey: DISK }, { ...linux, origin: 'new' })).toEqual([]);
  });

  test('on any disk: it goes, one gains, nobody else loses a sector or a file', () => {
    let tried = 0;
    fc.assert(
      fc.property(anyStyledDisk, fc.nat(), (survey, n) => {
        walk(survey, n, 6, (before, step) => {
          for (const system of before.systems)
            for (const { taker, edit } of roomWaysOf({ plan: before, survey }, system)) {
              const result = apply(before, edit, surveysOf(survey));
              expect(result).toMatchObject({ ok: true });
              if (!result.ok) continue;
              tried += 1;
              const after = result.plan;
              expect(partitionOf(after, taker)!.length).toBeGreaterThan(partitionOf(before, taker)!.length);
              for (const p of before.partitions) {
                if (p.id === taker) continue;
                const own = p.owners.length === 1 && p.owners[0] === system.id;
                const kept = partitionOf(after, p.id);
                expect(kept?.length).toBe(own && kept === undefined ? undefined : p.length);
                expect(kept?.treatment).toBe(own && kept === undefined ? undefined : p.treatment);
              }
              expect(apply(after, result.inverse, surveysOf(survey))).toMatchObject({
                ok: true,
                plan: before,
              });
              expect(fatesOf({ plan: after, survey })).toHaveLength(survey.partitions.length);
            }
          const made = apply(before, step, surveysOf(survey));
          return made.ok ? made.plan : before;
        });
      }),
      { numRuns: 40 },
    );
    expect(tried).toBeGreaterThan(50);
  });
});

test('an extended partition in which nothing is left goes with its system', () => {
  const disk = drawnMbr(
    [[100, 'ntfs']],
    [
      [60, 'ext4'],
      [4, 'swap'],
    ],
  );
  const plan = planOn(disk);
  const linux = plan.systems.find((s) => s.family === 'linux')!;
  const [way] = roomWaysOf({ plan, survey: disk }, linux);
  const after = edited(plan, disk, way!.edit);
  expect(after.container).toBeNull();
  expect(after.partitions.map((p) => [p.id, p.start + p.length])).toEqual([['found-1', disk.disk.usableEnd]]);
});
