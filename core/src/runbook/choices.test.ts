import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { readDocument } from '../exchange/index.js';
import { momentsOf } from '../moment/index.js';
import { createInGap, newTableEdit } from '../compose/index.js';
import type { Edit } from '../edits/index.js';
import { plannedGaps } from '../layout/index.js';
import type { Planned } from '../plan/index.js';
import { practiceDiskAt } from '../practice/index.js';
import type { Environment } from '../sequence/index.js';
import { drawn, edited, gib, IDENTITY, newSystem, planOn } from '../testing/builders.js';
import { surveyFromPractice } from '../testing/images.js';
import { english, sayIn, type Message } from '../words/index.js';
import { practiceFiles } from '../parcel/index.js';
import { runbookFor, standingReport } from './index.js';
import { laneOf, placeOf } from './says/index.js';

const FOLDER = join(__dirname, '../testing/plans');

function story(name: string): Planned {
  const read = readDocument(readFileSync(join(FOLDER, `${name}.rhizotome`), 'utf8'), IDENTITY);
  if (!read.ok || !read.value.plan || !read.value.survey) throw new Error(`${name} has no plan`);
  return { plan: read.value.plan, survey: read.value.survey };
}

const survey = drawn(500, ['1GiB efi', '200GiB ext4 "one"', '100GiB ext4 "two"']);
const linux = newSystem('linux-desktop', 'Linux');
const base = edited(planOn(survey), survey, { kind: 'add-system', system: linux });

const PLACES: readonly (readonly [Environment, string, string])[] = [
  [{ kind: 'running', system: null }, 'Before you start, on any machine', 'any machine'],
  [{ kind: 'running', system: 'system-1' }, 'In Linux, as it is now', 'Linux'],
  [{ kind: 'first-start', system: 'system-1' }, 'In Linux, started after the machine was off', 'Linux'],
  [{ kind: 'installer', system: 'system-1' }, 'In the installer of Linux', 'Linux: installer'],
  [{ kind: 'live' }, 'In a live session', 'live session'],
  [{ kind: 'firmware' }, 'In the firmware setup', 'firmware setup'],
];

test.each(PLACES)('%j is a place with a heading and a lane', (environment, heading, lane) => {
  const planned = { plan: base, survey };
  expect(sayIn(english, placeOf(planned, environment))).toBe(heading);
  expect(sayIn(english, laneOf(planned, environment))).toBe(lane);
});

describe('a plan that shrinks one and moves another', () => {
  const plan = edited(
    base,
    survey,
    { kind: 'note-found', found: 'found-2', changes: { usedBytes: 2 ** 30 } },
    { kind: 'resize', partition: 'found-2', length: gib(100), hold: 'start' },
    { kind: 'move', partition: 'found-3', start: gib(150) },
  );
  const { phases, back } = runbookFor({ plan, survey });
  const steps = phases.flatMap((phase) => phase.steps);

  test('tells of a change within a file system otherwise than of a copy', () =>
    expect(steps.filter((s) => s.exposure).map((s) => [s.step.kind, s.exposure!.code])).toEqual([
      ['shrink', 'exposed.change'],
      ['move', 'exposed.copy'],
    ]));

  test('goes back by moving and growing, the last first', () =>
    expect(back.map((s) => s.title.code)).toEqual([
      'back.uninstall-uefi',
      'back.move-back',
      'back.grow-back',
    ]));

  test('on a disk on which what is still to be created is missing, harms nothing; where what is kept is, it does', () => {
    const created = edited(plan, survey, {
      kind: 'create',
      partition: {
        ...plan.partitions[1]!,
        id: 'x',
        from: null,
        start: gib(300),
        length: gib(20),
        treatment: 'format',
      },
    });
    const planned = { plan: created, survey };
    const end = momentsOf(planned).at(-1)!.planned.plan.partitions;
    const reading = (missing: string) => ({
      ...survey,
      partitions: end
        .filter((p) => p.id !== missing)
        .map((p, i) => ({
          ...survey.partitions[1]!,
          id: `found-${i + 1}`,
          number: i + 1,
          start: p.start,
          length: p.length,
          volume: { kind: p.fileSystem },
        })),
    });
    const near = (missing: string) => {
      const { differences, safe } = standingReport(planned, reading(missing));
      return { missing: differences.some((d) => d.code === 'differs.missing'), safe };
    };
    expect(near('found-3')).toEqual({ missing: true, safe: false });
    expect(near('x').safe).toBe(true);
  });
});

test('a table that is written anew goes back to the old one, and to none where there was none', () => {
  const titles = (planned: Planned) => runbookFor(planned).back.map((s) => s.title.code);
  expect(titles({ plan: edited(base, survey, newTableEdit(base)), survey }).at(-1)).toBe('back.old-table');
  const blank = drawn(500, []);
  const none = { ...blank, disk: { ...blank.disk, style: 'none' as const } };
  const plan = edited(planOn(none), none, { kind: 'add-system', system: linux });
  expect(titles({ plan, survey: none }).at(-1)).toBe('back.no-table');
});

test('a Windows that is moved beside a Linux on an MBR has its start repaired, and the first sector stays the Linux’s', () => {
  const steps = runbookFor(story('windows-moves-on-mbr')).phases.flatMap((phase) => phase.steps);
  const redo = steps.find((s) => s.step.kind === 'redo-start')!;
  expect(redo.says.with).toMatchObject({ first: 'Linux', mode: 'bios' });
});

describe('a boot entry that was read', () => {
  const beside = drawn(500, ['1GiB efi', '200GiB windows', '100GiB ext4 "two"']);
  const planned = edited(planOn(beside), beside, { kind: 'add-system', system: linux });
  const esp = beside.partitions[0]!;
  const path = '\\EFI\\old\\a.efi';
  const partition = { number: 1, start: esp.start, length: esp.length };
  const entry = { number: 10, description: 'Windows', active: true, partition, path };
  const told = edited(planned, beside, {
    kind: 'set-machine',
    changes: { bootEntries: { entries: [entry], order: [10] } },
  });
  const says = (of: Planned, kind: string) =>
    runbookFor(of)
      .phases.flatMap((phase) => phase.steps)
      .filter((s) => s.step.kind === kind)
      .map((s) => sayIn(english, s.says as Message<'step.remove-start'>).actions.join(' '));

  test('is named where its system goes, with its directory', () => {
    const goes: Edit = { kind: 'change-system', system: 'found-windows', changes: { change: 'retire' } };
    const [said] = says({ plan: edited(told, beside, goes), survey: beside }, 'remove-start');
    expect(said).toContain('Boot000A “Windows”');
    expect(said).toContain('(\\EFI\\old)');
  });

  test('the directories that were read are told where its system goes, without that of the fallback', () => {
    const volume = { ...esp.volume!, contents: { loaders: ['old', 'BOOT', 'two'] } };
    const read = { ...beside, partitions: [{ ...esp, volume }, ...beside.partitions.slice(1)] };
    const goes: Edit = { kind: 'change-system', system: 'found-windows', changes: { change: 'retire' } };
    const [said] = says({ plan: edited(told, read, goes), survey: read }, 'remove-start');
    expect(said).toContain('the partition holds \\EFI\\old, \\EFI\\two.');
  });

  test('gives its fields where its EFI system partition is formatted', () => {
    const formatted: Edit = { kind: 'treat', partition: esp.id, treatment: 'format' };
    const said = says({ plan: edited(told, beside, formatted), survey: beside }, 'redo-start');
    expect(said.join(' ')).toContain(`called “Windows” and led to ${path}`);
    const plain = says({ plan: edited(planned, beside, formatted), survey: beside }, 'redo-start');
    expect(plain.join(' ')).not.toContain('was called');
  });
});

test('disks to practise on: one for each moment at which the disk is another, each with its list', () => {
  const moves = story('windows-moves-on-mbr');
  const files = practiceFiles(english, moves);
  expect(Object.keys(files)).toEqual([
    'practice/as-found.qcow2',
    'practice/before-step-7.qcow2',
    'practice/before-step-11.qcow2',
    'practice/how-to.md',
  ]);
  const page = new TextDecoder().decode(files['practice/how-to.md']);
  expect(page).toContain('The disk before steps 7 to 10 of 14.');
  expect(page.match(/^# /gm)).toHaveLength(4);
  expect(page).toContain("\nmkfs.ext4 -L 'linux' /dev/sda3\n");
});

test('a reading afterwards tells how far the new volumes are filled, and of no other', () => {
  const disk = drawn(500, ['1GiB efi', '100GiB ext4 "old"']);
  const planned = planOn(disk);
  const added = edited(planned, disk, { kind: 'add-system', system: linux });
  const gap = plannedGaps({ plan: added, survey: disk }).at(-1)!;
  const plan = edited(
    added,
    disk,
    createInGap({ plan: added, survey: disk }, gap, { role: 'root', owners: [linux], size: 50 * 2 ** 30 })!,
  );
  const end = momentsOf({ plan, survey: disk }).at(-1)!;
  const read = surveyFromPractice(practiceDiskAt(end));
  const partitions = read.partitions.map((p) => ({
    ...p,
    volume: { ...p.volume!, kind: 'ext4' as const, usedBytes: 10 * 2 ** 30 },
  }));
  const { space } = standingReport({ plan, survey: disk }, { ...read, partitions });
  expect(space.map((said) => sayIn(english, said))).toEqual(['“root”: 10 GiB of 50 GiB in use (20 %).']);
});
