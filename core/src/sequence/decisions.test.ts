import { sectors } from '../quantity/index.js';
import { drawn, drawnMbr, edited, gib, newSystem, planOn } from '../testing/builders.js';
import { newPartition } from '../compose/index.js';
import type { Edit } from '../edits/index.js';
import type { Span } from '../layout/index.js';
import type { Plan } from '../plan/index.js';
import { containerIn, type Survey } from '../survey/index.js';
import { procedureFor, type Step } from './index.js';

/** Decisions of single steps: when each arises, where it is done, and what it waits for. */

const stepsOf = (plan: Plan, survey: Survey): readonly Step[] => {
  const { ordered } = procedureFor({ plan, survey });
  if (!ordered.ok) throw new Error(ordered.reason);
  return ordered.steps;
};
const containerOf = (survey: Survey): Span => containerIn(survey)!;
const idsOf = (plan: Plan, survey: Survey) => stepsOf(plan, survey).map((s) => s.id);

describe('hibernation is turned off', () => {
  const disk = drawn(500, ['1GiB efi', '200GiB windows', '60GiB root "one"', '8GiB swap']);
  const comes: Edit = { kind: 'add-system', system: newSystem('linux-desktop') };
  const begun = planOn(disk, comes);
  const [windows, linux] = begun.systems;
  const told = (plan: Plan) =>
    stepsOf(plan, disk).flatMap((s) =>
      s.kind === 'unhibernate' ? [`${s.system} ${s.environment.kind}`] : [],
    );
  const change = (system: string, changes: Extract<Edit, { kind: 'change-system' }>['changes']): Edit => ({
    kind: 'change-system',
    system,
    changes,
  });
  const shrunk = edited(begun, disk, {
    kind: 'resize',
    partition: 'found-2',
    length: gib(150),
    hold: 'start',
  });

  test('in a Windows that stays and hibernates, before the disk is changed', () => {
    expect(told(shrunk)).toEqual([`${windows!.id} running`]);
    expect(told(edited(shrunk, disk, change(windows!.id, { hibernates: false })))).toEqual([]);
  });

  test('in another system only where that is decided, or where it comes to share its swap', () => {
    const sleeps = edited(shrunk, disk, change(linux!.id, { hibernates: true }));
    expect(told(sleeps)).toEqual([`${windows!.id} running`]);
    const decided = edited(sleeps, disk, change(linux!.id, { hibernation: 'off' }));
    expect(told(decided)).toContain(`${linux!.id} running`);
    const owners = [linux!.id, 'system-1'];
    const shares = edited(sleeps, disk, { kind: 'describe', partition: 'found-4', changes: { owners } });
    expect(told(shares)).toContain(`${linux!.id} running`);
    const root = edited(sleeps, disk, { kind: 'describe', partition: 'found-3', changes: { owners } });
    expect(told(root)).not.toContain(`${linux!.id} running`);
  });

  test('in a new Windows at its first start where another system is there too, and not where it is alone', () => {
    const blank = drawn(500, []);
    const wanted = (...systems: string[]) =>
      planOn(
        blank,
        ...systems.map((profile, i): Edit => ({
          kind: 'add-system',
          system: { ...newSystem(profile, profile, `system-${i}`), hibernates: profile === 'windows-11' },
        })),
        { kind: 'set-target', changes: { table: 'new', style: 'gpt' } },
      );
    const first = (plan: Plan) =>
      stepsOf(plan, blank).flatMap((s) => (s.kind === 'unhibernate' ? [s.environment.kind] : []));
    expect(first(wanted('windows-11', 'linux-desktop'))).toEqual(['first-start']);
    expect(first(wanted('windows-11'))).toEqual([]);
  });
});

describe('restarts', () => {
  test('a setup that makes its own partitions is started from a medium of its own', () => {
    const blank = drawn(500, []);
    const restarts = (profile: string) => {
      const plan = planOn(
        blank,
        { kind: 'set-target', changes: { table: 'new', style: 'gpt', mode: 'uefi' } },
        { kind: 'add-system', system: newSystem(profile) },
      );
      const phases = procedureFor({ plan, survey: blank }).phases.map((p) => [p.environment.kind, p.restart]);
      return phases.find(([kind]) => kind === 'installer');
    };
    expect(restarts('windows-11')).toEqual(['installer', true]);
    expect(restarts('linux-desktop')).toEqual(['installer', false]);
  });

  test('and that of another system is not, whoever else makes its own', () => {
    const disk = drawn(500, ['1GiB efi', '200GiB windows']);
    const plan = planOn(
      disk,
      { kind: 'change-system', system: 'found-windows', changes: { ownSetup: true, hibernates: false } },
      { kind: 'add-system', system: newSystem('linux-desktop') },
    );
    const root = newPartition(plan, {
      role: 'root',
      owners: plan.systems.slice(1),
      start: sectors(gib(300)),
      length: gib(50),
    });
    const made = edited(plan, disk, { kind: 'create', partition: root });
    const phases = procedureFor({ plan: made, survey: disk }).phases;
    const at = phases.findIndex((p) => p.environment.kind === 'installer');
    expect([phases[at - 1]!.environment.kind, phases[at]!.restart]).toEqual(['live', false]);
  });
});

describe('logicals and their container', () => {
  const disk = drawnMbr(
    [[100, 'ext4']],
    [
      [50, 'ext4'],
      [50, 'ext4'],
    ],
  );
  const begun = planOn(disk);
  const [, one, two] = begun.partitions;

  test('what a logical gives up is free for another logical only once it was given up', () => {
    const swapped = edited(
      begun,
      disk,
      { kind: 'resize', partition: one!.id, length: gib(20), hold: 'start' },
      { kind: 'resize', partition: two!.id, length: sectors(two!.length + gib(20)), hold: 'end' },
    );
    const ids = idsOf(swapped, disk);
    expect(ids.indexOf(`shrink:${one!.id}`)).toBeLessThan(ids.indexOf(`move:${two!.id}`));
    expect(ids.indexOf(`shrink:${one!.id}`)).toBeGreaterThanOrEqual(0);
  });

  test('one that grows past the container waits for it, and the container for one that leaves it', () => {
    const container = begun.container ?? containerOf(disk);
    const wider = edited(
      begun,
      disk,
      {
        kind: 'set-container',
        container: { start: container.start, length: sectors(container.length + gib(60)) },
      },
      { kind: 'resize', partition: two!.id, length: sectors(two!.length + gib(50)), hold: 'start' },
    );
    const grown = idsOf(wider, disk);
    expect(grown.indexOf('grow-container')).toBeGreaterThanOrEqual(0);
    expect(grown.indexOf('grow-container')).toBeLessThan(grown.indexOf(`grow:${two!.id}`));
    const less = edited(
      begun,
      disk,
      { kind: 'resize', partition: two!.id, length: gib(20), hold: 'start' },
      {
        kind: 'set-container',
        container: { start: container.start, length: sectors(container.length - gib(20)) },
      },
    );
    const shrunk = idsOf(less, disk);
    expect(shrunk.indexOf(`shrink:${two!.id}`)).toBeGreaterThanOrEqual(0);
    expect(shrunk.indexOf(`shrink:${two!.id}`)).toBeLessThan(shrunk.indexOf('shrink-container'));
  });

  test('a copy over a record unlists its logical and all behind it, in the order of the chain', () => {
    const moved = edited(begun, disk, {
      kind: 'arrange',
      places: [{ partition: two!.id, start: two!.start, length: two!.length }],
    });
    expect(stepsOf(moved, disk).filter((s) => s.unlists)).toEqual([]);
    const closer = edited(
      begun,
      disk,
      { kind: 'resize', partition: one!.id, length: gib(40), hold: 'start' },
      { kind: 'move', partition: two!.id, start: sectors(two!.start - gib(10)) },
    );
    const moves = stepsOf(closer, disk).filter((s) => s.kind === 'move');
    expect(moves.map((s) => s.unlists?.what)).toEqual([[two!.from]]);
  });
});

test('a damaged table is repaired before anything is written to it', () => {
  const disk = {
    ...drawn(500, ['100GiB ext4']),
    damage: [{ id: 'backup-broken', fault: { code: 'not-read' } }],
  } as Survey;
  const plan = edited(planOn(disk), disk, {
    kind: 'resize',
    partition: 'found-1',
    length: gib(60),
    hold: 'start',
  });
  const ids = idsOf(plan, disk);
  expect(ids.indexOf('repair-table')).toBeGreaterThanOrEqual(0);
  const shrink = stepsOf(plan, disk).find((s) => s.kind === 'shrink');
  expect(shrink?.needs).toContain('repair-table');
  expect(ids.indexOf('repair-table')).toBeLessThan(ids.indexOf('shrink:found-1'));
});

describe('a partition that is formatted', () => {
  const disk = drawn(500, ['100GiB ext4 "one"', '100GiB ext4 "two"']);
  const formatted = { kind: 'treat', partition: 'found-2', treatment: 'format' } as const;

  test('is formatted where it lies', () => {
    const ids = idsOf(edited(planOn(disk), disk, formatted), disk);
    expect(ids).toContain('format:found-2');
    expect(ids).not.toContain('delete:found-2');
  });

  test.each([
    ['another size', { kind: 'resize', partition: 'found-2', length: gib(50), hold: 'start' }],
    ['another place', { kind: 'move', partition: 'found-2', start: gib(300) }],
  ] as const)('is deleted and created with %s', (_, edit) => {
    const plan = edited(planOn(disk), disk, formatted, edit);
    const ids = idsOf(plan, disk);
    expect(ids).toEqual(expect.arrayContaining(['delete:found-2', 'create:found-2']));
    const created = stepsOf(plan, disk).find((s) => s.kind === 'create');
    expect(created?.writes).toEqual([{ start: created?.after.start, length: created?.after.length }]);
  });
});

test('from a live session only the installer on its own medium is reached without a restart', () => {
  const disk = drawn(500, ['1GiB efi', '200GiB ext4 "one"']);
  const both = edited(
    planOn(disk),
    disk,
    { kind: 'add-system', system: newSystem('linux-desktop', 'A', 'a') },
    { kind: 'add-system', system: newSystem('linux-desktop', 'B', 'b') },
    { kind: 'note-found', found: 'found-2', changes: { usedBytes: 2 ** 30 } },
    { kind: 'resize', partition: 'found-2', length: gib(100), hold: 'start' },
  );
  const { phases } = procedureFor({ plan: both, survey: disk });
  const installers = phases.filter((p) => p.environment.kind === 'installer').map((p) => p.restart);
  expect(installers).toEqual([false, true]);
  const live = phases.findIndex((p) => p.environment.kind === 'live');
  expect(phases[live]?.restart).toBe(true);
});
