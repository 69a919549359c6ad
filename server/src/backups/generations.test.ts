import fc from 'fast-check';
import { backupNamed, nameOf, type MadeBackup } from './backup-name.js';
import { kept } from './generations.js';

const made = (number: number, at: string, faulty = 0): MadeBackup => {
  const backup = { number, at, machines: 7, faulty };
  return { ...backup, name: nameOf(backup) };
};
const HOUR = 3_600_000;
/** One an hour from a Monday on, for so many hours. */
const hourly = (hours: number) =>
  Array.from({ length: hours }, (_, i) =>
    made(i + 1, new Date(Date.parse('2026-06-01T00:30:00.000Z') + i * HOUR).toISOString()),
  );
const numbers = (backups: readonly MadeBackup[]) => {
  const names = kept(backups);
  return backups.filter(({ name }) => names.has(name)).map(({ number }) => number);
};

test('of a hundred days the last of each hour, day and week is kept', () => {
  const all = hourly(2400);
  const left = numbers(all);
  expect(left.slice(-24)).toEqual(Array.from({ length: 24 }, (_, i) => 2377 + i));
  expect(left.filter((n) => n < 2377)).toEqual([
    // The ends of weeks, of which the last two lie in the days below.
    ...[672, 840, 1008, 1176, 1344, 1512, 1680, 1848, 2016],
    ...[2088, 2112, 2136, 2160, 2184, 2208, 2232, 2256, 2280, 2304, 2328, 2352, 2376],
  ]);
});

test('made one after the other and thinned out each time, as many are left as made at once', () => {
  let there: MadeBackup[] = [];
  for (const backup of hourly(1000)) {
    const names = kept([...there, backup]);
    there = [...there, backup].filter(({ name }) => names.has(name));
  }
  expect(there.map(({ number }) => number)).toEqual(numbers(hourly(1000)));
});

test('one without faults goes before a later one of the same hour that has some', () => {
  const old = hourly(30);
  const faulty = made(31, old.at(-10)!.at, 2);
  const later = [
    made(32, '2026-06-03T00:00:00.000Z'),
    made(33, '2026-06-03T01:00:00.000Z'),
    made(34, '2026-06-03T02:00:00.000Z'),
  ];
  const left = numbers([...old, faulty, ...later]);
  expect(left).toContain(21);
  expect(left).not.toContain(31);
});

test('a clock that jumps costs none of the latest, and never more than it should keep', () => {
  const jumping = fc.array(fc.integer({ min: 0, max: 4_000_000_000_000 }), { minLength: 1, maxLength: 120 });
  fc.assert(
    fc.property(jumping, (times) => {
      const all = times.map((at, i) => made(i + 1, new Date(at).toISOString()));
      const left = numbers(all);
      expect(left.slice(-3)).toEqual(all.slice(-3).map(({ number }) => number));
      expect(left.length).toBeLessThanOrEqual(24 + 14 + 12 + 3);
    }),
  );
});

test.each([
  'bench.sqlite',
  'bench-000001-2026-99-01T00-00-00Z-7-machines.sqlite',
  '../bench-000001-2026-06-01T00-00-00Z-7-machines.sqlite',
])('%s is not one of them', (name) => expect(backupNamed(name)).toBeUndefined());

test('a name tells all of a backup', () => {
  const backup = made(12, '2026-06-01T00:30:12.000Z', 2);
  expect(backup.name).toBe('bench-000012-2026-06-01T00-30-12Z-7-machines-2-faulty.sqlite');
  expect(backupNamed(backup.name)).toEqual(backup);
});
