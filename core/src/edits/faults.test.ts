import { gib, drawn, newSystem, planOn } from '../testing/builders.js';
import type { Plan } from '../plan/index.js';
import { planFault } from './faults.js';

const DISK = drawn(500, ['1GiB efi', '100GiB ext4 "one"', '50GiB ext4 "two"']);
const sound = planOn(DISK, { kind: 'add-system', system: newSystem('linux-desktop', 'Newcomer', 'linux') });
const linux = sound.systems.find((s) => s.id === 'linux')!;
const [efi, one, two] = sound.partitions as [
  Plan['partitions'][0],
  Plan['partitions'][0],
  Plan['partitions'][0],
];

test('a sound plan has none', () => expect(planFault(sound, DISK)).toBeUndefined());

test.each<[string, Partial<Plan>, string, string]>([
  [
    'two systems of one id',
    { systems: [...sound.systems, linux] },
    `systems[${sound.systems.length}].id`,
    'already-there',
  ],
  [
    'a host that is not there',
    { systems: sound.systems.map((s) => ({ ...s, host: { partition: 'none', bytes: 1e9 } })) },
    'systems[0].host.partition',
    'no-such-host',
  ],
  [
    'a note on nothing',
    { found: { ...sound.found, none: sound.found['found-1']! } },
    'found.none',
    'no-such-found',
  ],
  [
    'a note of an unknown owner',
    { found: { ...sound.found, 'found-2': { ...sound.found['found-2']!, owners: ['none'] } } },
    'found.found-2.owners',
    'no-such-system',
  ],
  [
    'two partitions of one id',
    { partitions: [efi, one, { ...two, id: one.id }] },
    'partitions[2].id',
    'already-there',
  ],
  [
    'one that is kept twice',
    { partitions: [efi, one, { ...two, from: one.from }] },
    'partitions[2].from',
    'already-there',
  ],
  [
    'one that overlaps',
    { partitions: [efi, one, { ...two, start: one.start }] },
    'partitions[2].start',
    'overlaps',
  ],
  [
    'one that leaves the disk',
    { partitions: [efi, one, { ...two, length: gib(900) }] },
    'partitions[2].start',
    'outside',
  ],
])('%s is told with its place', (_, changes, path, code) =>
  expect(planFault({ ...sound, ...changes }, DISK)).toMatchObject({ path, refusal: { code } }),
);
