import { newPartition } from '../../compose/index.js';
import type { Plan } from '../../plan/index.js';
import { drawn, edited, gib, mib, newSystem, planOn } from '../../testing/builders.js';
import { procedureFor } from '../sequence.js';
import type { System } from '../../system/index.js';

const survey = drawn(500, ['1GiB efi', '200GiB windows "main"']);

function planWith(
  system: System,
  more: Partial<ReturnType<typeof newPartition>> = {},
  start = mib(201 * 1024 + 1),
): Plan {
  const base = edited(planOn(survey), survey, { kind: 'add-system', system });
  const partition = newPartition(base, { role: 'root', start, length: gib(60), owners: [system] });
  return edited(base, survey, { kind: 'create', partition: { ...partition, id: 'x', ...more } });
}

/** Where a partition is created, and where it is formatted after that; and how often the machine is restarted. */
function madeIn(plan: Plan) {
  const { ordered, restarts } = procedureFor({ plan, survey });
  const steps = ordered.ok ? ordered.steps : [];
  const at = (kind: string) => steps.find((s) => s.kind === kind && 'partition' in s && s.partition === 'x');
  const place = (kind: string) => {
    const environment = at(kind)?.environment;
    return (
      environment &&
      ('system' in environment ? `${environment.kind} ${environment.system}` : environment.kind)
    );
  };
  return { create: place('create'), format: place('format'), restarts };
}

const linux = newSystem('linux-desktop', 'Linux');

test('what is its alone is made in its installer, where nothing needs a live session', () =>
  expect(madeIn(planWith(linux))).toMatchObject({ create: 'installer system-1', format: undefined }));

test('or before that, where it is wished; with a medium that cannot be tried that takes a restart more', () => {
  const installer = madeIn(planWith({ ...linux, medium: 'installs', parts: 'installer' }));
  const prepared = madeIn(planWith({ ...linux, medium: 'installs', parts: 'prepared' }));
  expect([installer.create, prepared.create]).toEqual(['installer system-1', 'live']);
  expect(prepared.restarts - installer.restarts).toBe(1);
});

test('a choice for one partition stands before that for its system', () => {
  const wishes = (parts: 'installer' | 'prepared', maker: 'installer' | 'prepared' | 'as-system') =>
    madeIn(planWith({ ...linux, parts }, { maker })).create;
  expect(wishes('installer', 'prepared')).toBe('live');
  expect(wishes('prepared', 'installer')).toBe('installer system-1');
  expect(wishes('prepared', 'as-system')).toBe('live');
  expect(madeIn(planWith(linux, { maker: 'prepared' })).create).toBe('live');
});

test('where it does not begin at once an installer cannot place it', () =>
  expect(madeIn(planWith({ ...linux, parts: 'installer' }, {}, gib(250)))).toMatchObject({ create: 'live' }));

test('where something else needs a live session everything is made in that', () => {
  const plan = edited(planWith(linux), survey, {
    kind: 'describe',
    partition: 'x',
    changes: { owners: ['system-1', 'found-windows'] },
  });
  expect(madeIn(plan)).toMatchObject({ create: 'live' });
});

test('a placeholder is made by the Windows that is there, and formatted by the installer', () =>
  expect(madeIn(planWith(linux, { placeholder: true }))).toMatchObject({
    create: 'running found-windows',
    format: 'installer system-1',
  }));

test('NTFS is made by the Windows that is there, where its place is free at once', () =>
  expect(madeIn(planWith(linux, { role: 'data', fileSystem: 'ntfs' }))).toMatchObject({
    create: 'running found-windows',
    format: undefined,
  }));

test('elsewhere it is created in a live session, and formatted by Windows', () =>
  expect(madeIn(planWith(linux, { role: 'data', fileSystem: 'ntfs' }, gib(250)))).toMatchObject({
    create: 'live',
    format: 'running found-windows',
  }));

test('where no setup is given free space beside it, an arriving Windows hinders no installer', () => {
  const base = planWith({ ...linux, parts: 'installer' });
  const windows = { kind: 'add-system', system: newSystem('windows-10', 'New', 'system-2') } as const;
  expect(madeIn(edited(base, survey, windows))).toMatchObject({ create: 'live' });
});

test('a Windows makes nothing behind what is not there yet', () => {
  const plan = planWith(linux);
  const data = newPartition(plan, { role: 'data', start: mib(261 * 1024 + 1), length: gib(20), owners: [] });
  const more = edited(plan, survey, {
    kind: 'create',
    partition: { ...data, id: 'data', fileSystem: 'ntfs' },
  });
  const { ordered } = procedureFor({ plan: more, survey });
  const made = ordered.ok ? ordered.steps.find((s) => s.id === 'create:data') : undefined;
  expect(made?.environment.kind).toBe('live');
});
