import fc from 'fast-check';
import { noteFoundEdit } from '../compose/index.js';
import { apply, type Edit } from '../edits/index.js';
import type { Plan, Planned } from '../plan/index.js';
import { bytesTyped, GIB } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { drawn, edited, gib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { commandsIn } from '../testing/typed.js';
import { english, sayIn } from '../words/index.js';
import { runbookFor, type RunbookPhase } from './index.js';

const UUIDS = ['1', '2', '3'].map((n) => `0000000${n}-1111-2222-3333-444444444444`);
const disk = (content: string): Survey => {
  const survey = drawn(500, ['1GiB efi', `200GiB ${content} "one"`, '100GiB windows "Main"']);
  return { ...survey, partitions: survey.partitions.map((p, i) => ({ ...p, uuid: UUIDS[i]! })) };
};
const DEVICE: Edit = { kind: 'set-machine', changes: { device: '/dev/sdb' } };

function commandsOf(survey: Survey, plan: Plan): Record<string, readonly string[]> {
  const steps = runbookFor({ plan, survey }).phases.flatMap((phase) => phase.steps);
  return Object.fromEntries(steps.map((s) => [s.id, commandsIn(s, 'guard', 'act')]));
}

const LOOK = 'lsblk -o NAME,SIZE,PARTLABEL $P';
const PATH = `/dev/disk/by-partuuid/${UUIDS[1]}`;

test.each([
  ['ext4', 100, ['sudo e2fsck -f $P', 'sudo resize2fs $P 104857600K']],
  [
    'btrfs',
    100,
    [
      'sudo mkdir -p /mnt/volume',
      'sudo mount $P /mnt/volume',
      'sudo btrfs filesystem resize 104857600K /mnt/volume',
      'sudo umount /mnt/volume',
    ],
  ],
] as const)('%s is shrunk to the byte, by the name that stays with it', (content, size, expected) => {
  const survey = disk(content);
  const base = edited(planOn(survey), survey, noteFoundEdit(planOn(survey), 'found-2', { usedBytes: GIB }));
  const plan = edited(base, survey, {
    kind: 'resize',
    partition: 'found-2',
    length: gib(size),
    hold: 'start',
  });
  expect(commandsOf(survey, plan)['shrink:found-2']).toEqual([
    `P=${PATH}`,
    LOOK,
    'sudo blkid -p -s TYPE -s LABEL -s UUID $P',
    ...expected,
  ]);
});

test('what is made is named by its number, only where somebody said which disk that is', () => {
  const survey = disk('ext4');
  const system = newSystem('linux-desktop', 'Linux', 'new');
  const create: Edit = {
    kind: 'create',
    partition: {
      id: 'x',
      from: null,
      start: gib(310),
      length: gib(50),
      treatment: 'format',
      role: 'root',
      owners: ['new'],
      fileSystem: 'ext4',
      label: "Bob's root",
      name: '',
      mountPoint: '/',
    },
  };
  const guessed = edited(
    planOn(survey),
    survey,
    { kind: 'set-machine', changes: { device: '' } },
    { kind: 'add-system', system },
    create,
  );
  expect(commandsOf(survey, guessed)['create:x']).toEqual([]);
  const told = edited(guessed, survey, DEVICE);
  expect(commandsOf(survey, told)['create:x']).toEqual([
    'P=/dev/sdb4',
    LOOK,
    'sudo wipefs --all $P',
    expect.stringMatching(/^sudo mkfs\.ext4 -L 'Bob'\\''s root' -U [0-9a-f-]{36} \$P$/),
  ]);
  const named = { kind: 'describe', partition: 'x', changes: { name: 'bobs-root' } } as const;
  expect(commandsOf(survey, edited(guessed, survey, named))['create:x']![0]).toBe(
    'P=/dev/disk/by-partlabel/bobs-root',
  );
  const wrapped = edited(told, survey, { kind: 'describe', partition: 'x', changes: { layer: 'luks' } });
  expect(commandsOf(survey, wrapped)['create:x']!.slice(3)).toEqual([
    expect.stringMatching(/^sudo cryptsetup luksFormat --type luks2 --uuid [0-9a-f-]{36} \$P$/),
    'mountpoint -q /mnt/stick && sudo cryptsetup luksHeaderBackup $P --header-backup-file /mnt/stick/crypt-Bob-s-root.header',
    'sudo cryptsetup open $P crypt-Bob-s-root',
    "sudo mkfs.ext4 -L 'Bob'\\''s root' /dev/mapper/crypt-Bob-s-root",
    'sudo cryptsetup close crypt-Bob-s-root',
  ]);
});

test('no command is for a system that runs from what it changes, nor for another partition than the step', () => {
  let commands = 0;
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      let plan = edited(planOn(survey), survey, DEVICE);
      walk(survey, seed, 8, (now, edit) => {
        const result = apply(now, edit, surveysOf(survey));
        return result.ok ? (plan = edited(result.plan, survey, DEVICE)) : now;
      });
      for (const { environment, steps } of runbookFor({ plan, survey }).phases)
        for (const step of steps) {
          if (environment.kind !== 'live')
            expect(
              step.step.kind === 'safety-copy'
                ? []
                : commandsIn(step).filter(
                    (command) => !/^(?:sudo )?(?:chkdsk|powercfg|systemctl|reg) /.test(command),
                  ),
            ).toEqual([]);
          const named = new Set(
            commandsIn(step, 'guard', 'act').flatMap((command) => command.match(/\/dev\/\S+/g) ?? []),
          );
          expect(named.size).toBeLessThanOrEqual(1);
          commands += commandsIn(step).length;
        }
    }),
    { numRuns: 80 },
  );
  expect(commands).toBeGreaterThan(20);
});

/** Random plans of any style and of a disk that may or may not have been told, with every phase of their runbooks. */
const eachPhase = (told: string, look: (phase: RunbookPhase, planned: Planned) => void) =>
  fc.assert(
    fc.property(anyStyledDisk, fc.nat(), (survey, seed) => {
      const device: Edit = { kind: 'set-machine', changes: { device: told } };
      let plan = edited(planOn(survey), survey, device);
      walk(survey, seed, 8, (now, edit) => {
        const result = apply(now, edit, surveysOf(survey));
        return result.ok ? (plan = edited(result.plan, survey, device)) : now;
      });
      for (const phase of runbookFor({ plan, survey }).phases) look(phase, { plan, survey });
    }),
    { numRuns: 60 },
  );

test('wherever a partition is made or deleted the disk is found first, in live sessions and installers always, and what writes is typed at what was looked at', () =>
  eachPhase('/dev/sdb', ({ environment, find, steps }) => {
    const listed = steps.some(({ step }) => step.kind === 'delete' || step.kind === 'create');
    expect(find !== null).toBe(listed || ['live', 'installer'].includes(environment.kind));
    for (const step of steps) {
      const commands = commandsIn(step);
      const writes = commands.findIndex((c) => /\$P\b/.test(c) && c.startsWith('sudo '));
      if (writes < 0) continue;
      expect(commands.slice(0, 2)).toEqual([expect.stringMatching(/^P=/), LOOK]);
      expect(step.typed[0]).toMatchObject({ role: 'guard', says: { code: 'shell.look-first' } });
    }
  }));

test('a device name that nobody told is no part of a command', () =>
  eachPhase('', ({ find, steps }) => {
    const typed = [...(find?.commands ?? []), ...steps.flatMap((s) => commandsIn(s))];
    expect(typed.filter((c) => /\/dev\/(?:sd|nvme|mmcblk)/.test(c))).toEqual([]);
  }));

// resize2fs(8) takes KiB; the partition ends at a sector: neither is ever rounded past the other.
test('a partition never ends before its file system, and what is created never exceeds its free space', () =>
  eachPhase('/dev/sdb', ({ steps }, { survey }) => {
    const { sectorBytes } = survey.disk;
    for (const { step, says, typed } of steps) {
      const commands = commandsIn({ typed });
      if (step.kind === 'shrink' && says.code === 'step.shrink') {
        const { own, end } = says.with;
        expect(end.last).toBe(step.after.start + step.after.length - 1);
        expect(bytesTyped(end.size, sectorBytes)).toBe(step.after.length * sectorBytes);
        for (const command of commands) {
          const kib = / (\d+)K/.exec(command)?.[1];
          if (kib) expect(Number(kib) * 1024).toBeLessThanOrEqual(step.after.length * sectorBytes);
        }
        if (own?.asks === 'amount-to-take-away')
          expect(bytesTyped(own.typed, sectorBytes)).toBeGreaterThanOrEqual(
            (step.before.length - step.after.length) * sectorBytes,
          );
      }
      if (step.kind === 'create' && says.code === 'step.create')
        for (const size of says.with.size.typed)
          expect(bytesTyped(size, sectorBytes)).toBeLessThanOrEqual(step.after.length * sectorBytes);
      if (step.kind === 'grow' && says.code === 'step.grow')
        expect(bytesTyped(says.with.end.size, sectorBytes)).toBe(step.after.length * sectorBytes);
    }
  }));

const twins = (model?: string): Planned => {
  const survey = disk('ext4');
  const known = { ...survey, disk: { ...survey.disk, ...(model === undefined ? {} : { model }) } };
  const other = { name: 'Twin drive', sizeBytes: known.disk.sizeSectors * known.disk.sectorBytes };
  const plan = edited(planOn(known), known, DEVICE, {
    kind: 'set-machine',
    changes: { otherDisks: [other, { name: 'Small one', sizeBytes: 64 * GIB }] },
  });
  return {
    survey: known,
    plan: edited(plan, known, { kind: 'resize', partition: 'found-2', length: gib(150), hold: 'start' }),
  };
};
const foundIn = (planned: Planned) => {
  const { find } = runbookFor(planned).phases.find(({ environment }) => environment.kind === 'live')!;
  return sayIn(english, find!.says).actions.join('\n');
};

test('with two disks of one size it says so, and goes by the model that was told and by what is on it', () => {
  const said = foundIn(twins('Made-up drive'));
  expect(said).toContain(
    '“Twin drive” (500 GiB (536.9 GB)) has the same size: size does not tell these disks apart.',
  );
  expect(said).toContain('and the model “Made-up drive”');
  expect(said).toContain('Go by the model and by what is on it.');
  expect(said).toContain('It is not “Small one”, 64 GiB (68.7 GB).');
  expect(foundIn(twins())).toContain('The model of this disk was not told: go by what is on it.');
});
