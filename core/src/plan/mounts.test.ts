import { findAll } from '../finding/index.js';
import type { Survey } from '../survey/index.js';
import type { Volume } from '../volume/index.js';
import { drawn, edited, planOn } from '../testing/builders.js';
import { mountPointsIn, mountTableLines } from './mounts.js';

const HOME = '8d0a6c5e-41b2-4c29-9a3f-1f5e2f0c7a11';
const bare = drawn(500, ['1GiB efi', '40GiB ext4 "root"', '200GiB luks']);
const volumes: Record<string, Partial<Volume>> = {
  'found-2': {
    contents: {
      fstab: 'UUID=1 / ext4 defaults 0 1\n/dev/mapper/crypt-home /home ext4 defaults 0 2\n',
      crypttab: `# <name> <device>\ncrypt-home  UUID=${HOME.toUpperCase()}  none  luks\n`,
    },
  },
  'found-3': { uuid: HOME },
};
const survey: Survey = {
  ...bare,
  partitions: bare.partitions.map((p) => ({ ...p, volume: { ...p.volume!, ...volumes[p.id] } })),
};

test('an encrypted container is mounted where the name is under which crypttab opens it', () => {
  expect(mountPointsIn(survey).get('found-3')).toBe('/home');
  expect(mountPointsIn(bare).get('found-3')).toBeUndefined();
});

test('a line of crypttab names its container, and goes stale with it', () => {
  expect(mountTableLines(survey)).toEqual([
    { table: 'found-2', line: `crypt-home UUID=${HOME.toUpperCase()} none luks`, refersTo: 'found-3' },
  ]);
  const plan = edited(planOn(survey), survey, { kind: 'treat', partition: 'found-3', treatment: 'format' });
  const stale = findAll({ plan, survey }).filter((f) => f.rule === 'mount-table-stale');
  expect(stale.map((f) => f.partitions)).toEqual([['found-2', 'found-3']]);
});

test('a crypttab is read where the mount table beside it is empty', () => {
  const empty = {
    ...survey,
    partitions: survey.partitions.map((p) => {
      const { contents } = p.volume!;
      return contents ? { ...p, volume: { ...p.volume!, contents: { ...contents, fstab: '' } } } : p;
    }),
  };
  expect(mountTableLines(empty)).toEqual(mountTableLines(survey));
});
