import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { formatBoth, GIB, MIB, sectors } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import { drawn, edited, gib, mib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { apply, newPartition, noteFoundEdit, plannedGaps, type Edit, type Plan } from '../plan/index.js';
import type { Role } from '../table/index.js';
import { countByLevel, findAll, findingsPage, RULES, type Finding } from './index.js';

const LAPTOP = drawn(500, ['100MiB efi', '16MiB reserved', '400GiB windows "Station"', '700MiB recovery']);
const BLANK = drawn(240, [], { style: 'none' });

interface Case {
  readonly survey: Survey;
  readonly plan: Plan;
}

const on = (survey: Survey, ...edits: readonly Edit[]): Case => ({ survey, plan: planOn(survey, ...edits) });
const then = ({ survey, plan }: Case, ...edits: readonly Edit[]): Case => ({
  survey,
  plan: edited(plan, survey, ...edits),
});
const add = (profile: string, changes: object = {}): Edit => ({
  kind: 'add-system',
  system: { ...newSystem(profile), ...changes },
});
const set = (changes: Extract<Edit, { kind: 'set-machine' }>['changes']): Edit => ({
  kind: 'set-machine',
  changes,
});
const mode = (m: 'uefi' | 'bios'): Edit => ({ kind: 'set-target', changes: { mode: m } });
const change = (partition: string, changes: Extract<Edit, { kind: 'describe' }>['changes']): Edit => ({
  kind: 'describe',
  partition,
  changes,
});
const shrinkTo = (gibibytes: number): Edit => ({
  kind: 'resize',
  partition: 'found-3',
  length: gib(gibibytes),
  hold: 'start',
});

/** A new partition for the newcomer at the start of the first gap that holds it, and then `changes`. */
function make(
  c: Case,
  role: Role,
  mebibytes: number,
  changes: Extract<Edit, { kind: 'describe' }>['changes'] = {},
): Case {
  const gap = plannedGaps(c.plan, c.survey).find((g) => g.usable.length >= mib(mebibytes))!;
  const owners = c.plan.systems.filter((s) => s.id === 'system-1');
  const length = sectors((mebibytes * MIB) / c.survey.disk.sectorBytes);
  const partition = newPartition(c.plan, { role, start: gap.usable.start, length, owners });
  return then(c, { kind: 'create', partition }, change(partition.id, changes));
}

const used = (c: Case, gibibytes: number) =>
  then(c, noteFoundEdit(c.plan, 'found-3', { usedBytes: gibibytes * GIB }));
const windows = used(on(LAPTOP), 95);
const roomy = then(windows, shrinkTo(200));
const joined = then(
  roomy,
  add('linux-desktop'),
  change('found-1', { owners: ['found-windows', 'system-1'], mountPoint: '/boot/efi' }),
);
const blank = on(BLANK, add('linux-desktop'));

const damaged = (id: string, more = {}): Survey => ({
  ...LAPTOP,
  damage: [{ id, fault: { code: 'no-signature' }, ...more } as Survey['damage'][number]],
});
const twins = (p: object): Survey => ({
  ...LAPTOP,
  partitions: LAPTOP.partitions.map((q) => ({ ...q, ...p })),
});
const read = (volume: object): Survey => ({
  ...LAPTOP,
  partitions: LAPTOP.partitions.map((p) =>
    p.number === 3 ? { ...p, volume: { kind: 'ntfs', ...volume } } : p,
  ),
});
const covered = (kind: 'ntfs' | null): Survey => ({
  ...BLANK,
  disk: { ...BLANK.disk, ...(kind ? { bareVolume: { kind, label: 'terns' } } : {}) },
});
/** A Linux whose mount table names its swap, and nothing of the data beside it. */
const linuxDisk = drawn(500, ['512MiB efi', '40GiB root', '8GiB swap', '100GiB ext4']);
const mounted: Survey = {
  ...linuxDisk,
  partitions: linuxDisk.partitions.map((p) => ({
    ...p,
    volume: {
      ...p.volume!,
      uuid: `id-${p.number}`,
      ...(p.number === 2
        ? { contents: { fstab: 'UUID=id-2 / ext4 defaults 0 1\nUUID=ID-3 none swap sw 0 0\n' } }
        : {}),
    },
  })),
};
const oddDisk = drawn(500, ['100GiB ext4']);
const oddStart: Survey = {
  ...oddDisk,
  partitions: oddDisk.partitions.map((p) => ({ ...p, start: sectors(p.start + 63) })),
};
/** A plan of so many small partitions; more than the edits would make one by one. */
function crowded(count: number): Case {
  const survey = drawn(500, [], { style: 'none' });
  const plan = planOn(survey);
  const partitions = Array.from({ length: count }, (_, i) => ({
    ...newPartition(plan, { role: 'data', start: mib(1 + i * 1024), length: mib(1024), owners: [] }),
    id: `new-${i}`,
    label: `part ${i}`,
  }));
  return { survey, plan: { ...plan, partitions } };
}
const mbr = drawn(500, ['300MiB ntfs', '200GiB windows'], { style: 'mbr' });
const asRead: Survey = { ...mbr, source: { kind: 'lsblk' } };
const withActive: Survey = {
  ...asRead,
  partitions: asRead.partitions.map((p, i) => ({ ...p, active: i === 0 })),
};

/** For each rule: a plan that it speaks of, and one close by of which it must not. */
const CASES: Readonly<Record<string, readonly [Case, Case]>> = {
  'system-cannot-start': [
    on(LAPTOP, add('windows-11'), set({ modeInUse: 'bios' }), mode('bios')),
    on(LAPTOP, add('windows-11')),
  ],
  'modes-mixed': [then(joined, set({ mediumStart: 'bios' })), joined],
  'medium-start-unknown': [then(joined, set({ mediumStart: 'unknown' })), joined],
  'secure-boot-unsigned': [
    on(LAPTOP, add('bsd'), set({ secureBoot: 'on' })),
    on(LAPTOP, add('linux-desktop'), set({ secureBoot: 'on' })),
  ],
  'mbr-reach': [on(drawn(4000, [], { style: 'mbr' })), on(drawn(2048, [], { style: 'mbr' }))],
  'active-primary': [on(asRead, mode('bios')), on(withActive, mode('bios'))],
  'efi-missing': [blank, make(blank, 'efi', 512)],
  'efi-not-used': [then(roomy, add('linux-desktop')), joined],
  'bios-boot-missing': [then(blank, mode('bios')), make(then(blank, mode('bios')), 'bios-boot', 1)],
  'table-damage': [on(damaged('primary-broken')), on(LAPTOP)],
  'duplicate-id': [on(twins({ uuid: 'same' })), on(LAPTOP)],
  'duplicate-label': [
    make(make(joined, 'data', 1024, { label: 'terns' }), 'data', 2048, { label: 'Terns' }),
    make(joined, 'data', 1024, { label: 'terns' }),
  ],
  'opaque-member': [on(drawn(500, ['100GiB lvm'])), on(drawn(500, ['100GiB ext4']))],
  'number-order': [
    make(joined, 'root', 40_960),
    then(make(joined, 'root', 40_960), { kind: 'remove', partition: 'found-4' }),
  ],
  sliver: [
    on(drawn(500, ['100MiB efi', '20MiB gap', 'rest ntfs'])),
    on(drawn(500, ['100MiB efi', '1MiB gap', 'rest ntfs'])),
  ],
  'no-room': [
    used(on(drawn(500, ['100MiB efi', '16MiB reserved', 'rest windows']), add('linux-desktop')), 95),
    joined,
  ],
  'no-root': [joined, make(joined, 'root', 40_960)],
  'below-floor': [used(roomy, 210), used(roomy, 200)],
  'floor-unknown': [on(LAPTOP, shrinkTo(200)), roomy],
  'below-advised': [then(windows, shrinkTo(110)), then(windows, shrinkTo(116))],
  'system-size': [make(joined, 'root', 20_480), make(joined, 'root', 30_720)],
  'start-moves': [
    then(windows, { kind: 'resize', partition: 'found-3', length: gib(200), hold: 'end' }),
    roomy,
  ],
  'encrypted-volume': [
    then(roomy, noteFoundEdit(roomy.plan, 'found-3', { encrypted: true })),
    then(windows, noteFoundEdit(windows.plan, 'found-3', { encrypted: true })),
  ],
  'volume-in-use': [
    joined,
    then(joined, { kind: 'change-system', system: 'found-windows', changes: { hibernates: false } }),
  ],
  'data-erased': [
    then(windows, { kind: 'remove', partition: 'found-3' }),
    then(windows, { kind: 'remove', partition: 'found-2' }),
  ],
  'recovery-deleted': [
    then(windows, { kind: 'remove', partition: 'found-4' }),
    then(windows, { kind: 'remove', partition: 'found-4' }, { kind: 'remove', partition: 'found-3' }),
  ],
  'efi-formatted': [then(windows, { kind: 'treat', partition: 'found-1', treatment: 'format' }), windows],
  'efi-content': [make(blank, 'efi', 512, { fileSystem: 'ext4' }), make(blank, 'efi', 512)],
  'efi-small': [
    then(joined, { kind: 'change-system', system: 'system-1', changes: { kernelsOnEfi: true } }),
    joined,
  ],
  'efi-fat32': [
    make(on(drawn(240, [], { style: 'none', sectorBytes: 4096 }), add('linux-desktop')), 'efi', 200),
    make(blank, 'efi', 200),
  ],
  'efi-mount': [then(joined, change('found-1', { mountPoint: '/mnt' })), joined],
  'two-efi': [make(joined, 'efi', 512), joined],
  'boot-missing': [then(roomy, add('linux-image')), make(then(roomy, add('linux-image')), 'boot', 1024)],
  'mount-twice': [
    make(make(joined, 'root', 40_960), 'home', 1024, { mountPoint: '/' }),
    make(make(joined, 'root', 40_960), 'home', 1024),
  ],
  'root-content': [
    make(joined, 'root', 40_960, { fileSystem: 'ntfs' }),
    make(joined, 'root', 40_960, { fileSystem: 'btrfs' }),
  ],
  'shared-data': [
    make(joined, 'data', 4096, { owners: ['found-windows', 'system-1'] }),
    make(joined, 'data', 4096, { owners: ['found-windows', 'system-1'], fileSystem: 'exfat' }),
  ],
  'swap-advised': [then(joined, set({ ramBytes: 8 * GIB })), then(joined, set({ ramBytes: 9 * GIB }))],
  'hibernate-swap': [
    make(
      then(joined, { kind: 'change-system', system: 'system-1', changes: { hibernates: true } }),
      'swap',
      8192,
    ),
    make(
      then(joined, { kind: 'change-system', system: 'system-1', changes: { hibernates: true } }),
      'swap',
      16_384,
    ),
  ],
  'shared-swap': [
    make(
      then(joined, { kind: 'change-system', system: 'system-1', changes: { hibernates: true } }),
      'swap',
      20_480,
      { owners: ['found-windows', 'system-1'] },
    ),
    make(
      then(joined, { kind: 'change-system', system: 'system-1', changes: { hibernates: true } }),
      'swap',
      20_480,
    ),
  ],
  clocks: [joined, then(joined, { kind: 'change-system', system: 'system-1', changes: { clock: 'local' } })],
  'nobody-owns': [make(joined, 'data', 4096, { owners: [] }), make(joined, 'data', 4096)],
  'windows-later': [
    on(drawn(500, ['512MiB efi', '100GiB root']), add('windows-11')),
    on(drawn(500, ['512MiB efi']), add('windows-11')),
  ],
  'look-alike': [
    make(make(joined, 'data', 20_480), 'root', 20_480),
    make(make(joined, 'data', 20_480), 'root', 20_736),
  ],
  'bare-volume': [on(covered('ntfs')), on(covered(null))],
  'left-in-use': [on(read({ dirty: true })), on(read({}))],
  'volume-size': [on(read({ sizeBytes: 401 * GIB })), on(read({ sizeBytes: 400 * GIB - MIB }))],
  'mbr-on-blank': [
    on(BLANK, { kind: 'set-target', changes: { style: 'mbr' } }),
    on(BLANK, { kind: 'set-target', changes: { style: 'mbr' } }, set({ firmware: 'bios' })),
  ],
  'too-many-entries': [crowded(129), crowded(128)],
  'not-own-tool': [
    then(roomy, change('found-3', { owners: [] }), change('found-4', { role: 'data' })),
    roomy,
  ],
  'mount-table-stale': [
    on(mounted, { kind: 'remove', partition: 'found-3' }),
    on(mounted, { kind: 'remove', partition: 'found-4' }),
  ],
  misaligned: [on(oddStart, { kind: 'treat', partition: 'found-1', treatment: 'format' }), on(oddStart)],
  'label-missing': [
    make(joined, 'data', 4096, { label: '', name: '' }),
    make(joined, 'data', 4096, { label: '', name: 'counts' }),
  ],
  'same-size-disk': [
    on(LAPTOP, set({ otherDisks: [{ name: 'spare', sizeBytes: 500 * GIB }] })),
    on(LAPTOP, set({ otherDisks: [{ name: 'spare', sizeBytes: 250 * GIB }] })),
  ],
};

const found = ({ plan, survey }: Case, rule: string): Finding[] =>
  findAll(plan, survey).filter((f) => f.rule === rule);

describe('every rule', () => {
  test('has a case here', () => expect(Object.keys(CASES).sort()).toEqual(RULES.map((r) => r.id).sort()));

  test.each(Object.entries(CASES))(
    '%s speaks where it should, and not of a near miss',
    (rule, [speaks, silent]) => {
      const findings = found(speaks, rule);
      expect(findings.length).toBeGreaterThan(0);
      for (const f of findings) {
        expect(f.why.length).toBeGreaterThan(20);
        expect(f.evidence.length).toBeGreaterThan(0);
      }
      expect(found(silent, rule).map((f) => f.title)).toEqual([]);
    },
  );

  test.each(Object.entries(CASES))(
    '%s: a remedy removes its finding and adds no blocker',
    (rule, [speaks]) => {
      const before = countByLevel(findAll(speaks.plan, speaks.survey)).blocker;
      for (const finding of found(speaks, rule))
        for (const remedy of finding.remedies) {
          const result = apply(speaks.plan, remedy.edit, surveysOf(speaks.survey));
          expect(result.ok).toBe(true);
          if (!result.ok) continue;
          const after = findAll(result.plan, speaks.survey);
          expect(after.map((f) => f.id)).not.toContain(finding.id);
          // Room made for a system is not yet its root: that one finding takes the other's place.
          const blockers = after.filter((f) => f.level === 'blocker' && f.rule !== 'no-root');
          expect(blockers.length).toBeLessThanOrEqual(before);
        }
    },
  );

  test('at least five offer remedies', () => {
    const offering = Object.entries(CASES).filter(([rule, [speaks]]) =>
      found(speaks, rule).some((f) => f.remedies.length > 0),
    );
    expect(offering.length).toBeGreaterThanOrEqual(20);
  });
});

describe('findings', () => {
  test('come gravest first, with figures that can be checked', () => {
    const findings = findAll(then(windows, shrinkTo(110), add('linux-desktop')).plan, LAPTOP);
    expect(findings.map((f) => f.level)).toEqual(
      [...findings.map((f) => f.level)].sort((a, b) => order(a) - order(b)),
    );
    const advised = findings.find((f) => f.rule === 'below-advised')!;
    expect(advised.evidence).toEqual([
      { what: 'planned', value: formatBoth(110 * GIB) },
      { what: 'used', value: formatBoth(95 * GIB) },
      { what: 'advised', value: formatBoth(115 * GIB) },
    ]);
  });

  test('an untouched laptop has nothing wrong', () => expect(findAll(on(LAPTOP).plan, LAPTOP)).toEqual([]));
});

const order = (level: Finding['level']) => ['blocker', 'hazard', 'caution', 'advice'].indexOf(level);

test('the page of all rules is the one in docs', () => {
  const page = readFileSync(resolve(__dirname, '../../../docs/findings.md'), 'utf8');
  expect(page).toBe(findingsPage());
});
