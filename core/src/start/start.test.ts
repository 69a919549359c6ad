import { message } from '../words/index.js';
import { OPEN_START, type LoaderChoice, type Plan } from '../plan/index.js';
import { drawn, edited, newSystem, planOn } from '../testing/builders.js';
import { startOf, startWords, systemsAfter } from './index.js';

const UEFI = drawn(500, ['1GiB efi', '200GiB windows', '60GiB ext4 "root"', '20GiB ext4 "store"']);
const uefi = planOn(UEFI);
const BIOS = drawn(500, ['200GiB windows', '60GiB ext4 "root"'], { style: 'mbr' });
const bios = edited(
  planOn(BIOS),
  BIOS,
  {
    kind: 'set-machine',
    changes: { firmware: 'bios', modeInUse: 'bios', mediumStart: 'bios' },
  },
  { kind: 'set-target', changes: { mode: 'bios' } },
);

const faults = (plan: Plan) => startOf(plan).ways.map((w) => [w.system.id, w.faults.map((f) => f.code)]);
const decide = (plan: Plan, system: string, loader: LoaderChoice) =>
  edited(plan, plan.surveyId === UEFI.id ? UEFI : BIOS, { kind: 'set-loader', system, loader });

test('by UEFI each system has an entry and a loader of its own on the EFI system partition', () => {
  const { ways, order, chooser } = startOf(uefi);
  expect(ways.map((w) => [w.system.id, w.by, w.place, w.decided, w.faults])).toEqual([
    ['found-windows', null, { kind: 'efi', partition: 'found-1' }, false, []],
    ['found-linux', null, { kind: 'efi', partition: 'found-1' }, false, []],
  ]);
  expect([chooser?.id, order.map((s) => s.id)]).toEqual(['found-linux', ['found-linux', 'found-windows']]);
});

test('by BIOS one loader in the first sector lists the others', () => {
  expect(startOf(bios).ways.map((w) => [w.system.id, w.by?.id ?? null, w.place])).toEqual([
    ['found-windows', 'found-linux', { kind: 'disk' }],
    ['found-linux', null, { kind: 'disk' }],
  ]);
});

test('what is installed last lists the others; the order decided comes first', () => {
  const more = edited(bios, BIOS, { kind: 'add-system', system: newSystem('linux-desktop') });
  expect(startOf(more).chooser?.id).toBe('system-1');
  const ordered = edited(more, BIOS, {
    kind: 'set-start',
    changes: { order: ['found-windows'], waitSeconds: 5 },
  });
  expect(startOf(ordered)).toMatchObject({
    waitSeconds: 5,
    order: [{ id: 'found-windows' }, { id: 'system-1' }, { id: 'found-linux' }],
  });
});

test.each<[string, LoaderChoice, string[]]>([
  ['the disk in UEFI mode', { by: null, place: { kind: 'disk' } }, ['disk-in-uefi']],
  ['a root in UEFI mode', { by: null, place: { kind: 'efi', partition: 'found-3' } }, ['not-efi']],
  ['the right one', { by: null, place: { kind: 'efi', partition: 'found-1' } }, []],
])('the target %s', (_, loader, expected) => {
  expect(faults(decide(uefi, 'found-linux', loader))).toContainEqual(['found-linux', expected]);
});

test('an EFI system partition is no target in BIOS mode', () => {
  const wrong = decide(bios, 'found-linux', { by: null, place: { kind: 'efi', partition: 'found-1' } });
  expect(faults(wrong)).toContainEqual(['found-linux', ['efi-in-bios']]);
});

test('a target that was deleted, and a system that lists no more, are told', () => {
  const decided = decide(uefi, 'found-windows', {
    by: 'found-linux',
    place: { kind: 'efi', partition: 'found-1' },
  });
  const gone = edited(
    decided,
    UEFI,
    { kind: 'remove', partition: 'found-1' },
    { kind: 'remove', partition: 'found-3' },
  );
  expect(faults(gone)).toEqual([['found-windows', ['by-missing', 'place-missing']]]);
  expect(systemsAfter(gone).map((s) => s.id)).toEqual(['found-windows']);
});

test('a circle is noticed', () => {
  const one = decide(bios, 'found-windows', { by: 'found-linux', place: { kind: 'disk' } });
  const both = decide(one, 'found-linux', { by: 'found-windows', place: { kind: 'disk' } });
  expect(faults(both)).toEqual([
    ['found-windows', ['circle']],
    ['found-linux', ['cannot-list', 'circle']],
  ]);
});

test('a loader of Windows lists no other family, and one sector holds one loader', () => {
  const byWindows = decide(uefi, 'found-linux', {
    by: 'found-windows',
    place: { kind: 'efi', partition: 'found-1' },
  });
  expect(faults(byWindows)).toEqual([
    ['found-windows', []],
    ['found-linux', ['cannot-list']],
  ]);
  const disk = { by: null, place: { kind: 'disk' } } as const;
  expect(faults(decide(decide(bios, 'found-windows', disk), 'found-linux', disk))).toEqual([
    ['found-windows', ['disk-twice']],
    ['found-linux', []],
  ]);
});

test('without an EFI system partition there is no place', () => {
  const none = edited(uefi, UEFI, { kind: 'remove', partition: 'found-1' });
  expect(faults(none)).toEqual([
    ['found-windows', ['no-place']],
    ['found-linux', ['no-place']],
  ]);
});

test('every system has words for how it boots, what updates change and how that is repaired', () => {
  const [linux, windows] = startWords({ plan: uefi, survey: UEFI });
  expect(linux!.reached.code).toBe('boots.entry');
  expect(windows!.onUpdate.code).toBe('boot.windows-uefi-update');
  expect(windows!.restore).toEqual(message('boot.windows-uefi-repair', { first: 'Linux' }));
  const old = startWords({ plan: bios, survey: BIOS })[1]!;
  expect(old.reached).toEqual(message('boots.by', { system: 'Linux' }));
  expect(old.onInstall.code).toBe('boot.windows-bios-install');
});

test('what cannot start in the planned mode is not said to boot, however it would be reached', () => {
  const gpt = drawn(500, ['200GiB ext4 "store"']);
  const facts = { firmware: 'both', modeInUse: 'bios', mediumStart: 'bios' } as const;
  const plan = planOn(
    gpt,
    { kind: 'set-machine', changes: facts },
    { kind: 'set-target', changes: { mode: 'bios' } },
    { kind: 'add-system', system: newSystem('windows-11', 'Windows', 'w') },
  );
  const windows = startWords({ plan, survey: gpt }).find((w) => w.system.id === 'w');
  expect(faults(plan)).toContainEqual(['w', []]);
  expect(windows!.fault).toEqual(message('verdict.needs-uefi', { system: 'Windows' }));
  expect(windows!.reached).toEqual(message('boots.not', { fault: windows!.fault! }));
});

test('leaving it open again leaves no trace', () => {
  const decided = decide(uefi, 'found-linux', { by: null, place: { kind: 'disk' } });
  expect(decided.start).toEqual({
    ...OPEN_START,
    loaders: { 'found-linux': { by: null, place: { kind: 'disk' } } },
  });
  expect(edited(decided, UEFI, { kind: 'set-loader', system: 'found-linux', loader: null })).toEqual(uefi);
});
