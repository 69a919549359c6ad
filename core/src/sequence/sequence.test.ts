import fc from 'fast-check';
import { GIB, MIB, sectors } from '../quantity/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import {
  drawn,
  drawnMbr,
  edited,
  gib,
  mib,
  newSystem,
  petrelSurvey,
  planOn,
  surveysOf,
} from '../testing/builders.js';
import { newPartition, noteFoundEdit, reinstallEdit, retireEdit } from '../compose/index.js';
import { apply } from '../edits/index.js';
import { plannedGaps } from '../layout/index.js';
import { endOf, type Planned, type Plan } from '../plan/index.js';
import { runbookFor } from '../runbook/index.js';
import type { Survey } from '../survey/index.js';
import { copyTime, orderSteps, procedureFor, type Step } from './index.js';

const ids = (planned: Planned) => {
  const { ordered } = procedureFor(planned);
  return ordered.ok ? ordered.steps.map((s) => s.id) : ordered.cycle;
};

function withRoot(planned: Planned): Plan {
  const { plan, survey } = planned;
  const gap = plannedGaps(planned).reduce((a, b) => (b.usable.length > a.usable.length ? b : a));
  const owners = plan.systems.filter((s) => s.id === 'system-1');
  const partition = newPartition(plan, { role: 'root', start: gap.usable.start, length: gib(40), owners });
  return edited(
    plan,
    survey,
    { kind: 'create', partition },
    {
      kind: 'describe',
      partition: 'found-1',
      changes: { owners: ['found-windows', 'system-1'], mountPoint: '/boot/efi' },
    },
  );
}

describe('petrel, with a Linux beside its Windows', () => {
  const survey = petrelSurvey();
  const begun = planOn(survey, { kind: 'add-system', system: newSystem('linux-desktop', 'Field Linux') });
  const measured = edited(
    begun,
    survey,
    noteFoundEdit(begun, 'found-3', { usedBytes: 102_088_769_536, encrypted: 'yes' }),
  );
  const plan = withRoot({
    plan: edited(measured, survey, { kind: 'resize', partition: 'found-3', length: gib(200), hold: 'start' }),
    survey,
  });

  test('is prepared, shrunk from its own system, restarted, and only then touched from outside', () => {
    expect(ids({ plan, survey })).toEqual([
      'backup',
      'safety-copy',
      'prepare-medium:system-1',
      'recovery-key:found-3',
      'suspend-protection:found-3',
      'unhibernate:found-windows',
      'check-volume:found-3',
      'shrink:found-3',
      'verify-start:found-windows',
      'create:new-1',
      'install:system-1',
      'start-order',
      'first-start:found-windows',
      'resume-protection:found-3',
      'first-start:system-1',
      'verify-disk',
    ]);
  });

  test('counts its restarts and the data that may move', () => {
    const procedure = procedureFor({ plan, survey });
    expect(procedure.phases.map((p) => [p.environment.kind, p.restart])).toEqual([
      ['running', false],
      ['first-start', true],
      ['installer', true],
      ['firmware', true],
      ['first-start', true],
      ['first-start', true],
    ]);
    expect(procedure.restarts).toBe(5);
    expect(procedure.moved).toEqual({ least: 0, most: 102_088_769_536 });
  });

  test('a plan that changes nothing has no steps', () =>
    expect(ids({ plan: planOn(survey), survey })).toEqual([]));

  test('a tick stays with its step when the plan changes elsewhere', () => {
    const more = edited(plan, survey, { kind: 'set-machine', changes: { ramBytes: GIB } });
    expect(ids({ plan: more, survey })).toEqual(ids({ plan, survey }));
  });
});

describe('two volumes of one system', () => {
  test('are both shrunk before the one restart that checks it', () => {
    const survey = drawn(500, ['100MiB efi', '200GiB windows "main"', '100GiB ntfs "store"']);
    const begun = planOn(survey);
    const measured = edited(
      begun,
      survey,
      noteFoundEdit(begun, 'found-2', { usedBytes: 50 * GIB }),
      noteFoundEdit(begun, 'found-3', { usedBytes: 20 * GIB }),
    );
    const plan = edited(
      measured,
      survey,
      { kind: 'resize', partition: 'found-2', length: gib(150), hold: 'start' },
      { kind: 'resize', partition: 'found-3', length: gib(60), hold: 'start' },
    );
    const all = ids({ plan, survey });
    expect(new Set(all).size).toBe(all.length);
    expect(all.slice(all.indexOf('check-volume:found-2'), -2)).toEqual([
      'check-volume:found-2',
      'shrink:found-2',
      'check-volume:found-3',
      'shrink:found-3',
      'verify-start:found-windows',
    ]);
  });
});

describe('moves', () => {
  const survey = drawn(500, ['10GiB ext4', '100GiB ext4', '50GiB ext4']);
  const noted = (plan: Plan) => edited(plan, survey, noteFoundEdit(plan, 'found-2', { usedBytes: 30 * GIB }));

  test('a move waits for the deletion that makes its room', () => {
    const plan = edited(
      noted(planOn(survey)),
      survey,
      { kind: 'remove', partition: 'found-1' },
      { kind: 'move', partition: 'found-2', start: mib(1) },
    );
    expect(ids({ plan, survey })).toEqual([
      'backup',
      'safety-copy',
      'prepare-live',
      'delete:found-1',
      'check-volume:found-2',
      'move:found-2',
      'verify-disk',
    ]);
    const move = procedureFor({ plan, survey })
      .phases.flatMap((p) => p.steps)
      .find((s) => s.kind === 'move')!;
    expect(move).toMatchObject({
      before: { start: mib(1) + gib(10), length: gib(100) },
      after: { start: mib(1), length: gib(100) },
      bytes: { least: 30 * GIB, most: 100 * GIB },
      seconds: { least: Math.ceil((30 * GIB) / (1200 * MIB)), most: Math.ceil((100 * GIB) / (500 * MIB)) },
    });
    expect(move.needs).toContain('delete:found-1');
  });

  /** The first two of these, each in the other's place. */
  const traded = (disk: Survey) => {
    const [one, two] = disk.partitions;
    const begun = planOn(disk, noteFoundEdit(planOn(disk), 'found-1', { usedBytes: GIB }));
    const [first, second] = begun.partitions;
    return edited(
      begun,
      disk,
      { kind: 'remove', partition: 'found-1' },
      { kind: 'restore', partition: { ...second!, start: one!.start } },
      { kind: 'restore', partition: { ...first!, start: sectors(endOf(two!) - one!.length) } },
    );
  };

  test('two that trade places go by a free place, the one with less data', () => {
    const disk = drawn(500, ['10GiB ext4', '100GiB ext4']);
    const plan = traded(disk);
    expect(ids({ plan, survey: disk })).toEqual([
      'backup',
      'safety-copy',
      'prepare-live',
      'check-volume:found-1',
      'move-aside:found-1',
      'check-volume:found-2',
      'move:found-2',
      'move:found-1',
      'first-start:found-linux',
      'verify-disk',
    ]);
    const steps = procedureFor({ plan, survey: disk }).phases.flatMap((p) => p.steps);
    expect(steps.find((s) => s.kind === 'move-aside')?.after).toEqual({
      start: mib(1) + gib(110),
      length: gib(10),
    });
  });

  test('without a free place they have no order, and it is said', () => {
    const disk = drawn(500, ['10GiB ext4', '489GiB ext4']);
    const { ordered } = procedureFor({ plan: traded(disk), survey: disk });
    expect(ordered).toMatchObject({ ok: false, reason: 'circle' });
    expect(runbookFor({ plan: traded(disk), survey: disk }).refusal).toMatchObject({ code: 'order.circle' });
  });
});

describe('laws', () => {
  test('every step is there once, after all that it needs, and restarts are as many as the phases say', () => {
    fc.assert(
      fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
        walk(survey, seed, 8, (before, edit) => {
          const result = apply(before, edit, surveysOf(survey));
          if (!result.ok) return before;
          const procedure = procedureFor({ plan: result.plan, survey });
          const steps = procedure.phases.flatMap((p) => p.steps);
          const at = new Map(steps.map((s, i) => [s.id, i]));
          expect(at.size).toBe(steps.length);
          for (const s of steps)
            for (const need of s.needs) expect(at.get(need)!).toBeLessThan(at.get(s.id)!);
          expect(procedure.restarts).toBe(procedure.phases.filter((p) => p.restart).length);
          return result.plan;
        });
      }),
      { numRuns: 60 },
    );
  });
});

describe('copying', () => {
  test.each([
    ['hdd', 100 * GIB, 1280, 2560],
    ['nvme', 100 * GIB, 86, 205],
    ['emmc', 30 * GIB, 384, 1024],
  ] as const)('on %s %d bytes take %d to %d seconds', (medium, size, least, most) => {
    expect(copyTime({ least: size, most: size }, medium)).toEqual({ least, most });
  });
});

/** A step of which only the order matters. */
const node = (id: string, needs: string[], environment: Step['environment']): Step => ({
  id,
  needs,
  environment,
  kind: 'backup',
  copy: null,
  reads: [],
  writes: [],
  bytes: null,
  seconds: null,
  exposure: null,
  unlists: null,
  undo: 'yes',
});

describe('the order', () => {
  test('honours every need, holds every step once, or names a cycle', () => {
    const graph = fc.array(
      fc.tuple(fc.array(fc.nat(11), { maxLength: 3 }), fc.constantFrom('live', 'firmware')),
      { minLength: 1, maxLength: 12 },
    );
    fc.assert(
      fc.property(graph, (rows) => {
        const steps = rows.map(([needs, kind], i) =>
          node(
            `s${i}`,
            needs.map((n) => `s${n}`),
            { kind },
          ),
        );
        const ordered = orderSteps(steps);
        if (!ordered.ok) return expect(ordered.cycle.length).toBeGreaterThan(0);
        const at = new Map(ordered.steps.map((s, i) => [s.id, i]));
        expect(at.size).toBe(steps.length);
        for (const s of ordered.steps)
          for (const need of s.needs) expect(at.get(need)!).toBeLessThan(at.get(s.id)!);
      }),
    );
  });

  test('stays in an environment as long as something can be done there', () => {
    const steps = [
      node('a', [], { kind: 'live' }),
      node('b', [], { kind: 'firmware' }),
      node('c', [], { kind: 'live' }),
    ];
    const ordered = orderSteps(steps);
    expect(ordered.ok && ordered.steps.map((s) => s.id)).toEqual(['a', 'c', 'b']);
  });
});

test('a placeholder is made by the system that is there, and formatted by the installer that takes it', () => {
  const survey = drawn(500, ['1GiB efi', '200GiB windows']);
  const begun = planOn(survey, { kind: 'add-system', system: newSystem('linux-desktop', 'Field Linux') });
  const partition = {
    ...newPartition(begun, {
      role: 'root',
      start: mib(1 + 201 * 1024),
      length: gib(40),
      owners: begun.systems.slice(1),
    }),
    placeholder: true,
  };
  const plan = edited(begun, survey, { kind: 'create', partition });
  const steps = procedureFor({ plan, survey }).phases.flatMap((p) => p.steps);
  const byId = new Map(steps.map((s, i) => [s.id, { ...s, at: i }]));
  expect(byId.get('create:new-1')!.environment).toEqual({ kind: 'running', system: 'found-windows' });
  expect(byId.get('format:new-1')!.environment).toEqual({ kind: 'installer', system: 'system-1' });
  expect(byId.get('create:new-1')!.at).toBeLessThan(byId.get('format:new-1')!.at);
  expect(byId.get('format:new-1')!.at).toBeLessThan(byId.get('install:system-1')!.at);
});

test('a placeholder that does not begin at once is made in a live session: a disk tool asks for no place', () => {
  const survey = drawn(500, ['1GiB efi', '200GiB windows']);
  const begun = planOn(survey, { kind: 'add-system', system: newSystem('linux-desktop', 'Field Linux') });
  const partition = {
    ...newPartition(begun, {
      role: 'root',
      start: mib(1 + 211 * 1024),
      length: gib(40),
      owners: begun.systems.slice(1),
    }),
    placeholder: true,
  };
  const plan = edited(begun, survey, { kind: 'create', partition });
  const steps = procedureFor({ plan, survey }).phases.flatMap((p) => p.steps);
  expect(steps.find((s) => s.id === 'create:new-1')!.environment).toEqual({ kind: 'live' });
});

describe('a converted table', () => {
  const survey = drawn(500, ['200GiB windows', '100GiB ext4 "store"'], { style: 'mbr' });
  const plan = edited(planOn(survey), survey, {
    kind: 'set-target',
    changes: { style: 'gpt', table: 'convert', mode: 'uefi' },
  });
  const gap = plannedGaps({ plan, survey }).at(-1)!;
  const efi = newPartition(plan, {
    role: 'efi',
    start: gap.usable.start,
    length: gib(1),
    owners: plan.systems.slice(0, 1),
  });

  test('is written before anything new is made, and every kept system is made to start again', () => {
    const whole = edited(plan, survey, { kind: 'create', partition: efi });
    expect(ids({ plan: whole, survey })).toEqual([
      'backup',
      'safety-copy',
      'prepare-medium:found-windows',
      'prepare-live',
      'unhibernate:found-windows',
      'safety-copy:live',
      'convert-table',
      'create:new-1',
      'redo-start:found-linux',
      'redo-start:found-windows',
      'first-start:found-windows',
      'first-start:found-linux',
      'verify-disk',
    ]);
  });
});

test('a retired system leaves its traces, and an installed one is formatted and installed anew', () => {
  const survey = drawn(500, ['1GiB efi', '200GiB windows', '60GiB root', '80GiB home']);
  const plan = planOn(survey);
  const linux = plan.systems.find((s) => s.family === 'linux')!;
  const gone = ids({ plan: edited(plan, survey, retireEdit(plan, linux)), survey });
  expect(gone).toContain('remove-start:found-linux');
  expect(gone).not.toContain('first-start:found-linux');
  const anew = ids({ plan: edited(plan, survey, reinstallEdit(plan, linux)), survey });
  expect(anew.filter((id) => /found-3|found-4|found-linux/.test(id))).toEqual([
    'prepare-medium:found-linux',
    'format:found-3',
    'install:found-linux',
    'first-start:found-linux',
  ]);
});

test('of all orders one with the fewest restarts is taken', () => {
  const step = (id: string, kind: 'live' | 'firmware', needs: string[] = []) => node(id, needs, { kind });
  // First come, first served would go live, firmware, live, firmware.
  const steps = [
    step('a', 'live'),
    step('b', 'firmware'),
    step('c', 'live', ['b']),
    step('d', 'firmware', ['b']),
  ];
  const ordered = orderSteps(steps);
  expect(ordered.ok && ordered.steps.map((s) => s.id)).toEqual(['b', 'd', 'a', 'c']);
});

test('a changed type and a changed label are steps of their own', () => {
  const survey = drawn(500, ['1GiB efi', '100GiB ext4 "terns"']);
  const labelled = {
    ...survey,
    partitions: survey.partitions.map((p) => ({
      ...p,
      volume: { kind: p.volume!.kind, label: `old ${p.number}` },
    })),
  };
  const plan = edited(
    planOn(labelled),
    labelled,
    { kind: 'describe', partition: 'found-1', changes: { type: '0fc63daf-8483-4772-8e79-3d69d8477de4' } },
    { kind: 'describe', partition: 'found-2', changes: { label: 'waders' } },
  );
  expect(ids({ plan, survey: labelled }).filter((id) => id.startsWith('set-'))).toEqual([
    'set-type:found-1',
    'set-label:found-2',
  ]);
});

test('where the system goes whose loader starts the disk, the one that stays gets start code of its own', () => {
  const survey = drawn(500, ['200GiB windows', '60GiB root'], { style: 'mbr' });
  const bios = planOn(
    survey,
    { kind: 'set-machine', changes: { firmware: 'bios', modeInUse: 'bios', mediumStart: 'bios' } },
    { kind: 'set-target', changes: { mode: 'bios' } },
  );
  const linux = bios.systems.find((s) => s.family === 'linux')!;
  const gone = edited(bios, survey, retireEdit(bios, linux));
  expect(ids({ plan: gone, survey })).toContain('redo-start:found-windows');
  expect(
    ids({
      plan: edited(bios, survey, { kind: 'resize', partition: 'found-2', length: gib(90), hold: 'start' }),
      survey,
    }),
  ).not.toContain('redo-start:found-windows');
});

test('a system that shrank its own volume is started before another is installed beside it', () => {
  const survey = drawnMbr(
    [
      [1, 'ntfs'],
      [300, 'ntfs'],
    ],
    [],
  );
  const begun = planOn(survey, { kind: 'add-system', system: newSystem('windows-10', 'Second') });
  const plan = edited(begun, survey, noteFoundEdit(begun, 'found-2', { usedBytes: 50 * GIB }), {
    kind: 'resize',
    partition: 'found-2',
    length: gib(100),
    hold: 'start',
  });
  const order = ids({ plan, survey });
  expect(order.indexOf('shrink:found-2')).toBeGreaterThan(-1);
  expect(order.indexOf('verify-start:found-windows')).toBeLessThan(order.indexOf('install:system-1'));
});
