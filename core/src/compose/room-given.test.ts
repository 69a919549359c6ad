import { GIB, MIB, sectors } from '../quantity/index.js';
import { drawn, edited, gib, newSystem, planOn } from '../testing/builders.js';
import { plannedGaps } from '../layout/index.js';
import { endOf, shownAs, type Plan, type PlannedPartition } from '../plan/index.js';
import { roomGiven, setupRooms } from '../rooms/index.js';
import { newPartition } from './create.js';
import { noteFoundEdit } from './found.js';

const DISK = drawn(500, ['1GiB efi', '100GiB ext4 "one"', '50GiB ext4 "two"']);

describe('what is said of a volume as found', () => {
  const plan = edited(planOn(DISK), DISK, { kind: 'treat', partition: 'found-3', treatment: 'format' });

  test.each([
    [{ role: 'home' }, { role: 'home' }],
    [{ owners: [] }, { owners: [] }],
    [{ kind: 'xfs' }, { fileSystem: 'xfs' }],
    [
      { kind: 'xfs', role: 'home', usedBytes: 5 },
      { role: 'home', fileSystem: 'xfs' },
    ],
  ] as const)('%j is followed by the partition that keeps it', (changes, follow) => {
    expect(noteFoundEdit(plan, 'found-2', changes)).toMatchObject({
      kind: 'batch',
      edits: [
        { kind: 'note-found', found: 'found-2', changes },
        { kind: 'describe', partition: 'found-2', changes: follow },
      ],
    });
  });

  test('how much is used changes nothing that is planned, and what is formatted does not follow', () => {
    expect(noteFoundEdit(plan, 'found-2', { usedBytes: 5 }).kind).toBe('note-found');
    expect(noteFoundEdit(plan, 'found-3', { role: 'home' }).kind).toBe('note-found');
  });
});

test('a system is given its own volume, others that are its alone, and what it shares', () => {
  const blank = drawn(500, []);
  const [mine, other] = [
    newSystem('linux-desktop', 'Mine', 'mine'),
    newSystem('linux-desktop', 'Other', 'o'),
  ];
  let at = 1;
  const put = (plan: Plan, role: 'root' | 'home' | 'data', size: number, owners: (typeof mine)[]): Plan => {
    const start = sectors(at * gib(1));
    at += size;
    return edited(plan, blank, {
      kind: 'create',
      partition: newPartition(plan, { role, start, length: gib(size), owners }),
    });
  };
  let plan = planOn(
    blank,
    { kind: 'set-target', changes: { table: 'new', style: 'gpt' } },
    { kind: 'add-system', system: mine },
    { kind: 'add-system', system: other },
  );
  plan = put(plan, 'root', 40, [mine]);
  plan = put(plan, 'home', 50, [mine]);
  plan = put(plan, 'data', 30, [mine, other]);
  plan = put(plan, 'root', 20, [other]);
  const given = (system: typeof mine) => {
    const { systemBytes, otherBytes, sharedBytes } = roomGiven({ plan, survey: blank }, system);
    return [systemBytes, otherBytes, sharedBytes].map((size) => size / GIB);
  };
  expect(given(mine)).toEqual([40, 50, 30]);
  expect(given(other)).toEqual([20, 0, 30]);
});

test('what holds no whole MiB is no room for a setup', () => {
  const full = drawn(64, ['600MiB efi', 'rest root']);
  const plan = planOn(full, { kind: 'add-system', system: newSystem('windows-11', 'W', 'w') });
  expect(plannedGaps({ plan, survey: full }).every((gap) => gap.length * 512 < MIB)).toBe(true);
  expect(setupRooms({ plan, survey: full })).toEqual([]);
  expect(roomGiven({ plan, survey: full }, plan.systems.at(-1)!).fit).toBe('nothing');
});

test('of two setups in one free space the second begins where the first is told to end', () => {
  const blank = drawn(500, []);
  const setup = (id: string, room?: number) => ({
    ...newSystem('windows-11', id, id),
    ...(room === undefined ? {} : { room: room * GIB }),
  });
  const plan = planOn(
    blank,
    { kind: 'set-target', changes: { table: 'new', style: 'gpt' } },
    { kind: 'add-system', system: setup('first', 120) },
    { kind: 'add-system', system: setup('second') },
  );
  const [first, second] = setupRooms({ plan, survey: blank });
  expect([first!.system, second!.system]).toEqual(['first', 'second']);
  expect(Math.round((first!.length * 512) / GIB)).toBe(120);
  expect(second!.start).toBe(endOf(first!));
  expect(Math.round((second!.length * 512) / GIB)).toBe(380);
});

test.each<[Partial<PlannedPartition>, string]>([
  [{ treatment: 'format', layer: 'luks', fileSystem: 'ext4' }, 'luks'],
  [{ treatment: 'format', layer: 'luks-lvm', fileSystem: 'ext4' }, 'luks'],
  [{ treatment: 'format', layer: 'lvm', fileSystem: 'ext4' }, 'lvm'],
  [{ treatment: 'format', fileSystem: 'ext4' }, 'ext4'],
  [{ treatment: 'keep', fileSystem: 'luks' }, 'luks'],
  [{ treatment: 'keep', fileSystem: 'ext4', layer: 'luks' }, 'ext4'],
])('%j is listed as %s', (changes, kind) => {
  const [efi] = planOn(DISK).partitions;
  const shown = shownAs({ ...efi!, label: 'NAME', ...changes });
  expect(shown.kind).toBe(kind);
  expect(shown.label).toBe(changes.treatment === 'format' && kind !== 'ext4' ? '' : 'NAME');
});
