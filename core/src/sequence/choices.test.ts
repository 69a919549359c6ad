import { noteFoundEdit, resizeTo } from '../compose/index.js';
import { apply, type Edit } from '../edits/index.js';
import { plannedGaps } from '../layout/index.js';
import { fatesOf, floorOf, partitionOf, type Plan, type Planned } from '../plan/index.js';
import { GIB, sectors } from '../quantity/index.js';
import fc from 'fast-check';
import { runbookFor } from '../runbook/index.js';
import { anyStyledDisk, walk, walked } from '../testing/arbitraries.js';
import { english, sayIn } from '../words/index.js';
import { backOf, foundName } from '../runbook/says/index.js';
import { wayBackSays } from '../runbook/index.js';
import { proposalsFor } from '../proposal/index.js';
import { drawn, edited, gib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { written } from '../testing/cases/index.js';
import { exposureOfCopy, copyOf } from './exposure.js';
import { kindOf, lossesOf, procedureFor, wayBack, type Step } from './index.js';

/** Choices among valid plans that no law holds: each is a decision, and would go unseen without its test. */

const disk = drawn(500, ['1GiB efi', '200GiB windows', '60GiB root', '80GiB ext4 "terns"']);
const stepsOf = (planned: Planned): readonly Step[] => {
  const { ordered } = procedureFor(planned);
  if (!ordered.ok) throw new Error(ordered.reason);
  return ordered.steps;
};
const idsOf = (plan: Plan, survey = disk) => stepsOf({ plan, survey }).map((s) => s.id);
const before = (list: readonly string[], one: string, other: string) => {
  expect(list).toEqual(expect.arrayContaining([one, other]));
  return list.indexOf(one) < list.indexOf(other);
};

test('whatever is suspended is resumed, and nothing else is', () => {
  let suspended = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      walk(survey, seed, 8, (now, edit) => {
        const result = apply(now, edit, surveysOf(survey));
        const plan = result.ok ? result.plan : now;
        const encrypted = Object.keys(plan.found).reduce(
          (p, found) => edited(p, survey, { kind: 'note-found', found, changes: { encrypted: 'yes' } }),
          plan,
        );
        const { ordered } = procedureFor({ plan: encrypted, survey });
        const of = (kind: Step['kind']) =>
          (ordered.ok ? ordered.steps : []).flatMap((s) =>
            s.kind === kind && 'found' in s ? [s.found] : [],
          );
        suspended += of('suspend-protection').length;
        expect(of('resume-protection').sort()).toEqual(of('suspend-protection').sort());
        return plan;
      });
    }),
    { numRuns: 60 },
  );
  expect(suspended).toBeGreaterThan(3);
});

test('a plan that only decides the boot order, or that a system shall not hibernate, is these steps and no others', () => {
  const disk = drawn(500, ['1GiB efi', '200GiB windows', '100GiB ext4']);
  const begun = planOn(disk);
  const kinds = (...edits: Parameters<typeof edited>[2][]) =>
    procedureFor({ plan: edited(begun, disk, ...edits), survey: disk }).phases.flatMap((p) =>
      p.steps.map((s) => s.kind),
    );
  expect(kinds()).toEqual([]);
  const order = begun.systems.map((s) => s.id);
  expect(order).toHaveLength(2);
  expect(kinds({ kind: 'set-start', changes: { order } })).toEqual(['start-order']);
});

test('of two that come, Windows is installed first, in whatever order they were added', () => {
  const add = (profile: string, id: string): Edit => ({
    kind: 'add-system',
    system: newSystem(profile, id, id),
  });
  const plan = planOn(disk, add('linux-desktop', 'linux'), add('windows-11', 'windows'));
  expect(before(idsOf(plan), 'install:windows', 'install:linux')).toBe(true);
});

test('protection is suspended before the firmware is changed, and the key is on paper before that', () => {
  const unsigned = { ...newSystem('linux-desktop'), signed: false };
  const begun = planOn(disk, { kind: 'set-machine', changes: { secureBoot: 'on' } });
  const plan = edited(begun, disk, noteFoundEdit(begun, 'found-2', { encrypted: 'yes' }), {
    kind: 'add-system',
    system: unsigned,
  });
  const ids = idsOf(plan);
  expect(before(ids, 'recovery-key:found-2', 'suspend-protection:found-2')).toBe(true);
  expect(before(ids, 'suspend-protection:found-2', 'secure-boot-off')).toBe(true);
  expect(before(ids, 'secure-boot-off', 'install:system-1')).toBe(true);
  expect(before(ids, 'first-start:found-windows', 'resume-protection:found-2')).toBe(true);
});

test('what two arriving systems share is formatted once, and by neither installer', () => {
  const blank = drawn(500, ['1GiB efi', '100GiB ext4 "shared"']);
  const plan = planOn(
    blank,
    { kind: 'add-system', system: newSystem('linux-desktop', 'One', 'one') },
    { kind: 'add-system', system: newSystem('linux-small', 'Other', 'other') },
    { kind: 'describe', partition: 'found-2', changes: { owners: ['one', 'other'] } },
    { kind: 'treat', partition: 'found-2', treatment: 'format' },
  );
  const formats = stepsOf({ plan, survey: blank }).filter((s) => s.kind === 'format');
  expect(formats.map((s) => [s.id, s.environment.kind])).toEqual([['format:found-2', 'live']]);
  const alone = edited(plan, blank, {
    kind: 'describe',
    partition: 'found-2',
    changes: { owners: ['other'] },
  });
  expect(stepsOf({ plan: alone, survey: blank }).find((s) => s.kind === 'format')?.environment).toEqual({
    kind: 'installer',
    system: 'other',
  });
});

test('used space that is typed stands before the floor that was read', () => {
  const survey = {
    ...disk,
    partitions: disk.partitions.map((p) =>
      p.id === 'found-2' && p.volume
        ? { ...p, volume: { ...p.volume, floor: { bytes: 50 * GIB, evidence: 'bitmap' as const } } }
        : p,
    ),
  };
  const plan = planOn(survey);
  const floor = (p: Plan) => floorOf({ plan: p, survey }, partitionOf(p, 'found-2')!);
  expect(floor(plan)).toEqual({ bytes: 50 * GIB, evidence: 'bitmap' });
  const typed = edited(plan, survey, noteFoundEdit(plan, 'found-2', { usedBytes: 90 * GIB }));
  expect(floor(typed)).toEqual({ bytes: 90 * GIB, evidence: 'typed' });
  const limit = edited(typed, survey, noteFoundEdit(typed, 'found-2', { leastBytes: 120 * GIB }));
  expect(floor(limit)).toEqual({ bytes: 120 * GIB, evidence: 'owner-limit' });
});

test('a proposal leaves the volume that gives room its advised size, though its floor is lower', () => {
  const laptop = drawn(300, ['1GiB efi', '298GiB windows']);
  const begun = planOn(laptop, { kind: 'add-system', system: newSystem('linux-desktop') });
  const plan = edited(begun, laptop, noteFoundEdit(begun, 'found-2', { usedBytes: 200 * GIB }));
  const [first] = proposalsFor({ plan, survey: laptop })!.proposals;
  const after = edited(plan, laptop, first!.edit);
  expect(partitionOf(after, 'found-2')!.length * 512).toBeGreaterThanOrEqual(230 * GIB);
});

test.each([
  ['overlapping by one sector', gib(10) - 1, { from: sectors(gib(10) - 1), of: gib(10) }],
  ['to a place that just touches its own', gib(10), null],
  ['to a place apart', gib(20), null],
])('a copy %s is exposed from there on, or never', (_, distance, when) => {
  const span = (start: number) => ({ start: sectors(start), length: gib(10) });
  const exposure = exposureOfCopy(copyOf(span(gib(50)), span(gib(50) + distance)), 'x');
  expect(exposure && exposure.when).toEqual(when);
});

test('each line of the way back names the step that it undoes', () => {
  const plan = planOn(
    disk,
    { kind: 'remove', partition: 'found-4' },
    { kind: 'resize', partition: 'found-3', length: gib(40), hold: 'start' },
  );
  const planned = { plan, survey: disk };
  const steps = stepsOf(planned);
  const { steps: back } = wayBackSays(planned, steps.length);
  expect(back.map((b) => [b.title.code, steps[b.undoes - 1]!.kind])).toEqual(
    [...steps]
      .reverse()
      .filter((s) => kindOf(s).back)
      .map((s) => [
        {
          shrink: 'back.grow-back',
          delete: 'back.list-again',
          'mount-table': 'back.mount-table',
        }[s.kind as 'shrink' | 'delete' | 'mount-table'],
        s.kind,
      ]),
  );
  expect(back.length).toBe(3);
  expect(foundName(planned, 'found-4')).toBe('terns');
});

test('every kind that is undone has words for it, and no other', () => {
  const plan = planOn(
    disk,
    { kind: 'remove', partition: 'found-4' },
    { kind: 'remove', partition: 'found-3' },
  );
  const planned = { plan, survey: disk };
  const undone = stepsOf(planned).filter((s) => kindOf(s).back).length;
  expect(wayBackSays(planned, 99).steps).toHaveLength(undone);
});

test('a volume is shrunk by its own system before anything is done from outside, and checked first', () => {
  const begun = planOn(disk);
  const noted = edited(begun, disk, noteFoundEdit(begun, 'found-2', { usedBytes: 60 * GIB }));
  const gap = plannedGaps({ plan: noted, survey: disk }).at(-1)!;
  expect(gap.kind).toBe('gap');
  const plan = edited(
    noted,
    disk,
    resizeTo({ plan: noted, survey: disk }, partitionOf(noted, 'found-2')!, 150 * GIB),
  );
  const steps = stepsOf({ plan, survey: disk });
  const kinds = steps.map((s) => s.kind);
  expect(before(kinds, 'check-volume', 'shrink')).toBe(true);
  expect(before(kinds, 'shrink', 'verify-start')).toBe(true);
  expect(steps.find((s) => s.kind === 'shrink')?.environment).toEqual({
    kind: 'running',
    system: 'found-windows',
  });
  expect(fatesOf({ plan, survey: disk }).map((f) => f.kind)).toEqual([
    'untouched',
    'shrunk',
    'untouched',
    'untouched',
  ]);
});

test('a plan on a reading that is not at hand is refused, not guessed', () => {
  const plan = planOn(disk);
  const elsewhere = { ...plan, surveyId: 'another machine' };
  const result = apply(elsewhere, { kind: 'remove', partition: 'found-4' }, surveysOf(disk));
  expect(result).toEqual({ ok: false, refusal: { code: 'no-survey' } });
});

const DISK = [
  'rhizotome 1',
  'machine m',
  'firmware uefi, now uefi, installer uefi, secure boot off',
  'memory 4 GiB',
  'disk, size 20 GiB, table gpt',
  'found 1, at 1 MiB, size 2 GiB, type "Basic data", name "old name", holds HOLDS, label one, used 100 MiB by counters',
];
const planIn = (holds: string, line: string) =>
  written([...DISK, 'plan uefi, table gpt, keep', line].join('\n').replace('HOLDS', holds));
test('what cannot shrink again is grown for good: told, and on the way back made again', () => {
  for (const [holds, why] of [
    ['xfs', 'grown'],
    ['ext4', undefined],
  ] as const) {
    const planned = planIn(holds, 'part a, from 1, keep, size 4 GiB');
    const steps = stepsOf(planned);
    expect(lossesOf(planned, steps)[0]?.why).toBe(why);
    const back = wayBack(planned, steps).steps.find((s) => s.undoes.kind === 'grow')!;
    expect(backOf(planned, back)?.code).toBe(why ? 'back.remake' : 'back.shrink-back');
  }
});

test('a new name, and the type of what is formatted in place, are steps', () => {
  const kinds = (line: string) => stepsOf(planIn('ntfs', line)).map((s) => s.kind);
  expect(kinds('part a, from 1, keep, name "new name"')).toContain('set-name');
  expect(kinds('part a, from 1, format, role root, holds ext4, label one, name "old name"')).toEqual(
    expect.arrayContaining(['format', 'set-type']),
  );
  expect(kinds('part a, from 1, keep')).toEqual([]);
});

test('every live session and every setup has its medium prepared before, and the table is copied before a session writes', () => {
  let live = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      const plan = walked(survey, seed, 8);
      const { ordered } = procedureFor({ plan, survey });
      const steps = ordered.ok ? ordered.steps : [];
      const ids = steps.map((s) => s.id);
      const tried = plan.systems
        .filter((s) => ['linux', 'bsd'].includes(s.family))
        .map((s) => `prepare-medium:${s.id}`);
      for (const [i, { environment, writes, kind }] of steps.entries()) {
        const done = ids.slice(0, i);
        if (environment.kind === 'installer') expect(done).toContain(`prepare-medium:${environment.system}`);
        if (environment.kind !== 'live') continue;
        live += 1;
        expect(done.some((id) => id === 'prepare-live' || tried.includes(id))).toBe(true);
        if (writes.length > 0 && kind !== 'safety-copy' && survey.partitions.length > 0)
          expect(done).toContain('safety-copy');
      }
    }),
    { numRuns: 80 },
  );
  expect(live).toBeGreaterThan(100);
});

test.each([
  ['uefi', 'firmware', ['Put the boot entries in this order: Linux and Windows']],
  ['bios', 'first-start', ['make Linux the default']],
] as const)('a boot order that was decided is what the step says, with %s', (mode, where, says) => {
  const old = drawn(500, ['100GiB windows', '60GiB root', '20GiB ext4 "x"'], {
    style: mode === 'bios' ? 'mbr' : 'gpt',
  });
  const base = planOn(old);
  const [windows, linux] = ['windows', 'linux'].map((family) =>
    base.systems.find((s) => s.family === family)!,
  );
  const plan = edited(
    base,
    old,
    { kind: 'set-target', changes: { mode } },
    { kind: 'set-start', changes: { order: [linux!.id, windows!.id], waitSeconds: 8 } },
    { kind: 'remove', partition: 'found-3' },
  );
  const { phases } = runbookFor({ plan, survey: old });
  const step = phases.flatMap((p) => p.steps).find((s) => s.step.kind === 'start-order')!;
  expect(step.step.environment.kind).toBe(where);
  const { actions } = sayIn(english, step.says);
  for (const wanted of says) expect(actions.join(' ')).toContain(wanted);
  expect(actions.join(' ')).toContain('wait 8 seconds');
});

test('what a setup is given it writes over: what was deleted there is lost from then on', () => {
  const planned = written(
    [
      ...DISK.slice(0, 4),
      'disk, size 500 GB, table gpt',
      'found 1, at 1 MiB, size 260 MiB, type "EFI system", holds fat',
      'found 2, at 1 GiB, size 300 GiB, type "Basic data", holds ntfs, label files, used 210 GiB by bitmap',
      'plan uefi, table gpt, keep',
      'system New, as new, new, like windows-11',
      'part from 1, keep',
    ].join('\n'),
  );
  const steps = stepsOf(planned);
  expect(lossesOf(planned, steps)).toEqual([{ step: 'install:new', found: 'found-2', why: 'written-over' }]);
});

test('a system that is installed over the old one replaces it: only a backup brings that back', () => {
  const planned = written(
    [
      ...DISK.slice(0, 4),
      'disk, size 500 GB, table gpt',
      'found 1, at 1 MiB, size 260 MiB, type "EFI system", holds fat',
      'found 2, at 1 GiB, size 300 GiB, type "Basic data", holds ntfs, label Windows, used 90 GiB by bitmap',
      'plan uefi, table gpt, keep',
      'system Windows, as win, found, like windows-11, anew',
      'note 1, role efi, owners Windows',
      'note 2, role system, owners Windows',
      'part from 1, keep',
      'part from 2, keep, role system, owners Windows',
    ].join('\n'),
  );
  expect(lossesOf(planned, stepsOf(planned))).toEqual([
    { step: 'install:win', found: 'found-2', why: 'replaced' },
  ]);
});
