import { english, message, sayIn } from '../words/index.js';
import type { FirmwareMode } from '../machine/index.js';
import { edited, drawn, newSystem, planOn } from '../testing/builders.js';
import { newTableEdit } from '../compose/index.js';
import type { Edit } from '../edits/index.js';
import type { Plan } from '../plan/index.js';
import type { Survey } from '../survey/index.js';
import { fitOf, type Family } from '../system/index.js';
import { adoptWay, installedMode, stateEdit, verdictsOf, waysOut } from './index.js';

const machine = (changes: Extract<Edit, { kind: 'set-machine' }>['changes']): Edit => ({
  kind: 'set-machine',
  changes,
});

describe('the table of modes and styles', () => {
  test.each<[Family, boolean, string, string, string, string]>([
    ['windows', false, 'yes', 'no', 'yes', 'no'],
    ['windows', true, 'yes', 'no', 'no', 'no'],
    ['linux', false, 'yes', 'unreliable', 'yes', 'needs-bios-boot'],
    ['macos', false, 'yes', 'no', 'no', 'no'],
    ['bsd', false, 'yes', 'unreliable', 'yes', 'needs-bios-boot'],
  ])('%s (asks for UEFI: %s)', (family, needsUefi, ...expected) => {
    const fits = (
      [
        ['uefi', 'gpt'],
        ['uefi', 'mbr'],
        ['bios', 'mbr'],
        ['bios', 'gpt'],
      ] as const
    ).map(([mode, style]) => fitOf({ family, needsUefi }, mode, style));
    expect(fits).toEqual(expected);
  });
});

describe('verdicts', () => {
  const gpt = drawn(500, ['100MiB efi', '200GiB windows']);
  const mbr = drawn(500, ['200GiB windows'], { style: 'mbr' });
  const situation = (style: 'gpt' | 'mbr', mode: FirmwareMode, profile: string) => {
    const survey = style === 'gpt' ? gpt : mbr;
    const plan = planOn(
      survey,
      machine({ modeInUse: mode, mediumStart: mode }),
      { kind: 'set-target', changes: { mode } },
      {
        kind: 'add-system',
        system: newSystem(profile),
      },
    );
    return { plan, survey, verdict: verdictsOf(plan, survey).find((v) => v.system.id === 'system-1')! };
  };

  test.each<['gpt' | 'mbr', FirmwareMode, string, string]>([
    ['gpt', 'uefi', 'windows-11', 'fits'],
    ['mbr', 'uefi', 'windows-10', 'cannot'],
    ['mbr', 'bios', 'windows-10', 'fits'],
    ['mbr', 'bios', 'windows-11', 'cannot'],
    ['gpt', 'bios', 'windows-10', 'cannot'],
    ['gpt', 'uefi', 'linux-desktop', 'fits'],
    ['mbr', 'uefi', 'linux-desktop', 'unreliable'],
    ['mbr', 'bios', 'linux-desktop', 'fits'],
    ['gpt', 'bios', 'linux-desktop', 'condition'],
    ['gpt', 'uefi', 'macos', 'fits'],
    ['mbr', 'uefi', 'macos', 'cannot'],
    ['mbr', 'bios', 'macos', 'cannot'],
    ['gpt', 'bios', 'macos', 'cannot'],
    ['gpt', 'uefi', 'bsd', 'fits'],
    ['mbr', 'uefi', 'bsd', 'unreliable'],
    ['mbr', 'bios', 'bsd', 'fits'],
    ['gpt', 'bios', 'bsd', 'condition'],
  ])('%s disk, %s mode, %s: %s', (style, mode, profile, level) => {
    const { verdict } = situation(style, mode, profile);
    expect(verdict.level).toBe(level);
    expect(sayIn(english, verdict.reasons[0]!).length).toBeGreaterThan(20);
  });

  test('a medium started in the other mode is told apart from the disk’s style and the firmware’s mode', () => {
    const { plan } = situation('gpt', 'uefi', 'linux-desktop');
    const wrong = edited(plan, gpt, machine({ mediumStart: 'bios' }));
    const verdict = verdictsOf(wrong, undefined).find((v) => v.system.id === 'system-1')!;
    expect(verdict).toMatchObject({ level: 'cannot', fit: 'yes' });
    expect(verdict.reasons).toEqual([message('verdict.medium-other-mode', { start: 'bios', mode: 'uefi' })]);
    const [way] = waysOut(wrong, gpt);
    expect(way).toMatchObject({ id: 'medium-start', loss: 0 });
    expect(waysOut(edited(wrong, gpt, adoptWay(wrong, way!)), gpt)).toEqual([]);
  });

  test('an installed system is stranded by a switch of mode', () => {
    const { plan } = situation('gpt', 'uefi', 'linux-desktop');
    const switched = edited(plan, gpt, { kind: 'set-target', changes: { mode: 'bios' } });
    expect(verdictsOf(switched, undefined).map((v) => [v.system.name, v.level])).toEqual([
      ['Windows', 'cannot'],
      ['Newcomer', 'cannot'],
    ]);
  });

  test('firmware that has no such mode is said first', () => {
    const { plan } = situation('gpt', 'uefi', 'linux-desktop');
    const old = edited(plan, gpt, machine({ firmware: 'bios' }));
    expect(verdictsOf(old, undefined)[1]!.reasons[0]).toEqual(
      message('verdict.no-such-mode', { mode: 'uefi' }),
    );
  });
});

describe('ways out of a mismatch', () => {
  const four = drawn(4000, ['500GiB ntfs'], { style: 'gpt' });
  const curlew = planOn(
    four,
    machine({ modeInUse: 'bios', mediumStart: 'bios' }),
    { kind: 'set-target', changes: { mode: 'bios' } },
    {
      kind: 'change-system',
      system: 'found-windows',
      changes: { needsUefi: false, origin: 'new' },
    },
  );

  test('are ranked by what they lose, the firmware’s switch first', () => {
    const ways = waysOut(curlew, four);
    expect(ways.map((w) => [w.id, w.loss, w.mode, w.style])).toEqual([
      ['firmware-mode', 0, 'uefi', 'gpt'],
      ['convert-table', 1, 'bios', 'mbr'],
      ['new-table', 2, 'bios', 'mbr'],
    ]);
    expect(ways[2]!.conditions.at(-1)).toMatchObject({ met: false });
    expect(sayIn(english, ways[2]!.conditions.at(-1)!.says)).toContain('2 TiB');
  });

  test('the first way makes everything fit', () => {
    const adopted = edited(curlew, four, adoptWay(curlew, waysOut(curlew, four)[0]!));
    expect(verdictsOf(adopted, undefined).map((v) => v.level)).toEqual(['fits']);
  });

  test('converting an MBR in place shows each condition', () => {
    const mbr = drawn(500, ['200GiB windows'], { style: 'mbr' });
    const plan = planOn(mbr, { kind: 'add-system', system: newSystem('windows-11') });
    const convert = waysOut(plan, mbr).find((w) => w.id === 'convert-table')!;
    expect(convert.conditions.map((c) => c.met)).toEqual([true, true, true, true, 'unknown']);
    const taken = edited(plan, mbr, adoptWay(plan, convert));
    expect(taken.target).toMatchObject({ mode: 'uefi', style: 'gpt', table: 'convert' });
    expect(taken.partitions).toEqual(plan.partitions);
  });

  test('a GPT of few partitions can become an MBR in place, and each condition is told', () => {
    const gpt = drawn(500, ['100GiB ext4', '20GiB ext4']);
    const old = { ...newSystem('windows-10', 'Old Windows') };
    const plan = edited(
      planOn(gpt, { kind: 'add-system', system: old }),
      gpt,
      { kind: 'set-machine', changes: { firmware: 'bios', modeInUse: 'bios', mediumStart: 'bios' } },
      { kind: 'set-target', changes: { mode: 'bios' } },
    );
    const convert = waysOut(plan, gpt).find((w) => w.id === 'convert-table')!;
    expect(convert.conditions.map((c) => c.met)).toEqual([true, true, true, 'unknown']);
    expect(edited(plan, gpt, adoptWay(plan, convert)).target).toMatchObject({
      mode: 'bios',
      style: 'mbr',
      table: 'convert',
    });
  });
});

describe('a mode and a style are chosen by hand', () => {
  const states = (plan: Plan, survey: Survey) =>
    (['uefi', 'bios'] as const).flatMap((mode) =>
      (['gpt', 'mbr'] as const).flatMap((style) => {
        const edit = stateEdit({ plan, survey }, mode, style);
        if (!edit) return [];
        const { target } = edited(plan, survey, edit);
        expect([target.mode, target.style]).toEqual([mode, style]);
        return [`${mode} ${style}`];
      }),
    );
  const blank = drawn(500, [], { style: 'none' });
  const both = { kind: 'set-machine', changes: { firmware: 'both' } } as const;

  test('on a blank disk, each but the one that is the plan’s, as far as the firmware has it', () => {
    expect(states(planOn(blank, both), blank)).toEqual(['uefi mbr', 'bios gpt', 'bios mbr']);
    const only = { kind: 'set-machine', changes: { firmware: 'uefi' } } as const;
    expect(states(planOn(blank, only), blank)).toEqual(['uefi mbr']);
  });

  test('where partitions are kept none, and again once a new table is written anyway', () => {
    const disk = drawn(500, ['100MiB efi', '200GiB windows']);
    const plan = planOn(disk, both);
    expect(states(plan, disk)).toEqual([]);
    expect(states(edited(plan, disk, newTableEdit(plan)), disk)).toEqual([
      'uefi mbr',
      'bios gpt',
      'bios mbr',
    ]);
  });
});

test('where the mode in use is not known, loaders and boot code on the disk tell for what its systems are installed', () => {
  const bare = drawn(500, ['100MiB efi', '200GiB windows']);
  const disk: Survey = {
    ...bare,
    partitions: bare.partitions.map((p, i) =>
      i === 0 ? { ...p, volume: { kind: 'fat', contents: { loaders: ['BOOT'] } } } : p,
    ),
  };
  const plan = planOn(bare, machine({ modeInUse: 'unknown' }));
  const [windows] = plan.systems;
  expect(installedMode(plan, windows!, bare)).toBe('unknown');
  expect(installedMode(plan, windows!, disk)).toBe('uefi');
  const started: Survey = { ...bare, disk: { ...bare.disk, bootCode: true } };
  expect(installedMode(plan, windows!, started)).toBe('bios');
});
