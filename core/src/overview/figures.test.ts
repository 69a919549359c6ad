import { GIB } from '../quantity/index.js';
import { noteFoundEdit } from '../compose/index.js';
import { drawn, edited, gib, newSystem, planOn } from '../testing/builders.js';
import { figuresOf } from './index.js';

const DISK = drawn(500, ['1GiB efi', '100GiB ext4 "one"', '100GiB ext4 "two"']);
const noted = ['found-2', 'found-3'].reduce(
  (plan, id) => edited(plan, DISK, noteFoundEdit(plan, id, { usedBytes: 10 * GIB })),
  planOn(DISK),
);

test('a plan that changes nothing costs nothing', () => {
  expect(figuresOf({ plan: noted, survey: DISK })).toMatchObject({
    moved: { least: 0, most: 0 },
    restarts: 0,
    exposures: 0,
    givenUp: 0,
  });
});

test('what moves, what is exposed, what is given up and what is free are counted', () => {
  const plan = edited(
    noted,
    DISK,
    { kind: 'remove', partition: 'found-2' },
    { kind: 'move', partition: 'found-3', start: gib(50) },
  );
  const { moved, exposures, givenUp, freeBytes } = figuresOf({ plan, survey: DISK });
  expect(moved.most).toBe(100 * GIB);
  expect([exposures > 0, givenUp]).toEqual([true, 1]);
  expect(Math.round(freeBytes / GIB)).toBe(399);
});

test.each([
  [0, 'nothing'],
  [10, 'too-small'],
  [25, 'least'],
  [60, 'comfortable'],
  [200, 'generous'],
] as const)('%d GiB for a system is %s', (size, fit) => {
  const system = {
    ...newSystem('linux-desktop'),
    leastBytes: 20 * GIB,
    comfortableBytes: 50 * GIB,
    generousBytes: 100 * GIB,
  };
  const added = edited(noted, DISK, { kind: 'add-system', system });
  const plan =
    size === 0
      ? added
      : edited(
          added,
          DISK,
          { kind: 'remove', partition: 'found-2' },
          { kind: 'remove', partition: 'found-3' },
          {
            kind: 'create',
            partition: {
              id: 'new-1',
              from: null,
              start: gib(2),
              length: gib(size),
              treatment: 'format',
              role: 'root',
              owners: [system.id],
              fileSystem: 'ext4',
              label: '',
              name: '',
              mountPoint: '/',
            },
          },
        );
  expect(figuresOf({ plan, survey: DISK }).systems.find((s) => s.id === system.id)!.room).toMatchObject({
    fit,
    systemBytes: size * GIB,
  });
});
