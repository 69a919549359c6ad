import { unzipSync } from 'fflate';
import { readDocument } from '../exchange/index.js';
import { partitionDevice, printedBinary, printedDecimal } from '../recognition/index.js';
import { lookAlikes, recognitionSheet } from '../moment/index.js';
import { GIB, MIB } from '../quantity/index.js';
import { drawn, edited, gib, IDENTITY, newSystem, petrelSurvey, planOn } from '../testing/builders.js';
import { newPartition, noteFoundEdit } from '../compose/index.js';
import type { Edit } from '../edits/index.js';
import { plannedGaps } from '../layout/index.js';
import { overviewOf } from '../overview/index.js';
import { commandsIn } from '../testing/typed.js';
import { english, message, sayIn, textIn, type Text } from '../words/index.js';
import { runbookFiles, zipOf } from '../parcel/index.js';
import { cutAfter, runbookFor, runbookHtml, timeSays } from './index.js';

const survey = petrelSurvey();
const begun = planOn(survey, { kind: 'add-system', system: newSystem('linux-desktop', 'Field <Linux>') });
const shrunk = edited(
  begun,
  survey,
  noteFoundEdit(begun, 'found-3', { usedBytes: 102_088_769_536 }),
  { kind: 'resize', partition: 'found-3', length: gib(200), hold: 'start' },
  {
    kind: 'describe',
    partition: 'found-1',
    changes: { owners: ['found-windows', 'system-1'], mountPoint: '/boot/efi' },
  },
);
const gap = plannedGaps({ plan: shrunk, survey })[1]!;
const plan = edited(shrunk, survey, {
  kind: 'create',
  partition: newPartition(shrunk, {
    role: 'root',
    start: gap.usable.start,
    length: gib(60),
    owners: [shrunk.systems.at(-1)!],
  }),
});

describe('recognition', () => {
  test.each([
    [260 * MIB, '272.6 MB', '260 MiB'],
    [80 * GIB, '85.9 GB', '80.00 GiB'],
    [734_003_200, '734.0 MB', '700 MiB'],
    [512, '512.0 B', '512 B'],
  ])('%d bytes are printed %s and %s', (size, decimal, binary) => {
    expect(printedDecimal(size)).toBe(decimal);
    expect(printedBinary(size)).toBe(binary);
  });

  test.each([
    ['sda', 3, 'sda3'],
    ['nvme0n1', 3, 'nvme0n1p3'],
    ['mmcblk0', 12, 'mmcblk0p12'],
  ])('partition of %s number %d is %s', (device, number, name) =>
    expect(partitionDevice(device, number)).toBe(name),
  );

  test('the sheet gives every line its names, neighbours and one instruction', () => {
    const sheet = recognitionSheet({ plan, survey });
    expect(sheet.map((r) => [r.title, r.device, r.order, r.decimal, r.binary, r.instruction])).toEqual([
      ['Start files', 'nvme0n1p1', 1, '104.9 MB', '100 MiB', 'use-keep'],
      ['Held back', 'nvme0n1p2', 2, '16.8 MB', '16 MiB', 'leave-alone'],
      ['Main volume', 'nvme0n1p3', 3, '214.7 GB', '200.00 GiB', 'leave-alone'],
      ['root', 'nvme0n1p5', 4, '64.4 GB', '60.00 GiB', 'install-here'],
      [message('sheet.free'), '', 0, '232.1 GB', '216.14 GiB', 'nothing'],
      ['Rescue', 'nvme0n1p4', 5, '734.0 MB', '700 MiB', 'leave-alone'],
    ]);
    expect(sheet[3]).toMatchObject({
      before: 'Main volume',
      after: message('sheet.free'),
      typeName: 'Linux root',
      isNew: true,
    });
    expect(lookAlikes(sheet)).toEqual([]);
  });
});

test('all that goes to the machine is one zip, and each file in it is whole', () => {
  const title = {
    machine: 'petrel & co',
    madeAt: '2026-05-04T07:30:00.000Z',
    point: null,
    blockers: [],
    hazards: [],
  };
  const files = runbookFiles(english, { plan, survey }, 'A laptop', title);
  const read = unzipSync(zipOf(files, title.machine, title.madeAt));
  const names = ['runbook.html', 'runbook.md', 'sheets.md', 'plan.rhizotome', 'fstab-Field-Linux'];
  expect(Object.keys(read)).toEqual(expect.arrayContaining(names.map((name) => `petrel-co/${name}`)));
  const text = (name: string) => new TextDecoder().decode(read[`petrel-co/${name}`]);
  const outcome = readDocument(text('plan.rhizotome'), IDENTITY);
  expect(outcome.ok && outcome.value.plan?.partitions).toEqual(plan.partitions);
  expect(text('fstab-Field-Linux')).toMatch(/^UUID=\S+ +\/ +ext4/);
  expect(text('runbook.md')).toContain('Install Field');
});

describe('a power cut', () => {
  const steps = runbookFor({ plan, survey }).phases.flatMap((p) => p.steps);
  const cutIn = (id: string) => {
    const cut = cutAfter(
      { plan, survey },
      steps.findIndex((s) => s.id === id),
    )!;
    const names = (list: readonly Text[]) => list.map((name) => textIn(english, name));
    return {
      lost: names(cut.lost),
      whole: names(cut.whole),
      next: [cut.first, ...cut.branches.flatMap((b) => b.ways)].flatMap((n) => n?.code ?? []),
    };
  };

  test('while a volume is shrunk puts that one at risk, and it is checked before anything else', () =>
    expect(cutIn('shrink:found-3')).toEqual({
      lost: ['Main volume'],
      whole: ['Start files', 'Rescue'],
      next: ['cut.check', 'cut.again', 'cut.restore'],
    }));

  test('while a partition is created loses nothing, and there is a way back', () =>
    expect(cutIn('create:new-1')).toMatchObject({ lost: [], next: ['cut.again', 'cut.back'] }));

  test('before anything is changed leaves the disk as it was found', () =>
    expect(cutIn('backup').next).toEqual(['cut.again', 'cut.as-found']));

  test('after the last step is none', () => expect(cutAfter({ plan, survey }, steps.length)).toBeUndefined());
});

describe('the runbook', () => {
  const runbook = runbookFor({ plan, survey });
  const all = runbook.phases.flatMap((p) => p.steps);

  test('numbers its steps through, and each says what to do and what to check', () => {
    expect(all.map((s) => s.number)).toEqual(all.map((_, i) => i + 1));
    for (const s of all) {
      const { actions, checks } = sayIn(english, s.says);
      expect(actions.length).toBeGreaterThan(0);
      expect(checks.length).toBeGreaterThan(0);
    }
  });

  test('gives the figures that are needed on the day', () => {
    const text = (id: string) => {
      const { title, actions, checks } = sayIn(english, all.find((x) => x.id === id)!.says);
      return [title, ...actions, ...checks].join('\n');
    };
    expect(text('shrink:found-3')).toContain('Shrink “Main volume” to 200 GiB (214.7 GB)');
    expect(text('shrink:found-3')).toContain(`take away: ${(998_541_312 * 512) / MIB - 200 * 1024} MB.`);
    expect(text('create:new-1')).toContain(
      'Choose the free space after “Main volume”, and create a partition at its beginning: 61440 MiB or 64424 MB, whichever the tool asks for.',
    );
    expect(text('install:system-1')).toContain(
      'nvme0n1p1, 100 MiB (104.9 MB), FAT: mount at /boot/efi; do NOT format.',
    );
    expect(all.find((x) => x.id === 'install:system-1')!.says.with).toMatchObject({ efiDevice: 'nvme0n1p1' });
    expect(text('safety-copy')).toContain('“petrel.head.bin” and “petrel.tail.bin”');
  });

  test('a disk that was not captured is saved with commands that fit its size', () => {
    const drawnSurvey = drawn(500, ['100GiB root']);
    const p = planOn(drawnSurvey, { kind: 'remove', partition: 'found-1' });
    const copy = runbookFor({ plan: p, survey: drawnSurvey })
      .phases.flatMap((ph) => ph.steps)
      .find((s) => s.id === 'safety-copy')!;
    expect(commandsIn(copy).slice(2)).toEqual([
      'D=/dev/nvme0n1',
      'mountpoint -q /mnt/stick && sudo dd if=$D of=/mnt/stick/head.bin bs=1M count=1 conv=fsync',
      `mountpoint -q /mnt/stick && sudo dd if=$D of=/mnt/stick/tail.bin bs=1M skip=${500 * 1024 - 1} count=1 conv=fsync`,
      'ls -l /mnt/stick',
    ]);
  });

  test.each([
    [false, { kind: 'gap', binary: '216.14 GiB', decimal: '232.1 GB', after: 'root' }],
    [true, { kind: 'placeholder', binary: '100.00 GiB', decimal: '107.4 GB', number: 5, after: 'root' }],
  ])('a setup that makes its own partitions gets free space, or a placeholder (%s)', (placeholder, room) => {
    const windows = newSystem('windows-11', 'Second Windows', 'system-2');
    const added = edited(plan, survey, { kind: 'add-system', system: windows });
    const gap = plannedGaps({ plan: added, survey }).find((g) => g.usable.length > gib(100))!.usable;
    const made = newPartition(added, {
      role: 'system',
      start: gap.start,
      length: gib(100),
      owners: [added.systems.at(-1)!],
    });
    const full = placeholder ? edited(added, survey, { kind: 'create', partition: made }) : added;
    const install = runbookFor({ plan: full, survey })
      .phases.flatMap((p) => p.steps)
      .find((s) => s.id === 'install:system-2')!;
    expect(install.says).toMatchObject({ code: 'step.install-own', with: { room } });
  });

  test('a clock that is planned otherwise than by default is set at the first start', () => {
    const says = (clock: 'utc' | 'local') => {
      const changed = edited(plan, survey, { kind: 'change-system', system: 'system-1', changes: { clock } });
      const start = runbookFor({ plan: changed, survey })
        .phases.flatMap((p) => p.steps)
        .find((s) => s.id === 'first-start:system-1')!;
      return start.says;
    };
    expect(says('utc')).toMatchObject({ with: { clock: 'utc', setClock: false } });
    expect(says('local')).toMatchObject({ with: { clock: 'local', setClock: true } });
  });

  test('ticks are kept', () => {
    const ticked = edited(plan, survey, { kind: 'tick', step: 'backup', done: true });
    expect(runbookFor({ plan: ticked, survey }).phases[0]!.steps.map((s) => s.done)).toEqual([
      true,
      ...Array<boolean>(runbookFor({ plan: ticked, survey }).phases[0]!.steps.length - 1).fill(false),
    ]);
    expect(overviewOf(ticked, survey).steps).toMatchObject({ done: 1 });
  });

  test('when a step was done and what was noted of it is printed with it', () => {
    const record = { at: '2026-05-04T18:20:00.000Z', remark: 'two <copies>' };
    const noted = edited(plan, survey, { kind: 'record', step: 'backup', record });
    const html = runbookHtml(english, runbookFor({ plan: noted, survey }), {
      machine: 'petrel',
      madeAt: '2026-05-04T09:00:00Z',
      point: null,
      blockers: [],
      hazards: [],
    });
    expect(html).toContain('<b>Noted</b> done 2026-05-04 18:20 UTC: two &lt;copies&gt;');
  });

  test('as one file refers to nothing outside itself, and escapes names', () => {
    const html = runbookHtml(english, runbook, {
      machine: 'petrel & co',
      madeAt: '2026-05-04T09:00:00Z',
      point: null,
      blockers: [],
      hazards: ['x < y'],
    });
    expect(html).not.toMatch(/(?:src|href)=|url\((?!#)|@import|https?:/);
    expect(html).toContain('petrel &amp; co');
    expect(html).toContain('Install Field &lt;Linux&gt;');
    expect(html).toContain('x &lt; y');
    expect(html.match(/<input type="checkbox"/g)).toHaveLength(all.length);
  });

  test('nothing that somebody typed becomes a tag, wherever it stands', () => {
    const evil = '<i>&"';
    const named = edited(
      plan,
      survey,
      ...plan.systems.map(({ id }): Edit => ({
        kind: 'change-system',
        system: id,
        changes: { name: `${evil}${id}` },
      })),
      ...plan.partitions
        .filter((p) => p.from === null)
        .map(({ id }): Edit => ({ kind: 'describe', partition: id, changes: { label: evil, name: evil } })),
      { kind: 'record', step: 'backup', record: { at: '2026-05-04T18:20:00.000Z', remark: evil } },
    );
    const html = runbookHtml(english, runbookFor({ plan: named, survey }), {
      machine: evil,
      madeAt: '2026-05-04T09:00:00Z',
      point: null,
      blockers: [evil],
      hazards: [evil],
    });
    const page = html.slice(0, html.indexOf('<script>'));
    expect(page).not.toContain('<i>');
    expect(page.match(/&lt;i&gt;&amp;/g)!.length).toBeGreaterThan(20);
    expect(html.slice(html.indexOf('<script>'))).not.toContain('<i>');
  });

  test('nor does it in a command that is to be copied', () => {
    const disk = drawn(500, ['1GiB efi', '100GiB ext4 "one"']);
    const free = planOn(disk);
    const data = newPartition(free, { role: 'data', owners: [], start: gib(200), length: gib(50) });
    const made = edited(free, disk, { kind: 'create', partition: { ...data, label: '<i>&' } });
    const html = runbookHtml(english, runbookFor({ plan: made, survey: disk }), {
      machine: 'knot',
      madeAt: '2026-05-04T09:00:00Z',
      point: null,
      blockers: [],
      hazards: [],
    });
    expect(html).toMatch(/<pre>(?:<span>[^<]*<\/span>\n?)*<span>[^<]*&lt;i&gt;&amp;[^<]*<\/span>/);
  });

  test.each([
    [{ least: 3, most: 59 }, 'under a minute'],
    [{ least: 250, most: 530 }, '4–9 min'],
    [{ least: 0, most: 200 }, 'up to 4 min'],
    [{ least: 9000, most: 18_000 }, '2–5 h'],
    [{ least: 290, most: 300 }, '4–5 min'],
  ])('%j is said as %s', (range, said) => expect(sayIn(english, timeSays(range))).toBe(said));
});

describe('where a machine stands', () => {
  test('says the next thing to do', () => {
    expect(overviewOf(plan, undefined).next.code).toBe('next.read-disk');
    expect(overviewOf(planOn(survey), survey).next.code).toBe('next.used');
    expect(overviewOf(begun, survey)).toMatchObject({
      disk: { code: 'disk.line', with: { facts: ['512.1 GB', 'GPT', 'UEFI'] } },
      stages: { 'as-found': 'open' },
    });
    expect(overviewOf(plan, survey)).toMatchObject({
      next: { code: 'next.runbook' },
      findings: { blocker: 0 },
      stages: { boot: 'ready', runbook: 'open' },
    });
  });
});
