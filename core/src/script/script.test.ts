import { surveyFromHand } from '../survey/index.js';
import { apply, type Edit } from '../edits/index.js';
import type { Plan } from '../plan/index.js';
import { MIB, sectors } from '../quantity/index.js';
import { drawnMbr, IDENTITY, planOn, surveysOf } from '../testing/builders.js';
import { canAttach, isThere, sh, ScriptDisk } from '../testing/script-disk.js';
import type { Survey } from '../survey/index.js';

const SECTOR = 512;
const MOVES_BY_MIB = 40;
const mib = (n: number) => sectors((n * MIB) / SECTOR);

function drawnSmall(style: 'gpt' | 'none', lines: readonly string[]): Survey {
  const outcome = surveyFromHand(
    { diskBytes: 640 * MIB, sectorBytes: SECTOR, style, text: lines.join('\n') },
    IDENTITY,
  );
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
}

const withFiles = (label: string) =>
  `mkfs.ext4 -q -L ${label} $P; d=$(mktemp -d); mount $P $d; mkdir $d/kept; for i in 1 2 3 4 5; do head -c 1500000 /dev/urandom > $d/kept/$i; done; umount $d; rmdir $d`;

const filesOf = (path: string) =>
  sh('d=$(mktemp -d); mount -o ro $P $d; (cd $d/kept && sha256sum *); umount $d; rmdir $d', path);

function planned(survey: Survey, ...edits: readonly Edit[]): Plan {
  return edits.reduce(
    (plan: Plan, edit) => {
      const result = apply(plan, edit, surveysOf(survey));
      if (!result.ok) throw new Error(JSON.stringify(result.refusal));
      return result.plan;
    },
    ofNoSystem(planOn(survey)),
  );
}

/** No system is on the disk: nothing but volumes that are changed. */
const ofNoSystem = (plan: Plan): Plan => ({
  ...plan,
  systems: [],
  found: Object.fromEntries(Object.entries(plan.found).map(([id, note]) => [id, { ...note, owners: [] }])),
  partitions: plan.partitions.map((p) => ({ ...p, owners: [] })),
});

/** A home that shrinks, a swap that goes, data that moves over its own place, a root that is made. */
function story() {
  const disk = new ScriptDisk(
    drawnSmall('gpt', ['40MiB efi', '300MiB home "home"', '100MiB swap', '120MiB ext4 "data"']),
    {
      'found-1': 'mkfs.fat -n EFI $P',
      'found-2': withFiles('home'),
      'found-3': 'mkswap -q -L swap $P',
      'found-4': withFiles('data'),
    },
  );
  const survey = disk.survey();
  const [, home, swap, data] = survey.partitions;
  const plan = planned(
    survey,
    { kind: 'note-found', found: home!.id, changes: { usedBytes: 60 * MIB } },
    { kind: 'resize', partition: home!.id, length: mib(200), hold: 'start' },
    { kind: 'remove', partition: swap!.id },
    { kind: 'move', partition: data!.id, start: sectors(data!.start - mib(MOVES_BY_MIB)) },
    {
      kind: 'create',
      partition: {
        id: 'root',
        from: null,
        start: sectors(data!.start + mib(90)),
        length: mib(96),
        treatment: 'format',
        role: 'root',
        owners: [],
        fileSystem: 'ext4',
        label: 'root',
        name: 'root',
        mountPoint: '/',
      },
    },
  );
  return { disk, survey, plan };
}

type Story = ReturnType<typeof story>;

const keptFiles = (disk: ScriptDisk) =>
  disk
    .survey()
    .partitions.filter((p) => ['home', 'data'].includes(p.volume?.label ?? ''))
    .map((p) => disk.attached(p.start, p.length, filesOf));

let told: Story;
let files: readonly string[];

function onStory(look: (story: Story, before: readonly string[]) => void) {
  told.disk.reset();
  look(told, files);
}

/** Every file is there, the table is the planned one, and a file system of its size was made with its identity. */
function expectPlanned({ disk, plan }: Story, before: readonly string[]) {
  const after = disk.survey();
  expect(after.damage).toEqual([]);
  expect(after.partitions.map(({ start, length }) => [start, length])).toEqual(
    plan.partitions.map(({ start, length }) => [start, length]),
  );
  expect(keptFiles(disk)).toEqual(before);
  expect(after.partitions.find((p) => p.volume?.label === 'root')?.volume?.kind).toBe('ext4');
  for (const p of after.partitions.filter((q) => q.volume?.kind === 'ext4'))
    disk.attached(p.start, p.length, (P) => sh('e2fsck -f -n $P', P));
}

(canAttach() ? describe : describe.skip)('a phase carried out by its script', () => {
  beforeAll(() => {
    told = story();
    files = keptFiles(told.disk);
    told.disk.keep();
  });
  afterAll(() => told.disk.remove());

  test.each(
    [
      ['dash', ['dash']],
      ['bash', ['bash']],
      ['busybox', ['busybox', 'sh']],
    ].filter(([program]) => isThere(program as string)) as [string, string[]][],
  )('in %s: every file is there, and the disk is as planned', (_, shell) =>
    onStory((told, before) => {
      const [script] = told.disk.scripts(told.plan, told.survey);
      expect(script!.byHand).toEqual([]);
      expect(told.disk.run(script!, { shell }).said).toContain('This phase is done');
      expectPlanned(told, before);
      const again = told.disk.run(script!, { shell });
      expect(again.said).not.toMatch(/^Step \d+: /m);
    }),
  );

  test('on a disk whose partitions the kernel lists, it tells the kernel of each change', () =>
    onStory((told, before) => {
      const [script] = told.disk.scripts(told.plan, told.survey);
      const { said } = told.disk.runOnDevice(script!);
      expect(said).toContain('This phase is done');
      expect(said).toMatch(/mkfs\.ext4 .*\/dev\/loop\d+p\d/);
      expectPlanned(told, before);
    }));

  test.each([1])('killed again and again, it goes on where it was: nothing is lost (%i)', (seed) =>
    onStory((told, before) => {
      const [script] = told.disk.scripts(told.plan, told.survey);
      let kills = 0;
      let said = '';
      for (let ms = 400 + 170 * seed; kills < 40; kills++, ms = (ms * 7 + 131 * seed) % 2600) {
        const done = told.disk.run(script!, { killAfterMs: 300 + ms });
        said = done.said;
        if (done.status === 0 || done.status === 3) break;
      }
      expect(said).toContain('This phase is done');
      expect(kills).toBeGreaterThan(1);
      expectPlanned(told, before);
    }),
  );

  const REFUSALS: readonly (readonly [string, (told: Story) => void, RegExp])[] = [
    [
      'another disk of its size',
      ({ disk, survey }) =>
        sh(
          `printf '\\001\\002' | dd of=${disk.path} bs=1 seek=${2 * SECTOR + 16} conv=notrunc 2>/dev/null`,
          String(survey.id),
        ),
      /expected: /,
    ],
    ['a disk of another size', ({ disk }) => sh(`truncate -s +1M ${disk.path}`), /a disk of \d+ bytes/],
    [
      'a volume that was formatted in between',
      ({ disk, survey }) => {
        const home = survey.partitions[1]!;
        disk.attached(home.start, home.length, (P) => sh('mkfs.ext4 -q -F -L other $P', P));
      },
      /UUID .* on/,
    ],
    [
      'no table any more',
      ({ disk }) =>
        sh(
          `dd if=/dev/zero of=${disk.path} bs=1M count=1 conv=notrunc 2>/dev/null; truncate -s -1M ${disk.path}; truncate -s +1M ${disk.path}`,
        ),
      /expected: /,
    ],
  ];
  test.each(REFUSALS)('%s is refused before the first write', (_, change, says) =>
    onStory((told) => {
      const [script] = told.disk.scripts(told.plan, told.survey);
      change(told);
      const before = told.disk.digest();
      const done = told.disk.run(script!);
      expect(done.said).toMatch(says);
      expect(done.status).toBe(3);
      expect(told.disk.digest()).toBe(before);
    }),
  );

  test('dry, it shows every step and writes nothing', () =>
    onStory((told) => {
      const [script] = told.disk.scripts(told.plan, told.survey);
      const before = told.disk.digest();
      const done = told.disk.run(script!, { more: ['--dry'] });
      expect(done.said.match(/^Step \d+: /gm)?.length).toBeGreaterThan(4);
      expect(told.disk.digest()).toBe(before);
    }));

  test('records of an MBR: a logical goes, one comes, and what is behind them stays listed', () => {
    const drawing = drawnMbr([[1, 'ext4'], null], [[2, 'ext4'], [1, 'swap'], [3, 'ext4'], null]);
    const disk = new ScriptDisk(drawing, { 'found-5': withFiles('home'), 'found-7': withFiles('data') });
    try {
      const survey = disk.survey();
      const swap = survey.partitions.find((p) => p.id === 'found-6')!;
      const before = keptFiles(disk);
      const plan = planned(
        survey,
        { kind: 'remove', partition: swap.id },
        {
          kind: 'create',
          partition: {
            ...{ id: 'root', from: null, start: swap.start, length: mib(300), treatment: 'format' },
            ...{ role: 'root', owners: [], fileSystem: 'ext4', label: 'root', name: '', mountPoint: '/' },
            logical: true,
          },
        },
      );
      const [script] = disk.scripts(plan, survey);
      expect(disk.run(script!).said).toContain('This phase is done');
      const after = disk.survey();
      expect(after.damage).toEqual([]);
      expect(after.partitions.map(({ start, length, logical }) => [start, length, logical ?? false])).toEqual(
        plan.partitions.map(({ start, length, id }) => [start, length, id !== 'found-1']),
      );
      expect(keptFiles(disk)).toEqual(before);
    } finally {
      disk.remove();
    }
  });

  test('a table on a blank disk', () => {
    const disk = new ScriptDisk(drawnSmall('none', []), {});
    try {
      const survey = disk.survey();
      const plan = planned(survey, {
        kind: 'create',
        partition: {
          ...{ id: 'root', from: null, start: mib(1), length: mib(300), treatment: 'format' },
          ...{ role: 'root', owners: [], fileSystem: 'ext4', label: 'root', name: 'root', mountPoint: '/' },
        },
      });
      const [script] = disk.scripts(plan, survey);
      expect(disk.run(script!).said).toContain('This phase is done');
      const after = disk.survey();
      expect(after).toMatchObject({ damage: [], disk: { style: 'gpt' } });
      expect(after.partitions).toMatchObject([
        { start: mib(1), length: mib(300), volume: { kind: 'ext4', label: 'root' } },
      ]);
    } finally {
      disk.remove();
    }
  });
});
