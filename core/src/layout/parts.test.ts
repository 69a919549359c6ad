import { drawn, edited, gib, mib, newSystem, planOn } from '../testing/builders.js';
import { sectors } from '../quantity/index.js';
import { freshPartitionId, newPartition } from '../compose/index.js';
import { partitionTitle } from '../plan/index.js';
import { plannedArea } from './area.js';
import { foundParts, largestGap, plannedGaps, plannedParts, roomAround } from './parts.js';
import { inEnglish } from '../words/index.js';

describe('parts of a disk', () => {
  const survey = drawn(100, ['100MiB efi', '20GiB gap', '40GiB ext4']);

  test('are table, gaps and partitions in disk order', () => {
    expect(foundParts(survey).map((p) => [p.kind, p.id, p.start, p.length])).toEqual([
      ['table', 'table-head', 0, 34],
      ['gap', 'gap-34', 34, 2014],
      ['partition', 'found-1', 2048, 204_800],
      ['gap', 'gap-206848', 206_848, gib(20)],
      ['partition', 'found-2', 206_848 + gib(20), gib(40)],
      ['gap', `gap-${206_848 + gib(60)}`, 206_848 + gib(60), gib(40) - 206_848 - 33],
      ['table', 'table-tail', gib(100) - 33, 33],
    ]);
  });

  test('a gap’s usable room starts on a whole MiB, and may be none', () => {
    const [first, second, last] = plannedGaps({ plan: planOn(survey), survey });
    expect(first!.usable).toEqual({ start: 2048, length: 0 });
    expect(second!.usable).toEqual({ start: 206_848, length: gib(20) });
    expect(last!.usable.start % 2048).toBe(0);
  });

  test('the largest gap is the one with the most usable room', () => {
    expect(largestGap({ plan: planOn(survey), survey })!.id).toBe(`gap-${206_848 + gib(60)}`);
    expect(
      largestGap({ plan: planOn(drawn(100, ['rest ext4'])), survey: drawn(100, ['rest ext4']) }),
    ).toBeUndefined();
  });

  test('room beside a part ends at its neighbours and at the table', () => {
    const plan = planOn(survey);
    expect(roomAround({ plan, survey }, 'found-2')).toEqual({
      before: gib(20),
      after: gib(40) - 206_848 - 33,
    });
    expect(roomAround({ plan, survey }, 'found-1')).toEqual({ before: 2014, after: gib(20) });
    expect(roomAround({ plan, survey }, 'nowhere')).toEqual({ before: 0, after: 0 });
  });

  test('a new table of sectors of 4096 bytes leaves the area from sector 6', () => {
    const blank = drawn(100, [], { style: 'none', sectorBytes: 4096 });
    expect(plannedArea({ plan: planOn(blank), survey: blank })).toEqual({ first: 6, end: gib(100) / 8 - 5 });
    expect(plannedParts({ plan: planOn(blank), survey: blank })[1]).toMatchObject({
      kind: 'gap',
      usable: { start: 256 },
    });
  });
});

describe('a new partition', () => {
  const survey = drawn(100, [], { style: 'none' });
  const plan = planOn(
    survey,
    { kind: 'add-system', system: newSystem('linux-desktop', 'Linux', 'system-1') },
    { kind: 'add-system', system: newSystem('windows-11', 'Windows', 'system-2') },
    { kind: 'add-system', system: newSystem('bsd', 'BSD', 'system-3') },
  );
  const by = (...ids: string[]) => plan.systems.filter((s) => ids.includes(s.id));
  const made = (role: Parameters<typeof newPartition>[1]['role'], ...owners: string[]) =>
    newPartition(plan, { role, start: mib(1), length: gib(10), owners: by(...owners) });

  test.each([
    ['root', ['system-1'], 'ext4', '/'],
    ['root', ['system-3'], 'ufs', '/'],
    ['efi', ['system-1'], 'fat', '/boot/efi'],
    ['swap', ['system-1'], 'swap', ''],
    ['bios-boot', ['system-1'], 'none', ''],
    ['data', ['system-1'], 'ext4', '/srv/data'],
    ['data', ['system-2'], 'ntfs', ''],
    ['data', ['system-1', 'system-2'], 'exfat', ''],
  ] as const)('for %s of %j is %s, mounted at “%s”', (role, owners, fileSystem, mountPoint) => {
    expect(made(role, ...owners)).toMatchObject({ fileSystem, mountPoint, treatment: 'format', from: null });
  });

  test('gets a number and a label no other has', () => {
    const once = edited(plan, survey, { kind: 'create', partition: made('root', 'system-1') });
    expect(freshPartitionId(once)).toBe('new-2');
    const second = newPartition(once, {
      role: 'root',
      start: sectors(mib(20_000)),
      length: gib(1),
      owners: by('system-3'),
    });
    expect(second).toMatchObject({ id: 'new-2', label: 'root2', name: 'root2' });
  });

  test('is called by its label, else its name, else its purpose', () => {
    expect(partitionTitle({ label: 'a', name: 'b', role: 'root' })).toBe('a');
    expect(partitionTitle({ label: '', name: 'b', role: 'root' })).toBe('b');
    expect(inEnglish(partitionTitle({ role: 'bios-boot' }))).toBe('BIOS boot');
  });
});
