import { unzipSync } from 'fflate';
import { momentsOf } from '../moment/index.js';
import { newTableEdit, noteFoundEdit, reinstallEdit } from '../compose/index.js';
import type { Edit } from '../edits/index.js';
import { insideFatesOf, type Plan, type Planned } from '../plan/index.js';
import { GIB, sectors } from '../quantity/index.js';
import type { StepKind } from '../sequence/index.js';
import type { Survey } from '../survey/index.js';
import { drawn, drawnMbr, edited, gib, newSystem, planOn } from '../testing/builders.js';
import { written } from '../testing/cases/written.js';
import { LINUX_IN_LUKS } from '../testing/linux-in-luks.js';
import { commandsIn } from '../testing/typed.js';
import { english, message, sayIn, textIn, type Message, type Text } from '../words/index.js';
import { cutAfter, runbookFor, runbookHtml, sheetsMarkdown, standingReport } from './index.js';
import { zipOfAll } from '../parcel/index.js';

const stepsOf = (planned: Planned) => runbookFor(planned).phases.flatMap((phase) => phase.steps);
const stepOf = (planned: Planned, kind: StepKind) => {
  const step = stepsOf(planned).find((s) => s.step.kind === kind);
  if (!step) throw new Error(`no step ${kind}`);
  return step;
};

const UUIDS = ['1', '2', '3'].map((n) => `0000000${n}-AAAA-2222-3333-444444444444`);

/** An EFI system partition, a volume of 100 GiB with room behind it, and one of 100 GiB at the end of that room. */
function disk(content: string): Survey {
  const lines = ['1GiB efi', `100GiB ${content} "one"`, '100GiB gap', '100GiB ext4 "two"'];
  const survey = drawn(500, lines);
  return { ...survey, partitions: survey.partitions.map((p, i) => ({ ...p, uuid: UUIDS[i]! })) };
}

const said = (survey: Survey, ...edits: readonly Edit[]): Planned => ({
  plan: edited(planOn(survey), survey, ...edits),
  survey,
});

const resized = (survey: Survey, size: number): Plan => {
  const base = planOn(survey);
  const used = noteFoundEdit(base, 'found-2', { usedBytes: 40 * GIB });
  return edited(base, survey, used, {
    kind: 'resize',
    partition: 'found-2',
    length: gib(size),
    hold: 'start',
  });
};

describe('a power cut while a volume is moved', () => {
  const survey = disk('ext4');
  const moved = (to: number) =>
    said(survey, { kind: 'move', partition: 'found-3', start: sectors(gib(to) + 2048) });
  const cutIn = (planned: Planned) => {
    const number = stepsOf(planned).findIndex((s) => s.step.kind === 'move');
    return { number, cut: cutAfter(planned, number)! };
  };

  test('to a place clear of the old one loses nothing: it is begun again', () => {
    const { number, cut } = cutIn(moved(310));
    expect(cut.lost).toEqual([]);
    expect(cut).toMatchObject({
      ask: null,
      branches: [
        {
          when: { code: 'cut.whole-there', with: { volume: 'two', device: 'nvme0n1p3' } },
          ways: [{ code: 'cut.again', with: { step: number + 1 } }],
        },
      ],
    });
  });

  test('over itself says from how many bytes on it is at neither place', () => {
    const { cut } = cutIn(moved(221));
    expect(cut.lost.map((name) => textIn(english, name))).toEqual(['two']);
    expect(cut.first).toMatchObject({ code: 'cut.read' });
    expect(cut.ask).toMatchObject({ code: 'cut.ask-moved', with: { fromBytes: 20 * GIB } });
    expect(cut.branches.map(({ when, ways }) => [when.code, ...ways.map((way) => way.code)])).toEqual([
      ['cut.when-yes', 'cut.again'],
      ['cut.when-no', 'cut.restore-moved'],
    ]);
  });
});

test('a power cut while the table is written anew: the table first, then the step again', () => {
  const survey = disk('ext4');
  const planned = said(survey, newTableEdit(planOn(survey)));
  const at = stepsOf(planned).findIndex((s) => s.step.kind === 'new-table');
  const { first, ask, branches } = cutAfter(planned, at)!;
  expect([first?.code, ask?.code]).toEqual(['cut.list', 'cut.ask-table']);
  expect(branches.map(({ when, ways }) => [when.code, ways[0]])).toEqual([
    ['cut.when-before', { code: 'cut.again', with: { step: at + 1 } }],
    ['cut.when-after', { code: 'cut.go-on', with: { step: at + 2 } }],
    ['cut.when-neither', { code: 'cut.copy-back', with: { step: at + 1 } }],
  ]);
});

describe('what is typed', () => {
  const PATH = `/dev/disk/by-partuuid/${UUIDS[1]!.toLowerCase()}`;
  const mounted = (command: string) => [
    'sudo mkdir -p /mnt/volume',
    'sudo mount $P /mnt/volume',
    `sudo ${command}`,
    'sudo umount /mnt/volume',
  ];
  /** The partition is named, and looked at, before anything is done to it. */
  const at = (...commands: readonly string[]) => [
    `P=${PATH}`,
    'lsblk -o NAME,SIZE,PARTLABEL $P',
    'sudo blkid -p -s TYPE -s LABEL -s UUID $P',
    ...commands,
  ];
  const EXT_GROWS = ['sudo e2fsck -f $P', 'sudo resize2fs $P'];

  test.each([
    ['ext2', EXT_GROWS],
    ['ext3', EXT_GROWS],
    ['ext4', EXT_GROWS],
    ['xfs', mounted('xfs_growfs /mnt/volume')],
    ['btrfs', mounted('btrfs filesystem resize max /mnt/volume')],
  ])('%s that grows takes all of its partition', (content, grow) => {
    const survey = disk(content);
    expect(commandsIn(stepOf({ plan: resized(survey, 150), survey }, 'grow'), 'guard', 'act')).toEqual(
      at(...grow),
    );
  });

  test.each([
    ['ext4', 'sudo e2fsck -f $P'],
    ['btrfs', 'sudo btrfs check --readonly $P'],
    ['fat', 'sudo fsck.fat -n $P'],
  ])(
    '%s is checked before it is shrunk, and nothing is repaired where that is a last resort',
    (content, check) => {
      const survey = disk(content);
      const planned = { plan: resized(survey, 60), survey };
      expect(commandsIn(stepOf(planned, 'check-volume'), 'guard', 'act')).toEqual(at(check));
    },
  );

  test('on an MBR the signature and the number name it; without one of them its device does, where that was told', () => {
    const mbr = drawnMbr([[100, 'ext4'], null, [20, 'ext4']], []);
    const grown: Edit = { kind: 'resize', partition: 'found-1', length: gib(105), hold: 'start' };
    const onMbr = { plan: edited(planOn(mbr), mbr, grown), survey: mbr };
    expect(commandsIn(stepOf(onMbr, 'grow'), 'guard', 'act')[0]).toBe('P=/dev/nvme0n1p1');
    const signed = { ...mbr, disk: { ...mbr.disk, tableId: '5eab1ed0' } };
    expect(commandsIn(stepOf({ ...onMbr, survey: signed }, 'grow'), 'guard', 'act')[0]).toBe(
      'P=/dev/disk/by-partuuid/5eab1ed0-01',
    );
    const nameless = { ...disk('ext4'), partitions: disk('ext4').partitions.map(({ uuid: _, ...p }) => p) };
    const plan = resized(nameless, 150);
    expect(commandsIn(stepOf({ plan, survey: nameless }, 'grow'), 'guard', 'act')[0]).toBe(
      'P=/dev/nvme0n1p2',
    );
    const guessed = edited(plan, nameless, { kind: 'set-machine', changes: { device: '' } });
    expect(commandsIn(stepOf({ plan: guessed, survey: nameless }, 'grow'), 'guard', 'act')).toEqual([]);
  });
});

describe('a Linux in LUKS and a volume group', () => {
  const found = written(LINUX_IN_LUKS);

  test('each volume in it is told under what becomes of it: deleted, created, formatted, left', () => {
    const { plan, survey } = found;
    const volumes = plan.partitions.find((p) => p.from === 'found-3')!.inside!;
    const [root, home, swap] = volumes;
    const fresh = {
      ...swap!,
      name: 'var',
      label: 'Var',
      fileSystem: 'ext4' as const,
      found: false,
      treatment: 'format' as const,
    };
    const inside = [root!, { ...home!, treatment: 'format' as const, owners: [] }, fresh];
    const planned = {
      plan: edited(plan, survey, { kind: 'describe', partition: 'found-3', changes: { inside } }),
      survey,
    };
    expect(insideFatesOf(planned).map((f) => f.kind)).toEqual([
      'untouched',
      'formatted',
      'created',
      'erased',
    ]);
    const { deleted, made, formatted, left } = stepOf(planned, 'change-inside').says
      .with as Message<'step.change-inside'>['with'];
    const names = (lines: readonly { readonly name: Text }[]) => lines.map((line) => line.name);
    expect({ deleted: names(deleted), made: names(made), formatted: names(formatted), left }).toEqual({
      deleted: ['swap'],
      made: ['var'],
      formatted: ['home'],
      left: ['root', 'home', 'var'],
    });
    expect(made[0]).toMatchObject({ size: { unit: 'MiB', count: 8192 }, content: 'ext4', label: 'Var' });
  });

  test('what its installer formats is not told as done before', () => {
    const { plan, survey } = found;
    const again = { plan: edited(plan, survey, reinstallEdit(plan, plan.systems[0]!)), survey };
    expect(stepsOf(again).map((s) => s.step.kind)).not.toContain('change-inside');
  });
});

describe('systems in the words of their steps', () => {
  const survey = drawn(500, ['1GiB efi', '16MiB reserved', '200GiB windows "Main"']);
  const desktop = newSystem('linux-desktop', 'Fieldwork', 'one');
  const server = newSystem('linux-development', 'Lamp', 'two');
  const both: Edit[] = [
    { kind: 'add-system', system: desktop },
    { kind: 'add-system', system: server },
  ];
  const order = (...edits: readonly Edit[]) =>
    stepOf(said(survey, ...both, ...edits), 'start-order').says.with as Message<'step.start-order'>['with'];

  test('the one installed last starts first, and the order that was asked for is told by names', () => {
    expect(order()).toMatchObject({ first: 'Lamp', order: [] });
    const wished: Edit = {
      kind: 'set-start',
      changes: { order: ['found-windows', 'one', 'two'], waitSeconds: 7 },
    };
    expect(order(wished)).toMatchObject({ order: ['Windows', 'Fieldwork', 'Lamp'], waitSeconds: 7 });
  });

  test.each([
    ['utc', 'utc', false],
    ['utc', 'local', true],
  ] as const)('a Linux whose clock is %s by default and shall be %s: to be set is %s', (_, clock, set) => {
    const changed: Edit = { kind: 'change-system', system: 'one', changes: { clock } };
    const start = stepsOf(said(survey, ...both, changed)).find((s) => s.id === 'first-start:one')!;
    expect(start.says.with).toMatchObject({ clock, setClock: set, several: true, kept: false });
    expect(commandsIn(start)).toEqual(set ? ['sudo timedatectl set-local-rtc 1'] : []);
  });

  test('an installer is told the lines of its own system only', () => {
    const root = (id: string, owner: string, at: number): Edit => ({
      kind: 'create',
      partition: {
        id,
        from: null,
        start: sectors(gib(at) + 2048),
        length: gib(40),
        treatment: 'format',
        role: 'root',
        owners: [owner],
        fileSystem: 'ext4',
        label: id,
        name: '',
        mountPoint: '/',
      },
    });
    const planned = said(survey, ...both, root('a', 'one', 210), root('b', 'two', 260));
    const install = stepsOf(planned).find((s) => s.id === 'install:one')!;
    const { lines } = install.says.with as Message<'step.install'>['with'];
    expect(lines.map((l) => [l.device, l.mountPoint])).toEqual([['nvme0n1p4', '/']]);
  });
});

describe('pages', () => {
  const survey = disk('ext4');
  const title = { machine: 'm', madeAt: '2026-05-04T07:30:00.000Z', point: null, blockers: [], hazards: [] };
  const windows = said(drawn(500, ['1GiB efi', '16MiB reserved', '200GiB windows "Main"']), {
    kind: 'resize',
    partition: 'found-3',
    length: gib(250),
    hold: 'start',
  });
  const root: Edit = {
    kind: 'create',
    partition: {
      id: 'root',
      from: null,
      start: sectors(gib(110) + 2048),
      length: gib(40),
      treatment: 'format',
      role: 'root',
      owners: ['system-1'],
      fileSystem: 'ext4',
      label: 'root',
      name: '',
      mountPoint: '/',
    },
  };
  const arriving = said(
    survey,
    { kind: 'add-system', system: newSystem('linux-desktop', 'Fieldwork') },
    root,
    {
      kind: 'describe',
      partition: 'found-1',
      changes: { owners: ['system-1'], mountPoint: '/boot/efi' },
    },
  );

  test('mount tables stand on paper where a system has one, and nowhere else', () => {
    const heading = `<h2>${sayIn(english, message('page.mounts'))}</h2>`;
    const page = runbookHtml(english, runbookFor(arriving), title);
    expect(page.split(heading)[1]).toMatch(/<h3>Fieldwork<\/h3>.*<td>UUID=[0-9a-f-]+<\/td><td>\/<\/td>/s);
    expect(runbookHtml(english, runbookFor(windows), title)).not.toContain(heading);
  });

  test('each phase whose lists one picks from has its sheet, under its own title; the final one comes last', () => {
    const runbook = runbookFor(arriving);
    const titles = runbook.phases.flatMap((p) => (p.sheet ? [sayIn(english, p.title)] : []));
    expect(titles.length).toBeGreaterThan(0);
    const headings = sheetsMarkdown(english, runbook).match(/^## .*$/gm)!;
    expect(headings.slice(0, -1)).toEqual(titles.map((heading) => `## ${heading}`));
    expect(headings).toHaveLength(titles.length + 1);
  });

  test('machines of one name lie in folders of their own', () => {
    const one = { machine: 'Lab PC', files: { 'a.md': new Uint8Array([1]) } };
    const zip = zipOfAll([one, one, one], { 'day.md': new Uint8Array([2]) }, title.madeAt);
    expect(Object.keys(unzipSync(zip)).sort()).toEqual([
      'Lab-PC-2/a.md',
      'Lab-PC-3/a.md',
      'Lab-PC/a.md',
      'day.md',
    ]);
  });
});

test('a volume found half moved: it is told in which step, and the disk is not safe', () => {
  const survey = disk('ext4');
  const planned = { plan: resized(survey, 60), survey };
  const number = stepOf(planned, 'shrink').number;
  const before = momentsOf(planned)[number - 1]!;
  expect(before.planned.plan.partitions[1]!.length).toBe(gib(100));
  // The file system was made smaller, and its partition was not yet.
  const half = {
    ...survey,
    partitions: survey.partitions.map((p) =>
      p.id === 'found-2' ? { ...p, volume: { ...p.volume!, sizeBytes: 60 * GIB } } : p,
    ),
  };
  const report = standingReport(planned, half);
  expect(report.begun).toMatchObject({ code: 'standing.begun-shrink', with: { step: number } });
  expect(report).toMatchObject({ sound: false, safe: false });
  expect(standingReport(planned, survey)).toMatchObject({ sound: true, safe: true, begun: null });
});
