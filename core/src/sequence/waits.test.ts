import { newPartition } from '../compose/index.js';
import type { Edit } from '../edits/index.js';
import type { Plan, Planned } from '../plan/index.js';
import { sectors } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import { drawn, drawnMbr, edited, gib, mib, newSystem, planOn } from '../testing/builders.js';
import { procedureFor, type Step } from './index.js';

/** Where steps are done, what they wait for and whether they arise at all: choices that no law holds. */

const stepsOf = (planned: Planned): readonly Step[] => {
  const { ordered } = procedureFor(planned);
  if (!ordered.ok) throw new Error(ordered.reason);
  return ordered.steps;
};
const on = (survey: Survey, ...edits: readonly Edit[]): Planned => ({
  plan: edited(planOn(survey), survey, ...edits),
  survey,
});
const kinds = (planned: Planned) => stepsOf(planned).map((s) => s.kind);
const stepIn = (planned: Planned, id: string): Step => {
  const found = stepsOf(planned).find((s) => s.id === id);
  if (!found)
    throw new Error(
      `no ${id} among ${stepsOf(planned)
        .map((s) => s.id)
        .join()}`,
    );
  return found;
};

describe('what is prepared in a system that runs', () => {
  const survey = drawn(500, [
    '1GiB efi',
    '100GiB windows "Main"',
    '100GiB ext4 "root"',
    '100GiB gap',
    '100GiB ext4',
  ]);
  const owned = (plan: Plan): Plan =>
    edited(
      plan,
      survey,
      {
        kind: 'note-found',
        found: 'found-3',
        changes: { owners: ['found-linux'], role: 'root', usedBytes: 2 ** 30 },
      },
      { kind: 'describe', partition: 'found-3', changes: { owners: ['found-linux'], role: 'root' } },
    );
  const base = owned(planOn(survey));

  test.each([
    ['found-3', 'found-linux'],
    ['found-2', 'found-windows'],
  ])('is done in the one that owns what is changed: %s', (partition, system) => {
    const plan = edited(
      base,
      survey,
      { kind: 'note-found', found: partition, changes: { usedBytes: 2 ** 30 } },
      { kind: 'resize', partition, length: gib(60), hold: 'start' },
    );
    expect(stepIn({ plan, survey }, 'backup').environment).toEqual({ kind: 'running', system });
  });

  test('and in any that is there where nobody owns it', () => {
    const add: Edit = { kind: 'add-system', system: newSystem('linux-desktop', 'New') };
    expect(stepIn({ plan: edited(base, survey, add), survey }, 'backup').environment).toEqual({
      kind: 'running',
      system: base.systems[0]!.id,
    });
  });
});

describe('hibernation that is decided on while the disk stays', () => {
  const survey = drawn(500, ['1GiB efi', '100GiB windows "Main"']);
  const off = (system: string): Edit => ({ kind: 'change-system', system, changes: { hibernation: 'off' } });

  test('is turned off where that is decided, and a Windows that sleeps is let alone', () => {
    const sleeps: Edit = { kind: 'change-system', system: 'found-windows', changes: { hibernates: true } };
    expect(kinds(on(survey, sleeps))).toEqual([]);
    expect(stepsOf(on(survey, sleeps, off('found-windows'))).map((s) => s.id)).toEqual([
      'unhibernate:found-windows',
    ]);
  });
});

test('what travels after it was shrunk, and grows after it travelled, does so as it lies then', () => {
  const survey = drawn(500, ['100GiB ext4 "one"', '100GiB gap', '100GiB ext4 "two"']);
  const used: Edit = { kind: 'note-found', found: 'found-2', changes: { usedBytes: 2 ** 30 } };
  const place = (start: number, length: number): Edit => ({
    kind: 'arrange',
    places: [{ partition: 'found-2', start: sectors(start), length: gib(length) }],
  });
  const spans = (planned: Planned) =>
    stepsOf(planned).flatMap((s) =>
      'before' in s && s.before && 'after' in s && s.after
        ? [[s.kind, s.before.length / gib(1), s.after.length / gib(1)]]
        : [],
    );
  const at = planOn(survey).partitions[0]!.length + mib(1) + gib(50);
  expect(spans(on(survey, used, place(at, 60)))).toEqual([
    ['shrink', 100, 60],
    ['move', 60, 60],
  ]);
  expect(spans(on(survey, used, place(at, 140)))).toEqual([
    ['move', 100, 100],
    ['grow', 100, 140],
  ]);
});

describe('on an MBR', () => {
  const survey = drawnMbr(
    [
      [50, 'ext4'],
      [50, 'ext4'],
    ],
    [[50, 'ext4'], null, [50, 'ext4']],
  );
  const begun = on(survey);

  test('a mark that is put elsewhere is a step, also where nothing else changes', () => {
    const flags = { 'found-1': false, 'found-2': true };
    const moved = on(survey, { kind: 'set-active', flags });
    expect(kinds(moved)).toContain('set-active');
    expect(kinds(begun)).toEqual([]);
  });

  test('of a table that is written anew the mark is a step where one is marked, and none where none is', () => {
    const blank = drawn(500, [], { style: 'mbr' });
    const root = (active: boolean) => {
      const base = planOn(
        blank,
        { kind: 'set-target', changes: { table: 'new', style: 'mbr', mode: 'bios' } },
        { kind: 'add-system', system: newSystem('linux-desktop', 'New') },
      );
      const made = ['a', 'b'].map((id, i): Edit => ({
        kind: 'create',
        partition: {
          ...newPartition(base, {
            role: 'root',
            start: mib(1 + i * 60 * 1024),
            length: gib(50),
            owners: [base.systems[0]!],
          }),
          id,
          mountPoint: i === 0 ? '/' : '/b',
          role: i === 0 ? 'root' : 'data',
        },
      }));
      const plan = edited(base, blank, ...made);
      return active ? edited(plan, blank, { kind: 'set-active', flags: { a: true } }) : plan;
    };
    expect(kinds({ plan: root(true), survey: blank })).toContain('set-active');
    expect(kinds({ plan: root(false), survey: blank })).not.toContain('set-active');
  });

  test('a partition that is deleted takes its mark with it: no step gives it to another', () => {
    const gone = on(survey, { kind: 'remove', partition: 'found-1' });
    expect(kinds(gone)).toContain('delete');
    expect(kinds(gone)).not.toContain('set-active');
  });

  test('names are no step: its entries have none', () => {
    const named = on(survey, { kind: 'describe', partition: 'found-1', changes: { name: 'first' } });
    expect(kinds(named)).toEqual([]);
    const onGpt = drawn(500, ['100GiB ext4 "one"']);
    const edit: Edit = { kind: 'describe', partition: 'found-1', changes: { name: 'first' } };
    expect(kinds(on(onGpt, edit))).toContain('set-name');
  });

  test('the chain is by number, wherever its logicals lie: what hangs on a record is all that comes after it', () => {
    const [first, last] = survey.partitions.filter((p) => p.logical);
    const turned = {
      ...survey,
      partitions: survey.partitions.map((p) =>
        p === first ? { ...p, number: 6 } : p === last ? { ...p, number: 5 } : p,
      ),
    };
    const over = (chain: Survey) =>
      stepsOf(
        on(chain, { kind: 'move', partition: first!.id, start: sectors(last!.start - gib(50) - mib(2)) }),
      )
        .filter((s) => s.kind === 'move')
        .map((s) => s.unlists?.what ?? []);
    const reach = (chain: Survey) =>
      stepsOf(
        on(chain, { kind: 'move', partition: last!.id, start: sectors(first!.start + gib(50) + mib(2)) }),
      )
        .filter((s) => s.kind === 'move')
        .map((s) => s.unlists?.what ?? []);
    expect([over(survey), over(turned)]).toEqual([[[]], [[]]]);
    expect([reach(survey), reach(turned)]).toEqual([[[last!.id]], [[last!.id, first!.id]]]);
    const unread = {
      ...survey,
      partitions: survey.partitions.map(({ ebrAt: _, ...p }) => p),
    };
    expect(over(unread)).toEqual([[]]);
  });
});

describe('what is made before an installer, and in it', () => {
  const survey = drawn(500, ['1GiB efi', '200GiB windows "Main"']);
  const [one, two] = [
    { ...newSystem('linux-desktop', 'One', 'one'), parts: 'installer' as const },
    { ...newSystem('linux-small', 'Two', 'two'), parts: 'installer' as const },
  ];
  const add = (system: typeof one): Edit => ({ kind: 'add-system', system });
  const root = (id: string, owner: typeof one, at: number, length = 60): Edit => ({
    kind: 'create',
    partition: {
      ...newPartition(planOn(survey, add(one), add(two)), {
        role: 'root',
        start: mib(201 * 1024 + 1 + at * 1024),
        length: gib(length),
        owners: [owner],
      }),
      id,
    },
  });
  const planned = on(survey, add(one), add(two), root('a', one, 0), root('b', two, 60));

  test('a part behind one that another installer makes is not its installer’s: it could not say where', () => {
    expect(stepIn(planned, 'create:a').environment).toEqual({ kind: 'installer', system: 'one' });
    expect(stepIn(planned, 'create:b').environment).toEqual({ kind: 'live' });
  });

  test('a part behind one of its own is', () => {
    const home: Edit = {
      kind: 'create',
      partition: {
        ...newPartition(planned.plan, { role: 'home', start: mib(1), length: gib(50), owners: [one] }),
        id: 'h',
        start: mib(201 * 1024 + 1 + 60 * 1024),
      },
    };
    const alone = on(survey, add(one), root('a', one, 0), home);
    expect(stepIn(alone, 'create:h').environment).toEqual({ kind: 'installer', system: 'one' });
  });

  test('an installer waits for what is made in it, and not for what another makes', () => {
    const [first, second] = ['one', 'two'].map((id) => stepIn(planned, `install:${id}`).needs);
    expect(first).toContain('create:a');
    expect(second).not.toContain('create:a');
    expect(second).toContain('install:one');
  });
});
