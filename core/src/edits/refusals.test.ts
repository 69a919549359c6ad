import { sectors } from '../quantity/index.js';
import { drawn, drawnMbr, edited, gib, mib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { newPartition, noteFoundEdit } from '../compose/index.js';
import { endOf, partitionOf, type Plan } from '../plan/index.js';
import { apply, type Edit } from './edit.js';
import type { Refusal } from './refusal.js';

/** What each edit is refused for, and what is named as nearest: on a plan that is sound before and stays as it is. */

const survey = drawn(500, ['1GiB efi', '100GiB ext4 "one"', '50GiB gap', '100GiB xfs "two"', '100GiB swap']);
const system = newSystem('linux-desktop', 'Fieldwork', 'field');
const begun = planOn(survey, { kind: 'add-system', system });
const base = edited(begun, survey, noteFoundEdit(begun, 'found-2', { usedBytes: 40 * 2 ** 30 }));
const [efi, one, two, swap] = base.partitions as [Plan['partitions'][0], ...Plan['partitions']];
const made = {
  ...newPartition(base, { role: 'data', start: endOf(one!) as never, length: gib(10), owners: [system] }),
  id: 'x',
};
const withMade = edited(base, survey, { kind: 'create', partition: made });
const GAP_END = two!.start;

const refusedAs = (plan: Plan, edit: Edit, on = survey): Refusal | undefined => {
  const result = apply(plan, edit, surveysOf(on));
  return result.ok ? undefined : result.refusal;
};

test.each<[string, Edit, object]>([
  [
    'a partition that is not there',
    { kind: 'remove', partition: 'none' },
    { code: 'no-such-partition', id: 'none' },
  ],
  ['an id that is taken', { kind: 'create', partition: { ...made, id: one!.id } }, { code: 'already-there' }],
  [
    'an owner that is not there',
    { kind: 'create', partition: { ...made, owners: ['none'] } },
    { code: 'no-such-system', id: 'none' },
  ],
  [
    'new and kept at once',
    { kind: 'create', partition: { ...made, treatment: 'keep' } },
    { code: 'not-found-again' },
  ],
  [
    'found where it was not',
    { kind: 'create', partition: { ...made, from: 'found-2' } },
    { code: 'already-there', id: 'found-2' },
  ],
  [
    'a start off the MiB',
    { kind: 'create', partition: { ...made, start: sectors(made.start + 1) } },
    { code: 'not-aligned', nearestStart: made.start + mib(1) },
  ],
  [
    'a place that is taken',
    { kind: 'create', partition: { ...made, length: gib(60) } },
    { code: 'overlaps', other: two!.id },
  ],
  [
    'a place beyond the disk',
    { kind: 'create', partition: { ...made, start: gib(499), length: gib(2) } },
    { code: 'outside' },
  ],
  [
    'nothing',
    { kind: 'create', partition: { ...made, length: sectors(0) } },
    { code: 'too-small', nearest: mib(1) },
  ],
  [
    'a label that is too long',
    { kind: 'create', partition: { ...made, label: 'x'.repeat(40) } },
    { code: 'name-too-long', field: 'label', most: 16 },
  ],
  [
    'a name that is too long',
    { kind: 'create', partition: { ...made, name: 'x'.repeat(37) } },
    { code: 'name-too-long', field: 'name', most: 36 },
  ],
  [
    'more than there is room for',
    { kind: 'resize', partition: one!.id, length: gib(151), hold: 'start' },
    { code: 'no-room', wanted: gib(151), nearest: GAP_END - one!.start },
  ],
  [
    'and on the other side',
    { kind: 'resize', partition: two!.id, length: gib(151), hold: 'end' },
    { code: 'no-room', nearest: endOf(two!) - endOf(one!) },
  ],
  [
    'less than it holds',
    { kind: 'resize', partition: one!.id, length: gib(39), hold: 'start' },
    { code: 'below-floor', nearest: gib(40), floorBytes: 40 * 2 ** 30 },
  ],
  [
    'what cannot shrink',
    { kind: 'resize', partition: two!.id, length: gib(99), hold: 'start' },
    { code: 'cannot-change', change: 'shrink', content: 'xfs' },
  ],
  [
    'a start off the MiB, held at its end',
    { kind: 'resize', partition: one!.id, length: sectors(gib(90) + 1), hold: 'end' },
    { code: 'not-aligned' },
  ],
  [
    'to where another lies',
    { kind: 'move', partition: one!.id, start: sectors(one!.start + gib(60)) },
    { code: 'overlaps', other: two!.id, nearestStart: GAP_END - one!.length },
  ],
  [
    'before the disk begins',
    { kind: 'move', partition: efi.id, start: sectors(0) },
    { code: 'outside', nearestStart: efi.start },
  ],
  [
    'a new one to be kept',
    { kind: 'treat', partition: 'none', treatment: 'keep' },
    { code: 'no-such-partition' },
  ],
  [
    'subvolumes of what has none',
    { kind: 'describe', partition: one!.id, changes: { subvolumes: [{ name: 'a', mountPoint: '/' }] } },
    { code: 'no-subvolumes', content: 'ext4' },
  ],
  [
    'a stranger as owner',
    { kind: 'describe', partition: one!.id, changes: { owners: ['none'] } },
    { code: 'no-such-system', id: 'none' },
  ],
  [
    'a note on what was not found',
    { kind: 'note-found', found: 'none', changes: {} },
    { code: 'no-such-found', id: 'none' },
  ],
  [
    'a note of a stranger',
    { kind: 'note-found', found: 'found-2', changes: { owners: ['none'] } },
    { code: 'no-such-system', id: 'none' },
  ],
  [
    'a table that is not the one found',
    { kind: 'set-target', changes: { style: 'mbr' } },
    { code: 'style-needs-new-table', style: 'gpt' },
  ],
  [
    'a new one while something is kept',
    { kind: 'set-target', changes: { table: 'new' } },
    { code: 'partitions-kept' },
  ],
  [
    'a conversion to what it is',
    { kind: 'set-target', changes: { table: 'convert' } },
    { code: 'nothing-to-convert' },
  ],
  ['a system twice', { kind: 'add-system', system }, { code: 'already-there', id: 'field' }],
  [
    'no such system',
    { kind: 'change-system', system: 'none', changes: {} },
    { code: 'no-such-system', id: 'none' },
  ],
  [
    'a host that is not there',
    {
      kind: 'change-system',
      system: 'field',
      changes: { host: { partition: 'none', bytes: 2 ** 30 } },
    },
    { code: 'no-such-host', id: 'none' },
  ],
  ['a system that owns something', { kind: 'remove-system', system: 'found-linux' }, { code: 'system-owns' }],
  [
    'a loader of itself',
    { kind: 'set-loader', system: 'field', loader: { by: 'field', place: { kind: 'disk' } } },
    { code: 'starts-itself' },
  ],
  [
    'a loader of a stranger',
    { kind: 'set-loader', system: 'field', loader: { by: 'none', place: { kind: 'disk' } } },
    { code: 'no-such-system', id: 'none' },
  ],
  [
    'a loader for a stranger',
    { kind: 'set-loader', system: 'none', loader: null },
    { code: 'no-such-system', id: 'none' },
  ],
  [
    'a loader nowhere',
    { kind: 'set-loader', system: 'field', loader: { by: null, place: { kind: 'efi', partition: 'none' } } },
    { code: 'no-such-partition', id: 'none' },
  ],
  [
    'an order of strangers',
    { kind: 'set-start', changes: { order: ['none'] } },
    { code: 'no-such-system', id: 'none' },
  ],
  [
    'an arrangement of strangers',
    { kind: 'arrange', places: [{ partition: 'none', start: gib(1), length: gib(1) }] },
    { code: 'no-such-partition', id: 'none' },
  ],
])('refused: %s', (_, edit, refusal) => expect(refusedAs(base, edit)).toMatchObject(refusal));

test('what is refused for its owners names each place once', () => {
  const owned = edited(
    base,
    survey,
    { kind: 'describe', partition: one!.id, changes: { owners: ['field'] } },
    {
      kind: 'note-found',
      found: 'found-2',
      changes: { owners: ['field'] },
    },
  );
  expect(refusedAs(owned, { kind: 'remove-system', system: 'field' })).toEqual({
    code: 'system-owns',
    partitions: [one!.id],
  });
});

test('a system that another boots is not taken out, nor one in the boot order', () => {
  const plan = (...edits: Edit[]) => edited(base, survey, ...edits);
  const remove: Edit = { kind: 'remove-system', system: 'field' };
  const loader = (of: string, by: string | null): Edit => ({
    kind: 'set-loader',
    system: of,
    loader: { by, place: { kind: 'disk' } },
  });
  expect(refusedAs(plan(loader('field', null)), remove)).toEqual({ code: 'system-starts', id: 'field' });
  expect(refusedAs(plan(loader('found-linux', 'field')), remove)).toEqual({
    code: 'system-starts',
    id: 'field',
  });
  const order: Edit = { kind: 'set-start', changes: { order: ['field'] } };
  expect(refusedAs(plan(order), remove)).toEqual({ code: 'system-starts', id: 'field' });
  expect(refusedAs(base, remove)).toBeUndefined();
});

test('what decides on nothing leaves the plan without decisions', () => {
  const decided = edited(base, survey, { kind: 'set-start', changes: { waitSeconds: 5 } });
  expect(decided.start).toEqual({ loaders: {}, order: [], waitSeconds: 5 });
  expect(edited(decided, survey, { kind: 'set-start', changes: { waitSeconds: null } })).not.toHaveProperty(
    'start',
  );
  const ticked = edited(base, survey, {
    kind: 'accept',
    finding: 'f',
    accepted: { why: 'x', evidence: [] } as never,
  });
  expect(edited(ticked, survey, { kind: 'accept', finding: 'f', accepted: null }).accepted).toBeUndefined();
});

test('swap is remade wherever it lies, at any size, and what is made anew has no floor', () => {
  const taken: Edit[] = [
    { kind: 'resize', partition: swap!.id, length: gib(1), hold: 'start' },
    { kind: 'resize', partition: 'x', length: mib(1), hold: 'start' },
    { kind: 'treat', partition: two!.id, treatment: 'format' },
  ];
  for (const edit of taken) expect(refusedAs(withMade, edit)).toBeUndefined();
  const formatted = edited(withMade, survey, taken[2]!);
  expect(
    refusedAs(formatted, { kind: 'resize', partition: two!.id, length: gib(9), hold: 'start' }),
  ).toBeUndefined();
  // Kept again it would be smaller than it was, and cannot shrink.
  const small = edited(formatted, survey, {
    kind: 'resize',
    partition: two!.id,
    length: gib(9),
    hold: 'start',
  });
  expect(refusedAs(small, { kind: 'treat', partition: two!.id, treatment: 'keep' })).toMatchObject({
    code: 'cannot-change',
  });
  expect(refusedAs(withMade, { kind: 'treat', partition: 'x', treatment: 'keep' })).toEqual({
    code: 'not-found-again',
    id: 'x',
  });
});

describe('a plan begun with what does not hold together', () => {
  const begin = (changes: object): Edit => ({
    kind: 'begin',
    surveyId: survey.id,
    target: base.target,
    systems: base.systems,
    found: base.found,
    partitions: base.partitions,
    device: 'sda',
    ticked: [],
    ...changes,
  });

  test.each<[string, object, object]>([
    [
      'a note of a stranger',
      { found: { ...base.found, 'found-2': { ...base.found['found-2'], owners: ['none'] } } },
      { code: 'no-such-system', id: 'none' },
    ],
    ['partitions and no reading', { surveyId: null }, { code: 'no-survey' }],
    ['a reading that is not there', { surveyId: 'other' }, { code: 'no-survey' }],
    [
      'partitions upon each other',
      { partitions: [efi, one, { ...two, start: one!.start }, swap] },
      { code: 'overlaps' },
    ],
    [
      'one that was not found',
      { partitions: [efi, { ...one, from: 'none' }] },
      { code: 'not-found-again', id: 'none' },
    ],
    [
      'one that is kept twice',
      { partitions: [efi, one, { ...two, from: one!.from }] },
      { code: 'already-there', id: one!.from },
    ],
    [
      'an owner who is a stranger',
      { partitions: [efi, { ...one, owners: ['none'] }] },
      { code: 'no-such-system', id: 'none' },
    ],
  ])('is refused: %s', (_, changes, refusal) =>
    expect(refusedAs(base, begin(changes))).toMatchObject(refusal),
  );

  test('nothing at all is a plan, and the device is the machine’s then', () => {
    const empty = begin({ surveyId: null, partitions: [], found: {}, systems: [] });
    expect(refusedAs(base, empty)).toBeUndefined();
    expect(edited(base, survey, begin({})).machine.device).toBe('sda');
  });
});

describe('on an MBR', () => {
  const mbr = drawnMbr(
    [
      [50, 'ext4'],
      [50, 'ext4'],
    ],
    [
      [50, 'ext4'],
      [50, 'ext4'],
    ],
  );
  const plan = planOn(mbr);
  const logical = partitionOf(plan, 'found-5')!;
  const container = mbr.containers![0]!;

  test.each<[string, Edit, object]>([
    [
      'a logical that is marked',
      { kind: 'set-active', flags: { 'found-5': true } },
      { code: 'not-primary', id: 'found-5' },
    ],
    [
      'a mark on nothing',
      { kind: 'set-active', flags: { none: true } },
      { code: 'no-such-partition', id: 'none' },
    ],
    [
      'the marked one among the logicals',
      { kind: 'set-slot', partition: 'found-1', logical: true },
      { code: 'not-primary', id: 'found-1' },
    ],
    [
      'one outside of the container among them',
      { kind: 'set-slot', partition: 'found-2', logical: true },
      { code: 'outside-container', logical: 'found-2' },
    ],
    [
      'one inside of it among the primaries',
      { kind: 'set-slot', partition: 'found-5', logical: false },
      { code: 'in-container', primary: 'found-5' },
    ],
    [
      'logicals without a container',
      { kind: 'set-container', container: null },
      { code: 'no-container', logical: 'found-5' },
    ],
    [
      'a container that begins off the MiB',
      {
        kind: 'set-container',
        container: { start: sectors(container.start - 1), length: sectors(container.length + 1) },
      },
      { code: 'container-not-aligned', step: 2048 },
    ],
    [
      'a container that is too short',
      { kind: 'set-container', container: { start: container.start, length: gib(60) } },
      { code: 'outside-container', logical: 'found-6' },
    ],
    [
      'a logical without room for its record',
      { kind: 'move', partition: logical.id, start: container.start },
      { code: 'no-lead-in', logical: 'found-5' },
    ],
  ])('refused: %s', (_, edit, refusal) => expect(refusedAs(plan, edit, mbr)).toMatchObject(refusal));

  test('a mark that is taken away leaves none, and goes back', () => {
    const result = apply(plan, { kind: 'set-active', flags: { 'found-1': false } }, surveysOf(mbr));
    expect(result.ok && partitionOf(result.plan, 'found-1')!.active).toBe(false);
    expect(result.ok && result.inverse).toEqual({ kind: 'set-active', flags: { 'found-1': null } });
  });
});
