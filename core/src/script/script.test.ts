import { surveyFromHand } from '../survey/index.js';
import { apply, type Edit } from '../edits/index.js';
import type { Plan } from '../plan/index.js';
import { GIB, MIB, sectors } from '../quantity/index.js';
import { IDENTITY, planOn, surveysOf } from '../testing/builders.js';
import { canAttach, sh, ScriptDisk } from '../testing/script-disk.js';
import type { Survey } from '../survey/index.js';

const SECTOR = 512;
const mib = (n: number) => sectors((n * MIB) / SECTOR);

function drawnSmall(style: 'gpt' | 'mbr', lines: readonly string[]): Survey {
  const outcome = surveyFromHand(
    { diskBytes: 2 * GIB, sectorBytes: SECTOR, style, text: lines.join('\n') },
    IDENTITY,
  );
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
}

const withFiles = (label: string) =>
  `mkfs.ext4 -q -L ${label} $P; d=$(mktemp -d); mount $P $d; mkdir $d/kept; for i in 1 2 3 4 5; do head -c 3000000 /dev/urandom > $d/kept/$i; done; umount $d; rmdir $d`;

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
    drawnSmall('gpt', ['100MiB efi', '700MiB home "home"', '200MiB swap', '300MiB ext4 "data"']),
    {
      'found-1': 'mkfs.fat -F 32 -n EFI $P',
      'found-2': withFiles('home'),
      'found-3': 'mkswap -q -L swap $P',
      'found-4': withFiles('data'),
    },
  );
  const survey = disk.survey();
  const [, home, swap, data] = survey.partitions;
  const plan = planned(
    survey,
    { kind: 'note-found', found: home!.id, changes: { usedBytes: 40 * MIB } },
    { kind: 'resize', partition: home!.id, length: mib(400), hold: 'start' },
    { kind: 'remove', partition: swap!.id },
    { kind: 'move', partition: data!.id, start: sectors(data!.start - mib(100)) },
    {
      kind: 'create',
      partition: {
        id: 'root',
        from: null,
        start: sectors(data!.start + mib(300)),
        length: mib(256),
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

(canAttach() ? describe : describe.skip)('a phase carried out by its script', () => {
  test.each([
    ['dash', ['dash']],
    ['bash', ['bash']],
    ['busybox', ['busybox', 'sh']],
  ] as const)('in %s: every file is there, and the disk is as planned', (_, shell) => {
    const { disk, survey, plan } = story();
    try {
      const before = survey.partitions
        .filter((p) => p.volume?.kind === 'ext4')
        .map((p) => disk.attached(p.start, p.length, filesOf));
      const [script] = disk.scripts(plan, survey);
      expect(script!.byHand).toEqual([]);
      const done = disk.run(script!, shell);
      expect(done.said).toContain('This phase is done');
      const after = disk.survey();
      expect(after.damage).toEqual([]);
      expect(after.partitions.map(({ start, length }) => [start, length])).toEqual(
        [...plan.partitions].map(({ start, length }) => [start, length]),
      );
      const kept = after.partitions
        .filter((p) => ['home', 'data'].includes(p.volume?.label ?? ''))
        .map((p) => disk.attached(p.start, p.length, filesOf));
      expect(kept).toEqual(before);
    } finally {
      disk.remove();
    }
  });
});
