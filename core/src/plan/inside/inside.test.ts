import fc from 'fast-check';
import { findAll } from '../../finding/index.js';
import { parseNotation, printNotation } from '../../notation/index.js';
import { lossesOf, procedureFor, type StepKind } from '../../sequence/index.js';
import { runbookFor } from '../../runbook/index.js';
import { sectors } from '../../quantity/index.js';
import { written } from '../../testing/cases/written.js';
import { LINUX_IN_LUKS } from '../../testing/linux-in-luks.js';
import { IDENTITY, newSystem } from '../../testing/builders.js';
import { inEnglish, english, sayIn } from '../../words/index.js';
import { typeOf } from '../../recognition/index.js';
import { typeName } from '../../table/index.js';
import { addInsideEdit, reinstallEdit, sizeContextInside, splitInsideEdit } from '../../compose/index.js';
import { apply, type Edit } from '../../edits/index.js';
import type { Plan } from '../plan.js';
import type { Planned } from '../planned.js';
import { insideFatesOf, roomInside, shownAs, volumesOf } from './index.js';

const GIB = 2 ** 30;

const found = () => written(LINUX_IN_LUKS);

function after({ plan, survey }: Planned, ...edits: readonly Edit[]): Planned {
  let now = plan;
  for (const edit of edits) {
    const result = apply(now, edit, () => survey);
    if (!result.ok) throw new Error(result.refusal.code);
    now = result.plan;
  }
  return { plan: now, survey };
}

const rulesOf = (planned: Planned) => findAll(planned).map((f) => `${f.rule}:${f.partitions.join()}`);
const refusalOf = ({ plan, survey }: Planned, edit: Edit) => {
  const result = apply(plan, edit, () => survey);
  return result.ok ? undefined : result.refusal.code;
};
const saysOf = (planned: Planned, kind: StepKind) =>
  runbookFor(planned)
    .phases.flatMap((phase) => phase.steps)
    .filter((s) => s.step.kind === kind)
    .map((s) => sayIn(english, s.says))[0]!;
const others = (plan: Plan) => plan.partitions[2]!.inside!.filter((v) => v.name !== 'root');

test('volumes that were read inside a group are volumes of the plan: roles, mount points, sizes', () => {
  const { plan } = found();
  expect(volumesOf(plan).map((v) => `${v.id} ${v.role} ${v.mountPoint}`)).toEqual([
    'found-1 efi /boot/efi',
    'found-2 boot /boot',
    'found-3/root root /',
    'found-3/home home /home',
    'found-3/swap swap ',
  ]);
  expect(volumesOf(plan)[3]).toMatchObject({ length: (100 * GIB) / 512, owners: ['l'], treatment: 'keep' });
  expect(findAll(found()).filter((f) => f.level === 'blocker' || f.level === 'hazard')).toEqual([]);
});

test('a system is installed anew in its own group: its root is formatted, home and swap are not touched', () => {
  const planned = found();
  const again = after(planned, reinstallEdit(planned.plan, planned.plan.systems[0]!));
  expect(insideFatesOf(again).map((f) => `${f.id} ${f.kind}`)).toEqual([
    'found-3/root formatted',
    'found-3/home untouched',
    'found-3/swap untouched',
  ]);
  expect(others(again.plan)).toEqual(others(planned.plan));
  const { ordered } = procedureFor(again);
  const kinds = ordered.ok ? ordered.steps.map((s) => s.kind) : [];
  expect(kinds).toContain('install');
  // Its installer formats it: nothing is formatted twice.
  expect(kinds).not.toContain('change-inside');
  const install = saysOf(again, 'install');
  expect(install.actions).toEqual(
    expect.arrayContaining([
      'Open the encrypted container on nvme0n1p3 with its passphrase.',
      'root inside nvme0n1p3, 60 GiB (64.4 GB), ext4: mount at /; format.',
      'home inside nvme0n1p3, 100 GiB (107.4 GB), ext4: mount at /home; do NOT format.',
    ]),
  );
  expect(runbookFor(again).losses.map((l) => sayIn(english, l))).toEqual([
    expect.stringContaining('formats “boot”'),
    expect.stringContaining('formats “root”'),
  ]);
});

test('a volume that two arriving systems share is formatted once, before both of their installers', () => {
  const planned = found();
  const shared = after(
    planned,
    reinstallEdit(planned.plan, planned.plan.systems[0]!),
    { kind: 'add-system', system: newSystem('linux-desktop', 'Second') },
    {
      kind: 'describe',
      partition: 'found-3/home',
      changes: { owners: ['l', newSystem('linux-desktop', 'Second').id] },
    },
    { kind: 'treat', partition: 'found-3/home', treatment: 'format' },
  );
  const { ordered } = procedureFor(shared);
  const steps = ordered.ok ? ordered.steps : [];
  const kinds = steps.map((s) => s.kind);
  expect(kinds.filter((kind) => kind === 'install')).toHaveLength(2);
  expect(kinds.indexOf('change-inside')).toBeLessThan(kinds.indexOf('install'));
  expect(lossesOf(shared, steps).filter((l) => l.found === 'found-3/home')).toEqual([
    { step: 'change-inside:found-3', found: 'found-3/home', why: 'formatted' },
  ]);
});

test('a root inside a group that is deleted while its system stays: it does not start, and data is lost', () => {
  const planned = after(found(), { kind: 'remove', partition: 'found-3/root' });
  expect(rulesOf(planned)).toEqual(expect.arrayContaining(['kept-broken:found-3', 'data-erased:found-3']));
  const [broken] = findAll(planned).filter((f) => f.rule === 'kept-broken');
  const kept = apply(planned.plan, broken!.remedies[0]!.edit, () => planned.survey);
  expect(kept.ok && rulesOf({ plan: kept.plan, survey: planned.survey })).not.toContain(
    'kept-broken:found-3',
  );
});

test('what is deleted, created and formatted without an installer is one step, done with the container open', () => {
  const planned = after(
    found(),
    { kind: 'remove', partition: 'found-3/swap' },
    {
      kind: 'describe',
      partition: 'found-3',
      changes: {
        inside: [
          ...found().plan.partitions[2]!.inside!.slice(0, 2),
          {
            name: 'files',
            found: false,
            length: sectors((30 * GIB) / 512),
            treatment: 'format',
            fileSystem: 'ext4',
            label: 'files',
            mountPoint: '/srv',
          },
        ],
      },
    },
  );
  expect(saysOf(planned, 'change-inside').actions).toEqual([
    'Open the encrypted container on nvme0n1p3, 200 GiB (214.7 GB), “root, home, swap” with its passphrase.',
    'Activate the volume group inside it. Its volumes are listed by their names.',
    'Delete the volume swap, 8192 MiB.',
    'Create files, 30720 MiB, as ext4, label files.',
  ]);
});

test('sizes inside are checked against the container, and volumes that are there keep theirs', () => {
  const big = { name: 'more', found: false, treatment: 'format', fileSystem: 'ext4' } as const;
  const inside = [
    ...found().plan.partitions[2]!.inside!,
    { ...big, length: sectors((60 * GIB) / 512), label: '', mountPoint: '' },
  ];
  const planned = after(found(), { kind: 'describe', partition: 'found-3', changes: { inside } });
  expect(rulesOf(planned)).toContain('inside-room:found-3');
  const [tooLarge] = findAll(planned).filter((f) => f.rule === 'inside-room');
  const fits = after(planned, tooLarge!.remedies[0]!.edit);
  expect(rulesOf(fits)).not.toContain('inside-room:found-3');
  // 200 GiB less 16 MiB of LUKS2 header and 1 MiB of metadata, in extents of 4 MiB.
  expect(roomInside(fits, fits.plan.partitions[2]!)).toEqual({
    bytes: 200 * GIB - 20 * 2 ** 20,
    taken: 200 * GIB - 20 * 2 ** 20,
    free: 0,
  });
  const resize = { kind: 'resize', partition: 'found-3/home', length: sectors(2048), hold: 'start' } as const;
  expect(refusalOf(planned, resize)).toBe('inside-size');
});

test.each<[string, Edit, string]>([
  ['an id that names none', { kind: 'remove', partition: 'found-3/none' }, 'no-such-partition'],
  [
    'volumes inside a plain partition',
    {
      kind: 'describe',
      partition: 'found-2',
      changes: { inside: [{ ...found().plan.partitions[2]!.inside![0]!, name: 'x' }] },
    },
    'holds-no-volumes',
  ],
  [
    'one name twice',
    {
      kind: 'describe',
      partition: 'found-3',
      changes: { inside: [0, 0].map((i) => found().plan.partitions[2]!.inside![i]!) },
    },
    'inside-twice',
  ],
  [
    'a label that does not fit',
    {
      kind: 'describe',
      partition: 'found-3',
      changes: {
        inside: [{ ...found().plan.partitions[2]!.inside![0]!, treatment: 'format', label: 'x'.repeat(17) }],
      },
    },
    'name-too-long',
  ],
  [
    'keeping what was not found',
    {
      kind: 'describe',
      partition: 'found-3',
      changes: { inside: [{ ...found().plan.partitions[2]!.inside![0]!, name: 'other' }] },
    },
    'not-found-again',
  ],
])('%s is refused', (_, edit, code) => {
  expect(refusalOf(found(), edit)).toBe(code);
});

test('a label that just fits is taken, and what is kept has whatever it has', () => {
  const [root, ...others] = found().plan.partitions[2]!.inside!;
  const labelled = (changes: object) =>
    refusalOf(found(), {
      kind: 'describe',
      partition: 'found-3',
      changes: { inside: [{ ...root!, ...changes }, ...others] },
    });
  expect(labelled({ treatment: 'format', label: 'x'.repeat(16) })).toBeUndefined();
  expect(labelled({ label: 'x'.repeat(17) })).toBeUndefined();
});

test('whatever is done inside: what leads back gives the plan of before, and the text says the same plan', () => {
  const name = fc.constantFrom('root', 'home', 'swap', 'files');
  const edit = fc.oneof(
    name.map((n): Edit => ({ kind: 'remove', partition: `found-3/${n}` })),
    fc
      .tuple(name, fc.constantFrom('keep' as const, 'format' as const))
      .map(([n, treatment]): Edit => ({ kind: 'treat', partition: `found-3/${n}`, treatment })),
    fc.tuple(name, fc.constantFrom('/', '/home', '/srv', '')).map(([n, mountPoint]): Edit => ({
      kind: 'describe',
      partition: `found-3/${n}`,
      changes: { mountPoint },
    })),
    fc.constantFrom<Edit>(
      { kind: 'treat', partition: 'found-3', treatment: 'format' },
      { kind: 'treat', partition: 'found-3', treatment: 'keep' },
    ),
  );
  let made = 0;
  fc.assert(
    fc.property(fc.array(edit, { minLength: 1, maxLength: 6 }), (edits) => {
      const { survey, plan: begun } = found();
      let plan = begun;
      for (const e of edits) {
        const result = apply(plan, e, () => survey);
        if (!result.ok) continue;
        made += 1;
        const back = apply(result.plan, result.inverse, () => survey);
        expect(back.ok && back.plan).toEqual(plan);
        plan = result.plan;
      }
      const text = printNotation({ name: 'm', story: '', survey, plan });
      const read = parseNotation(text, IDENTITY);
      if (!read.ok) throw new Error(`${inEnglish(read.error.says)}\n${text}`);
      expect(JSON.parse(JSON.stringify(read.value.plan!.partitions))).toEqual(
        JSON.parse(JSON.stringify(plan.partitions)),
      );
      for (const f of findAll({ plan, survey }))
        for (const r of f.remedies) expect(apply(plan, r.edit, () => survey).ok).toBe(true);
    }),
    { numRuns: 60 },
  );
  expect(made).toBeGreaterThan(60);
});

test('a new group is made from a partition that was to be one file system in it, and is listed as what it is', () => {
  const planned: Planned = written(
    LINUX_IN_LUKS.replace(/^(?:found|note|part|>).*\n/gm, '').replace(', table gpt\n', ', table none\n') +
      'part new-1, at 1 MiB, size 100 GiB, format, role root, holds ext4, owners "Linux", mount /, layer luks-lvm\n',
  );
  const [group] = after(planned, splitInsideEdit(planned, planned.plan.partitions[0]!)!).plan.partitions;
  expect(group).toMatchObject({ role: 'opaque', fileSystem: 'lvm', mountPoint: '' });
  expect(group!.inside).toMatchObject([{ name: 'root', fileSystem: 'ext4', mountPoint: '/', found: false }]);
  const split = { plan: { ...planned.plan, partitions: [group!] }, survey: planned.survey };
  expect(typeName(typeOf(split, group!))).toBe('Linux LUKS');
  expect(shownAs(group!)).toEqual({ kind: 'luks', label: '' });
  expect(shownAs(planned.plan.partitions[0]!)).toEqual({ kind: 'luks', label: '' });
  const more = after(split, addInsideEdit(split, group!)!);
  expect(more.plan.partitions[0]!.inside!.map((v) => `${v.name} ${v.mountPoint}`)).toEqual([
    'root /',
    'home /home',
  ]);
  expect(roomInside(more, more.plan.partitions[0]!).free).toBe(0);
  const create = saysOf(more, 'create').actions;
  expect(create).toContain('Inside it, create root, 51190 MiB, as ext4.');
});

describe('a container changes its size as what is inside of it does', () => {
  const holding = (inside: string) =>
    written(LINUX_IN_LUKS.replace(/^>.*\n/gm, '').replace('holds luks\n', `holds luks\n${inside}\n`));
  const shrunk = {
    kind: 'resize',
    partition: 'found-3',
    length: sectors((120 * GIB) / 512),
    hold: 'start',
  } as const;
  test.each([
    ['> holds ext4, called plain, spans 199 GiB, used 20 GiB by reported', undefined],
    ['> holds ext4, called plain, spans 199 GiB, used 150 GiB by reported', 'below-floor'],
    ['> holds xfs, called plain, spans 199 GiB, used 20 GiB by reported', 'cannot-change'],
    [
      '> holds lvm, called g\n>> holds ext4, called a, spans 9 GiB\n>> holds ext4, called b, spans 9 GiB',
      'cannot-change',
    ],
  ])('%s', (inside, code) => {
    expect(refusalOf(holding(inside), shrunk)).toBe(code);
  });

  test('a group that is shrunk all the same cannot work, and no floor is missed', () => {
    const { plan, survey } = holding(
      '> holds lvm, called g\n>> holds ext4, called a, spans 9 GiB\n>> holds swap, called b, spans 9 GiB',
    );
    const smaller = plan.partitions.map((p) => (p.id === 'found-3' ? { ...p, length: shrunk.length } : p));
    const rules = rulesOf({ plan: { ...plan, partitions: smaller }, survey });
    expect(rules).toContain('cannot-change:found-3');
    expect(rules).not.toContain('floor-unknown:found-3');
  });
});

test('a size that is typed for a volume in a group may refer to the disk, to what it has, and to what is left', () => {
  const planned = found();
  const group = planned.plan.partitions.find((p) => p.id === 'found-3')!;
  const context = (name: string) => {
    const { disk, rest, now, ram } = sizeContextInside(planned, group, name);
    return { disk, rest: rest! / GIB, now: now === undefined ? null : now / GIB, ram: ram! / GIB };
  };
  // 200 GiB, less the header of LUKS and the metadata of the group, in whole extents of 4 MiB.
  const whole = Math.floor((200 * 1024 - 16 - 1) / 4) / 256;
  expect(context('swap')).toEqual({ disk: 500_107_862_016, rest: whole - 160, now: 8, ram: 16 });
  expect(context('home')).toEqual({ disk: 500_107_862_016, rest: whole - 68, now: 100, ram: 16 });
  expect(context('new')).toEqual({ disk: 500_107_862_016, rest: whole - 168, now: null, ram: 16 });
  const full = { ...group, inside: [{ ...group.inside![0]!, length: sectors(group.length * 2) }] };
  expect(sizeContextInside(planned, full, 'new').rest).toBe(0);
});
