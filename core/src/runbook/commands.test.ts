import fc from 'fast-check';
import { apply, noteFoundEdit, type Edit, type Plan } from '../plan/index.js';
import { GIB } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import { anyStyledDisk, walk } from '../testing/arbitraries.js';
import { drawn, edited, gib, newSystem, planOn, surveysOf } from '../testing/builders.js';
import { runbookFor } from './index.js';

const UUIDS = ['1', '2', '3'].map((n) => `0000000${n}-1111-2222-3333-444444444444`);
const disk = (content: string): Survey => {
  const survey = drawn(500, ['1GiB efi', `200GiB ${content} "one"`, '100GiB windows "Main"']);
  return { ...survey, partitions: survey.partitions.map((p, i) => ({ ...p, uuid: UUIDS[i]! })) };
};
const DEVICE: Edit = { kind: 'set-machine', changes: { device: '/dev/sdb' } };

function commandsOf(survey: Survey, plan: Plan): Record<string, readonly string[]> {
  const steps = runbookFor({ plan, survey }).phases.flatMap((phase) => phase.steps);
  return Object.fromEntries(steps.map((s) => [s.id, s.commands]));
}

const PATH = `/dev/disk/by-partuuid/${UUIDS[1]}`;

test.each([
  ['ext4', 100, [`e2fsck -f ${PATH}`, `resize2fs ${PATH} 104857600K`]],
  ['btrfs', 100, [`mount ${PATH} /mnt`, 'btrfs filesystem resize 104857600K /mnt', 'umount /mnt']],
] as const)('%s is shrunk to the byte, by the name that stays with it', (content, size, expected) => {
  const survey = disk(content);
  const base = edited(planOn(survey), survey, noteFoundEdit(planOn(survey), 'found-2', { usedBytes: GIB }));
  const plan = edited(base, survey, {
    kind: 'resize',
    partition: 'found-2',
    length: gib(size),
    hold: 'start',
  });
  expect(commandsOf(survey, plan)['shrink:found-2']).toEqual(expected);
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
    expect.stringMatching(/^mkfs\.ext4 -L 'Bob'\\''s root' -U [0-9a-f-]{36} \/dev\/sdb4$/),
  ]);
  const wrapped = edited(told, survey, { kind: 'describe', partition: 'x', changes: { layer: 'luks' } });
  expect(commandsOf(survey, wrapped)['create:x']).toEqual([
    expect.stringMatching(/^cryptsetup luksFormat --type luks2 --uuid [0-9a-f-]{36} \/dev\/sdb4$/),
    'cryptsetup luksHeaderBackup /dev/sdb4 --header-backup-file crypt-Bob-s-root.header',
    'cryptsetup open /dev/sdb4 crypt-Bob-s-root',
    "mkfs.ext4 -L 'Bob'\\''s root' /dev/mapper/crypt-Bob-s-root",
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
              step.commands.filter((command) => !/^(?:chkdsk|powercfg|systemctl|reg) /.test(command)),
            ).toEqual([]);
          const named = new Set(step.commands.flatMap((command) => command.match(/\/dev\/\S+/g) ?? []));
          expect(named.size).toBeLessThanOrEqual(1);
          commands += step.commands.length;
        }
    }),
    { numRuns: 80 },
  );
  expect(commands).toBeGreaterThan(20);
});
