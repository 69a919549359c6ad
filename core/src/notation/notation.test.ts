import fc from 'fast-check';
import { resolve } from 'node:path';
import { apply } from '../edits/index.js';
import { EMPTY_PLAN, type Plan } from '../plan/index.js';
import { GIB } from '../quantity/index.js';
import { documentSurvey, surveyDocument, type Survey, type SurveyDisk } from '../survey/index.js';
import { USUAL_USE } from '../system/index.js';
import { anyEdit, anyStyledDisk } from '../testing/arbitraries.js';
import { drawn, edited, IDENTITY, newSystem, petrelSurvey, planOn, surveysOf } from '../testing/builders.js';
import { surveyFromImage } from '../testing/images.js';
import { looksLikeNotation, parseNotation, printNotation, rewriteEdit, type MachineText } from './index.js';
import { inEnglish } from '../words/index.js';

function read(text: string): MachineText {
  const outcome = parseNotation(text, IDENTITY);
  if (!outcome.ok)
    throw new Error(`${outcome.error.line}:${outcome.error.column} ${inEnglish(outcome.error.says)}`);
  return outcome.value;
}

function errorOf(text: string) {
  const outcome = parseNotation(text, IDENTITY);
  if (outcome.ok) throw new Error('was read');
  return outcome.error;
}

const machineOf = (plan: Plan, survey: Survey | null): MachineText => ({
  name: 'petrel',
  story: 'Laptop, “field” use; 100 % "quoted" # not a remark',
  survey,
  plan,
});

describe('a text', () => {
  const images = resolve(__dirname, '../../../demo/images');

  test.each(['petrel', 'dunlin', 'knot'])('of the image of %s reads back as the same survey', (name) => {
    const survey = surveyFromImage(resolve(images, `${name}.qcow2`));
    const alone: MachineText = { name: '', story: '', survey, plan: null };
    expect(read(printNotation(alone))).toEqual(alone);
    const planned = machineOf(planOn(survey), survey);
    expect(read(printNotation(planned))).toEqual(planned);
  });

  test('a size that is not whole sectors is rounded up, and that is said with its place', () => {
    const text = [
      'rhizotome 2',
      'disk, size 500107862016 B, table gpt',
      'found 1, at 1 MiB, size 1000000001 B, holds ext4',
      'plan uefi, table gpt, keep',
      'part from 1',
      'part new, at 2 GiB, size 3000000003 B, format, role data, holds ext4',
    ].join('\n');
    const outcome = parseNotation(text, IDENTITY);
    if (!outcome.ok) throw new Error(inEnglish(outcome.error.says));
    expect(outcome.value.survey!.partitions[0]!.length).toBe(1_953_126);
    expect(outcome.value.plan!.partitions[1]!.length).toBe(5_859_376);
    expect(outcome.rounded.map((r) => `${r.line}:${r.column} ${inEnglish(r.says)}`)).toEqual([
      '3:25 1000000001 bytes are not whole sectors of 512: taken as 1000000512 bytes.',
      '6:26 3000000003 bytes are not whole sectors of 512: taken as 3000000512 bytes.',
    ]);
  });

  test('more than 128 entries take more of both ends of the disk', () => {
    const text = (numbers: readonly number[]) =>
      [
        'rhizotome 2',
        'disk, size 500107862016 B, table gpt',
        ...numbers.map((n) => `found ${n}, size 1 GiB, holds ext4`),
      ].join('\n');
    const areaOf = (numbers: readonly number[]) => {
      const outcome = parseNotation(text(numbers), IDENTITY);
      if (!outcome.ok) throw new Error(inEnglish(outcome.error.says));
      const { firstUsable, usableEnd, sizeSectors } = outcome.value.survey!.disk;
      return [firstUsable, sizeSectors - usableEnd];
    };
    expect(areaOf([1, 128])).toEqual([34, 33]);
    expect(areaOf([1, 129])).toEqual([35, 34]);
    expect(areaOf([1, 200])).toEqual([52, 51]);
  });

  test('every fact of a disk reads back, as text and as a document', () => {
    const bare = drawn(500, []);
    // Required: a fact that is added to a disk is asked for here.
    const disk: Required<SurveyDisk> = {
      ...bare.disk,
      style: 'none',
      tableId: '10111213-1415-1617-1819-1a1b1c1d1e1f',
      device: '/dev/sdb',
      model: 'Made-up "500", grey',
      bootCode: true,
      bareVolume: { kind: 'ext4', label: 'whole', usedBytes: GIB },
    };
    const survey: Survey = { ...bare, disk };
    const alone: MachineText = { name: '', story: '', survey, plan: null };
    expect(read(printNotation(alone))).toEqual(alone);
    const document = JSON.parse(JSON.stringify(surveyDocument(survey))) as unknown;
    expect(documentSurvey(document)).toEqual({ ok: true, survey });
  });

  test('of a machine without a disk reads back', () => {
    const blank = machineOf({ ...EMPTY_PLAN, systems: [newSystem('bsd')] }, null);
    expect(read(printNotation(blank))).toEqual({ ...blank, plan: { ...blank.plan, surveyId: null } });
  });

  test('of any reachable plan reads back as the same plan, and prints the same again', () => {
    fc.assert(
      fc.property(
        anyStyledDisk.chain((survey) => {
          const start = edited(planOn(survey), survey, {
            kind: 'add-system',
            system: newSystem('linux-desktop'),
          });
          return fc.tuple(
            fc.constant(survey),
            fc.constant(start),
            fc.array(anyEdit({ plan: start, survey }), { maxLength: 8 }),
          );
        }),
        ([survey, start, edits]) => {
          const plan = edits.reduce((current, edit) => {
            const result = apply(current, edit, surveysOf(survey));
            return result.ok ? result.plan : current;
          }, start);
          const machine = machineOf(plan, survey);
          const text = printNotation(machine);
          expect(read(text)).toEqual(machine);
          expect(printNotation(read(text))).toBe(text);
        },
      ),
      { numRuns: 150 },
    );
  });

  test('says that an extended container takes the rest', () => {
    const lines = [
      'rhizotome 2',
      'disk, size 100GiB, table mbr',
      'plan bios, table mbr',
      'extended at 20GiB, size rest',
    ];
    const { plan, survey } = read(lines.join('\n'));
    const { start, length } = plan!.container!;
    expect([start, start + length]).toEqual([20 * 2 ** 21, survey!.disk.usableEnd]);
  });

  test('keeps every remark where it stood', () => {
    const text = [
      '# about this file',
      'rhizotome 2',
      'machine "petrel"  # the grey one',
      'disk, size 500GB',
      '# the start volume',
      '# is small',
      'found 1, size 100MiB, type "EFI system", holds fat  # do not touch',
      'system "Bench Linux", as system-1, like linux-desktop # soon',
      '# that is all',
    ].join('\n');
    const printed = printNotation(read(text));
    for (const remark of [
      '# about this file',
      '# the grey one',
      '# the start volume\n# is small\nfound 1',
      '# do not touch',
      '# soon',
      '# that is all',
    ])
      expect(printed).toContain(remark);
    expect(printNotation(read(printed))).toBe(printed);
  });

  test.each([
    [1, 10],
    [2, 15],
  ])('of version %i: a profile asks for what it asked for then, %i GiB', (version, gibibytes) => {
    const { plan } = read(`rhizotome ${version}\nsystem Linux, as l, new, like linux-desktop`);
    expect(plan!.systems[0]!.leastBytes).toBe(gibibytes * GIB);
    const printed = printNotation(read(`rhizotome ${version}\nsystem Linux, as l, new, like linux-desktop`));
    expect(read(printed).plan).toEqual(plan);
  });

  test('what a system is to hold is told with it, and what is left out is as usual', () => {
    const line =
      'system Linux, as l, new, like linux-desktop, photos 120 GiB, large images, grows 12.5% a year';
    expect(read(`rhizotome 2\n${line}`).plan!.systems[0]!.use).toEqual({
      ...USUAL_USE,
      photosBytes: 120 * GIB,
      largeImages: true,
      growth: 0.125,
    });
  });

  test('is told apart from other text', () => {
    expect(looksLikeNotation('# hi\n\nrhizotome 2\n')).toBe(true);
    expect(looksLikeNotation('{"format":"rhizotome/survey"}')).toBe(false);
  });
});

describe('written by hand', () => {
  const text = (...lines: string[]) => ['rhizotome 2', ...lines].join('\n');

  test('a short text is enough: places, owners and roles are proposed', () => {
    const { survey, plan } = read(
      text(
        'machine "sanderling"',
        'memory 4GiB',
        'disk, size 64GB, table gpt',
        'found 1, size 600MiB, type "EFI system", holds fat, label "EFI"',
        'found 2, size rest, type "Linux root", holds btrfs',
        'note 2, used 18GiB',
        'system "Windows", like windows-10, least 30GB',
      ),
    );
    expect(survey!.partitions.map((p) => [p.start, p.length])).toEqual([
      [2048, 1_228_800],
      [1_230_848, 123_769_119],
    ]);
    expect(plan!.found['found-2']).toMatchObject({
      role: 'root',
      owners: ['found-linux'],
      usedBytes: 18 * GIB,
    });
    expect(plan!.systems.map((s) => [s.name, s.origin, s.leastBytes])).toEqual([
      ['Linux', 'found', 15 * GIB],
      ['Windows', 'new', 30e9],
    ]);
  });

  test('parts take sizes as people think them', () => {
    const { plan } = read(
      text(
        'memory 16GiB',
        'disk, size 500GiB, table gpt',
        'found 1, size 400GiB, type "Basic data", holds ntfs, used 100GiB by bitmap',
        'plan uefi, table gpt, keep',
        'system "Windows", as w, found, like windows-11',
        'system "Linux", as l, like linux-desktop',
        'note 1, role system, holds ntfs, owners "Windows"',
        'part from 1, size used + 80GiB',
        'part, size 30GiB, role root, owners "Linux", label "root", mount "/"',
        'part, size ram * 2, role swap, holds swap',
        'part, size rest, role home, owners "Linux" "Windows"',
      ),
    );
    expect(plan!.partitions.map((p) => [p.id, p.from, p.length / 2048 / 1024, p.owners])).toEqual([
      ['found-1', 'found-1', 180, ['w']],
      ['new-1', null, 30, ['l']],
      ['new-2', null, 32, []],
      ['new-3', null, expect.closeTo(258, 2), ['l', 'w']],
    ]);
  });

  test.each([
    ['', 1, 1, 'begins with “rhizotome 2”'],
    ['rhizotome 3', 1, 1, 'another version'],
    [text('system Linux, as l, new, like linux-desktop, grows fast'), 2, 52, 'grows 20% a year'],
    [text('system Linux, as l, new, like linux-desktop, keeps kernels 99'), 2, 60, 'kernelsKept'],
    [text('system Linux, as l, new, like linux-desktop, large images yes'), 2, 59, 'Nothing is expected'],
    [text('disk, size 80'), 2, 12, 'Did you mean'],
    [text('disk, size 80GiX'), 2, 14, 'not a unit'],
    [text('disk, table gpt'), 2, 1, '“size …” is missing'],
    [text('disk, size 1GB, colour red'), 2, 17, '“colour red” is not known here'],
    [text('disk, size 1GB, size 2GB'), 2, 17, 'said twice'],
    [text('disk, size 1GB', 'found 1, size 2GB'), 3, 15, 'beyond the end'],
    [text('found 1, size 1GB'), 2, 1, 'disk first'],
    [text('disk, size 9GB', 'found 1, size 1GiB', 'found 1, at 4GiB, size 1GiB'), 2, 1, 'same id'],
    [text('machine grey petrel'), 2, 9, 'quotation marks'],
    [text('machine "petrel'), 2, 9, 'not closed'],
    [text('firmware sometimes'), 2, 10, 'Known: uefi, bios, both, unknown'],
    [text('floppy 1'), 2, 1, 'A line cannot begin like this'],
    [
      text('disk, size 9GB', 'plan uefi', 'part "a", size 1GiB, owners "Nobody"'),
      4,
      29,
      'no system “Nobody”',
    ],
    [text('disk, size 9GB', 'plan uefi', 'part from 7'), 4, 11, 'no partition 7'],
    [text('> holds ext4'), 2, 3, 'inside the volume of the line before'],
    [text('disk, size 1GB,, table gpt'), 2, 16, 'missing beside this comma'],
  ])('%j is refused at line %i, column %i', (source, line, column, message) => {
    const error = errorOf(source);
    expect(inEnglish(error.says)).toContain(message);
    expect([error.line, error.column]).toEqual([line, column]);
  });

  test('what is nested stays nested', () => {
    const survey: Survey = {
      ...drawn(100, ['20GiB luks']),
      partitions: drawn(100, ['20GiB luks']).partitions.map((p) => ({
        ...p,
        volume: {
          kind: 'luks',
          inside: [
            { kind: 'lvm', inside: [{ kind: 'ext4', mountPoint: '/' }, { kind: 'swap' }] },
            { kind: 'xfs', usedBytes: 5 },
          ],
        },
      })),
    };
    const text: MachineText = { name: '', story: '', survey, plan: null };
    expect(read(printNotation(text))).toEqual(text);
  });

  test('no text makes it throw', () => {
    const pieces = fc.constantFrom(
      'rhizotome 2',
      'disk',
      ', size ',
      '500GB',
      '"',
      '#',
      '\n',
      'found 1',
      'part',
      '>',
      '(',
      '\\',
      'plan uefi',
      'rest',
      '99999999999999999999GB',
      'note 1',
      'x',
    );
    fc.assert(
      fc.property(fc.array(pieces, { maxLength: 30 }), fc.string(), (parts, noise) => {
        const outcome = parseNotation(`rhizotome 2\n${parts.join('')}${noise}`, IDENTITY);
        if (!outcome.ok) expect(outcome.error.line).toBeGreaterThan(0);
      }),
      { numRuns: 500 },
    );
  });
});

test('the captured petrel prints one line a partition', () => {
  const lines = printNotation({ name: '', story: '', survey: petrelSurvey(), plan: null }).split('\n');
  expect(lines.filter((line) => line.startsWith('found '))).toHaveLength(4);
});

describe('editing as text', () => {
  const survey = drawn(500, ['100MiB efi', '400GiB windows "Station"']);
  const plan = edited(planOn(survey), survey, {
    kind: 'note-found',
    found: 'found-2',
    changes: { usedBytes: 95 * GIB },
  });
  const present = { name: 'petrel', story: '', plan, survey };
  const text = printNotation(present);
  const rewrite = (from: string | RegExp, to: string) => rewriteEdit(present, text.replace(from, to));

  test('the same text changes nothing', () =>
    expect(rewriteEdit(present, text)).toEqual({ ok: true, edit: null, rounded: [] }));

  test('another size, a new part and a remark are one edit that can be undone', () => {
    const outcome = rewrite(
      /(part "found-2".*)size 400 GiB(.*)\n/,
      '$1size 200GiB$2 # enough\npart, size 30GiB, role root, label "root"\n',
    );
    if (!outcome.ok) throw new Error(inEnglish(outcome.error.says));
    const made = apply(plan, outcome.edit!, surveysOf(survey));
    if (!made.ok) throw new Error(made.refusal.code);
    expect(made.plan.partitions.map((p) => p.length / 2048 / 1024)).toEqual([100 / 1024, 200, 30]);
    expect(made.plan.comments).toEqual({ 'part found-2': { behind: 'enough' } });
    expect(apply(made.plan, made.inverse, surveysOf(survey))).toMatchObject({
      plan: { partitions: plan.partitions, comments: {} },
    });
  });

  test.each([
    ['a size below the floor', /(part "found-2".*)size 400 GiB/, '$1size 90GiB', 'part "found-2"', 'minimum'],
    ['a changed reading', 'found 2, at 101 MiB', 'found 2, at 102 MiB', 'found 2', 'never changed'],
    ['another name', 'machine "petrel"', 'machine "plover"', 'machine "plover"', 'on the bench'],
    [
      'an overlap',
      /(part "found-2".*)at 101 MiB/,
      '$1at 50 MiB',
      'part "found-2"',
      'overlap another partition',
    ],
  ])('%s is refused at its line', (_, from, to, line, message) => {
    const changed = text.replace(from, to);
    const outcome = rewriteEdit(present, changed);
    if (outcome.ok) throw new Error('was taken');
    expect(inEnglish(outcome.error.says)).toContain(message);
    expect(changed.split('\n')[outcome.error.line - 1]).toContain(line);
  });
});

test('a kept part is called as it was found unless its line says otherwise, and a label taken away stays away', () => {
  const found = drawn(500, ['100GiB ext4 "terns"']);
  const survey = {
    ...found,
    partitions: found.partitions.map((p) => ({
      ...p,
      name: 'shore',
      volume: { kind: 'ext4' as const, label: 'terns' },
    })),
  };
  const plan = planOn(survey);
  const machine = { name: 'petrel', story: '', survey, plan };
  const text = printNotation(machine);
  expect(text).not.toMatch(/^part.*label/m);
  const read = (t: string) => {
    const outcome = parseNotation(t, IDENTITY);
    if (!outcome.ok) throw new Error(inEnglish(outcome.error.says));
    const { label, name } = outcome.value.plan!.partitions[0]!;
    return [label, name];
  };
  expect(read(text)).toEqual(['terns', 'shore']);
  const bare = { ...plan, partitions: plan.partitions.map((p) => ({ ...p, label: '' })) };
  expect(read(printNotation({ ...machine, plan: bare }))).toEqual(['', 'shore']);
});

describe('what a note leaves out', () => {
  const lines = [
    'rhizotome 2',
    'machine m',
    'disk, size 100 GiB, table gpt',
    'found 1, at 1 MiB, size 20 GiB, type "Linux data", holds xfs, label files, used 5 GiB by counters',
    'found 2, at 30 GiB, size 20 GiB, type "Basic data", holds windows-encrypted, encrypted',
    'plan uefi, table gpt, keep',
    'system Linux, as l, new, like linux-desktop, hibernates yes, hibernation off, swap file',
  ];
  const planOf = (...more: string[]) => {
    const outcome = parseNotation([...lines, ...more].join('\n'), IDENTITY);
    if (!outcome.ok || !outcome.value.plan) throw new Error('no plan');
    return outcome.value;
  };

  test('stays as it was read: the kind, the role, and that it is encrypted', () => {
    const { plan } = planOf('note 1, used 6 GiB', 'note 2', 'part from 1', 'part from 2');
    expect(plan!.found).toMatchObject({
      'found-1': { kind: 'xfs', usedBytes: 6 * GIB, encrypted: 'unknown' },
      'found-2': { kind: 'windows-encrypted', encrypted: 'yes' },
    });
    expect(plan!.partitions.map((p) => p.fileSystem)).toEqual(['xfs', 'windows-encrypted']);
  });

  test('a kept part without a note is what was read, not what new ones are', () => {
    const { plan } = planOf('part from 1', 'part from 2');
    expect(plan!.partitions.map((p) => p.fileSystem)).toEqual(['xfs', 'windows-encrypted']);
  });

  test('owners of one word need no quotation marks, and all of it is printed again', () => {
    const value = planOf('note 1, owners Linux, not encrypted', 'part from 1', 'part from 2');
    expect(value.plan!.found['found-1']).toMatchObject({ owners: ['l'], encrypted: 'no' });
    expect(value.plan!.systems[0]).toMatchObject({ hibernates: true, hibernation: 'off', swap: 'file' });
    const again = parseNotation(printNotation(value), IDENTITY);
    expect(again.ok && again.value.plan).toEqual(value.plan);
  });
});

describe('boot entries', () => {
  const text = `rhizotome 2
machine tern
firmware uefi, now uefi, installer unknown, secure boot unknown
medium unknown
entries order "000A 0001 0007", current 0001
entry "Windows on the disk", as 000A, in 1, at 2048, sectors 532480, uuid "11111111-2222-4333-8444-555555555555", path "\\\\EFI\\\\a\\\\b.efi"
entry Network, as 0001
entry "Old", as 0003, in 2, at 4096, sectors 8, signature "fadf4058", off  # from before

disk, size 500107862016 B, table none
plan uefi, table gpt, new
`;
  test('are printed and read again the same, with their remarks', () => {
    const value = read(text);
    expect(value.plan!.machine.bootEntries).toMatchObject({
      order: [10, 1, 7],
      current: 1,
      entries: [
        {
          number: 10,
          active: true,
          path: '\\EFI\\a\\b.efi',
          partition: { number: 1, start: 2048, length: 532_480 },
        },
        { number: 1, description: 'Network' },
        { number: 3, active: false, partition: { diskSignature: 'fadf4058' } },
      ],
    });
    const printed = printNotation(value);
    expect(printed).toContain('off  # from before');
    expect(read(printed)).toEqual(value);
  });

  test.each([
    ['entry Old, in 1', '“as …” is missing'],
    ['entry Old, as 12', 'no number of an entry'],
    ['entry Old, as 0001, at 2048', 'together'],
    ['entries 0001', 'entries order'],
  ])('“%s” is refused with its line', (line, why) => {
    const outcome = parseNotation(text.replace(/entry "Old".*/, line), IDENTITY);
    if (outcome.ok) throw new Error('read');
    expect(outcome.error.line).toBe(8);
    expect(inEnglish(outcome.error.says)).toContain(why);
  });

  test('an edit as text changes what differs, and leaves who told the rest', () => {
    const { plan, survey } = read(text);
    const told = { ...plan!, machine: { ...plan!.machine, told: { bootEntries: TOLD, modeInUse: TOLD } } };
    const present = { name: 'tern', story: '', plan: told, survey: survey! };
    const rewritten = rewriteEdit(present, text.replace('now uefi', 'now bios'));
    const outcome = rewritten.ok && rewritten.edit ? apply(told, rewritten.edit, () => survey!) : null;
    expect(outcome?.ok && outcome.plan.machine).toMatchObject({
      modeInUse: 'bios',
      told: { bootEntries: TOLD },
    });
    const without = rewriteEdit(present, text.replace(/entr(?:y|ies) .*\n/g, ''));
    const gone = without.ok && without.edit ? apply(told, without.edit, () => survey!) : null;
    expect(gone?.ok && gone.plan.machine.bootEntries).toBeUndefined();
  });
});

const TOLD = { by: 'linux', at: '2026-05-04T07:30:00.000Z' } as const;
