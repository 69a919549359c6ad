import type { Machine } from '../machine/index.js';
import { sectors } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import { drawn, edited, newSystem, planOn } from '../testing/builders.js';
import { message } from '../words/index.js';
import type { Edit } from '../edits/index.js';
import type { Plan } from '../plan/index.js';
import { verdictOn, verdictsOf, waysOut, type Way } from './index.js';

type Firmware = Machine['firmware'];
type MediumStart = Machine['mediumStart'];

const machine = (changes: Extract<Edit, { kind: 'set-machine' }>['changes']): Edit => ({
  kind: 'set-machine',
  changes,
});
const target = (changes: Extract<Edit, { kind: 'set-target' }>['changes']): Edit => ({
  kind: 'set-target',
  changes,
});
const wayOf = (plan: Plan, survey: Survey | undefined, id: Way['id']) =>
  waysOut(plan, survey).find((w) => w.id === id);
const met = (way: Way | undefined, code: string) =>
  way?.conditions.find((c) => c.says.code === `condition.${code}`)?.met;

/** The same reading with its last partition ending so many sectors before the end, and its first beginning there. */
const between = (survey: Survey, first: number, free: number): Survey => {
  const { sizeSectors } = survey.disk;
  const [only] = survey.partitions;
  const length = sectors(sizeSectors - free - first);
  return { ...survey, partitions: [{ ...only!, start: sectors(first), length }] };
};

describe('the conditions of a conversion to GPT', () => {
  const mbr = drawn(500, ['200GiB windows'], { style: 'mbr' });
  const plan = planOn(mbr, { kind: 'add-system', system: newSystem('windows-11') });
  const convert = (survey: Survey, of = plan) => wayOf(of, survey, 'convert-table');

  // 34 sectors at the head and 33 at the end: UEFI 2.10 §5.3.1, with 128 entries of 128 bytes in sectors of 512.
  test.each([
    [34, true],
    [33, false],
  ])('the first partition at sector %d leaves room for the table: %s', (first, expected) => {
    expect(met(convert(between(mbr, first, 10_000_000)), 'head-free')).toBe(expected);
  });

  test.each([
    [33, true],
    [32, false],
  ])('%d free sectors at the end are enough: %s', (free, expected) => {
    expect(met(convert(between(mbr, 2048, free)), 'tail-free')).toBe(expected);
  });

  // FAT32 needs 65 525 clusters and its tables: 33 MiB with sectors of 512 bytes.
  test.each([
    [33, true],
    [32, false],
  ])('a hole of %d MiB is enough for an EFI system partition: %s', (mebibytes, expected) => {
    const survey = between(mbr, 2048, mebibytes * 2048 + (mbr.disk.sizeSectors - mbr.disk.usableEnd));
    expect(met(convert(survey), 'efi-room')).toBe(expected);
    const before = between(mbr, mbr.disk.firstUsable + mebibytes * 2048, 40);
    expect(met(convert(before), 'efi-room')).toBe(expected);
  });

  test.each<[Firmware, boolean | 'unknown']>([
    ['both', true],
    ['uefi', true],
    ['unknown', 'unknown'],
  ])('firmware %s can start it: %s', (firmware, expected) => {
    expect(met(convert(mbr, edited(plan, mbr, machine({ firmware }))), 'mode')).toBe(expected);
  });

  test('it says what it keeps and loses, and that a backup is needed', () => {
    expect(convert(mbr)).toMatchObject({
      title: message('way.convert-table', { style: 'gpt' }),
      keeps: message('keeps.partitions'),
      loses: message('loses.boot-files-uefi'),
    });
    expect(met(convert(mbr), 'backup')).toBe('unknown');
  });

  test('firmware without UEFI is offered none', () => {
    expect(convert(mbr, edited(plan, mbr, machine({ firmware: 'bios' })))).toBeUndefined();
  });
});

describe('the conditions of a conversion to MBR', () => {
  const onGpt = (gibibytes: number, lines: readonly string[]) => {
    const survey = drawn(gibibytes, [...lines]);
    const plan = planOn(
      survey,
      { kind: 'add-system', system: newSystem('windows-10') },
      machine({ firmware: 'bios', modeInUse: 'bios', mediumStart: 'bios' }),
      target({ mode: 'bios' }),
    );
    return { survey, way: wayOf(plan, survey, 'convert-table') };
  };
  const parts = (n: number) => Array.from({ length: n }, (_, i) => `10GiB ext4 "${i}"`);

  test.each([
    [4, true],
    [5, false],
  ])('%d partitions fit its places: %s', (count, expected) => {
    expect(met(onGpt(500, parts(count)).way, 'few-partitions')).toBe(expected);
  });

  // 32 bits of sectors: 2 TiB with sectors of 512 bytes.
  test.each([
    ['2047GiB', true],
    ['2048GiB', false],
  ])('a partition of %s from the first MiB on is within reach: %s', (size, expected) => {
    expect(met(onGpt(3000, [`${size} ext4`]).way, 'within-reach')).toBe(expected);
  });

  test('the firmware must have the mode, as far as it is known', () => {
    expect(met(onGpt(500, parts(1)).way, 'mode')).toBe(true);
  });
});

describe('the other ways', () => {
  const gpt = drawn(500, ['100MiB efi', '200GiB windows']);
  const stuck = (firmware: Firmware, mediumStart: MediumStart) =>
    planOn(
      gpt,
      machine({ firmware, modeInUse: 'bios', mediumStart }),
      { kind: 'add-system', system: newSystem('windows-11') },
      target({ mode: 'bios' }),
    );

  test.each<[Firmware, string, boolean | 'unknown']>([
    ['both', 'mode', true],
    ['unknown', 'mode-unknown', 'unknown'],
  ])('a switch of mode in firmware %s asks %s: %s', (firmware, code, expected) => {
    expect(met(wayOf(stuck(firmware, 'bios'), gpt, 'firmware-mode'), code)).toBe(expected);
  });

  test.each<[MediumStart, boolean | 'unknown']>([
    ['uefi', true],
    ['bios', 'unknown'],
    ['unknown', 'unknown'],
  ])('a medium that starts in %s is in the mode that is wanted: %s', (mediumStart, expected) => {
    expect(met(wayOf(stuck('both', mediumStart), gpt, 'firmware-mode'), 'medium')).toBe(expected);
  });

  test.each([
    [2000, undefined],
    [2048, undefined],
    [2049, false],
  ])('of a disk of %d GiB a new MBR reaches all: %s', (gibibytes, expected) => {
    const disk = drawn(gibibytes, ['500GiB ext4']);
    const plan = planOn(
      disk,
      machine({ firmware: 'bios', modeInUse: 'bios', mediumStart: 'bios' }),
      target({ mode: 'bios' }),
      { kind: 'add-system', system: newSystem('windows-10') },
    );
    expect(met(wayOf(plan, disk, 'new-table'), 'backup-all')).toBe('unknown');
    expect(met(wayOf(plan, disk, 'new-table'), 'reach')).toBe(expected);
    expect(met(wayOf(plan, undefined, 'new-table'), 'reach')).toBeUndefined();
  });

  test('where everything fits there is none', () => {
    const plan = planOn(gpt, machine({ firmware: 'uefi', modeInUse: 'uefi', mediumStart: 'uefi' }));
    expect(waysOut(plan, gpt)).toEqual([]);
  });
});

describe('one verdict', () => {
  const mbr = drawn(500, ['200GiB windows'], { style: 'mbr' });
  const begun = planOn(
    mbr,
    machine({ firmware: 'both', modeInUse: 'bios', mediumStart: 'bios' }),
    target({ mode: 'bios' }),
  );
  const of = (plan: Plan, id = 'found-windows') =>
    verdictOn(
      plan,
      plan.systems.find((s) => s.id === id)!,
      mbr,
    );

  test('an installed system of the other mode cannot start; after a conversion it is a condition', () => {
    const disk = drawn(500, ['200GiB root "station"'], { style: 'mbr' });
    const plan = planOn(disk, machine({ firmware: 'both', modeInUse: 'bios', mediumStart: 'bios' }));
    const [linux] = plan.systems;
    const told = message('verdict.installed-other-mode', { installed: 'bios', mode: 'uefi' });
    const switched = edited(plan, disk, target({ mode: 'uefi', style: 'gpt', table: 'convert' }));
    expect(of(switched, linux!.id)).toMatchObject({ level: 'condition', reasons: [told] });
    const only = edited(plan, disk, target({ mode: 'uefi' }));
    expect(of(only, linux!.id)).toMatchObject({ level: 'cannot' });
    expect(of(only, linux!.id).reasons).toContainEqual(told);
  });

  test('the mode of the medium concerns new systems only, and only where it is known', () => {
    const added = edited(begun, mbr, { kind: 'add-system', system: newSystem('linux-desktop') });
    const levels = (mediumStart: MediumStart) =>
      verdictsOf(edited(added, mbr, machine({ mediumStart })), undefined).map((v) => v.level);
    expect(levels('bios')).toEqual(['fits', 'fits']);
    expect(levels('unknown')).toEqual(['fits', 'fits']);
    expect(levels('uefi')).toEqual(['fits', 'cannot']);
  });

  test('the gravest reason is said first, and what fits is not said beside it', () => {
    const added = edited(
      begun,
      mbr,
      { kind: 'add-system', system: newSystem('linux-desktop') },
      machine({ firmware: 'bios', mediumStart: 'bios' }),
      target({ mode: 'uefi' }),
    );
    const { level, reasons } = of(added, 'system-1');
    expect(level).toBe('cannot');
    expect(reasons.map((r) => r.code)).toEqual([
      'verdict.no-such-mode',
      'verdict.medium-other-mode',
      'verdict.unreliable',
    ]);
  });
});
