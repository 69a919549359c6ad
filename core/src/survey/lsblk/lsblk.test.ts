import { spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import { disksInLsblk, LSBLK_COMMAND, surveyFromLsblk, type Survey } from '../index.js';

/** What the real program printed, of util-linux 2.36 to 2.38. */
const printed = (name: string) => readFileSync(resolve(__dirname, 'printed', name), 'utf8');
const IDENTITY = { id: 'survey-1', takenAt: '2026-05-04T07:30:00.000Z' };

function surveyOf(text: string, path?: string): Survey {
  const outcome = surveyFromLsblk(text, IDENTITY, path);
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
}
const refusalOf = (text: string) => {
  const outcome = surveyFromLsblk(text, IDENTITY);
  return outcome.ok ? null : outcome.refusal;
};
const spans = (survey: Survey) => survey.partitions.map((p) => [p.number, p.start, p.length]);
const json = (blockdevices: object[]) => JSON.stringify({ blockdevices });

test('a flat list is the same disk as the tree', () => {
  const [flat, tree] = [surveyOf(printed('flat.json')), surveyOf(printed('tree.json'))];
  expect(spans(tree)).toHaveLength(4);
  expect(spans(flat)).toEqual(spans(tree));
  expect(flat.partitions).toEqual(tree.partitions);
});

test('a container and its logicals, and partitions told active', () => {
  const survey = surveyOf(printed('mbr-container.json'));
  expect(survey.disk.style).toBe('mbr');
  expect(survey.containers).toHaveLength(1);
  expect(survey.partitions.filter((p) => p.logical).length).toBeGreaterThan(0);
  expect(survey.partitions.find((p) => p.active)?.number).toBe(1);
});

test('numbers as text, and swap in which a system sleeps', () => {
  const survey = surveyOf(printed('old-strings.json'));
  expect(survey.partitions.map((p) => p.volume?.kind)).toEqual(['fat', 'swap', 'ntfs']);
  expect(survey.partitions[1]!.volume).toMatchObject({ hibernated: true });
  expect(survey.partitions[0]!.volume).toMatchObject({ usedBytes: 6_291_456, mountPoint: '/boot/efi' });
});

test('a file system over the whole disk is there, though its name is not told', () => {
  for (const name of ['no-fstype-mounted.json', 'virtual-disk.json'])
    expect(surveyOf(printed(name)).disk).toMatchObject({
      style: 'none',
      bareVolume: { kind: 'unknown', mountPoint: '/' },
    });
});

test('a disk is blank only in a listing that tells contents', () => {
  const disk = { name: 'sda', path: '/dev/sda', type: 'disk', size: 500_107_862_016 };
  const told = { ...disk, pttype: null, fstype: null };
  const stick = { ...told, name: 'sdb', path: '/dev/sdb', size: 8_000_000_000 };
  const bare = (...devices: object[]) => surveyOf(json(devices), '/dev/sda').disk.bareVolume;
  expect(bare(told, { ...stick, fstype: 'iso9660' })).toBeUndefined();
  expect(bare(told, stick)).toEqual({ kind: 'unknown' });
  expect(bare(disk)).toEqual({ kind: 'unknown' });
});

test('a file system of size 0 is one of which nothing was told', () => {
  const child = { name: 'sda1', path: '/dev/sda1', type: 'part', size: 1 << 30, start: 2048, partn: 1 };
  const disk = { name: 'sda', path: '/dev/sda', type: 'disk', size: 500_107_862_016, pttype: 'gpt' };
  const volume = { fstype: 'BitLocker', fssize: 0, fsused: 0 };
  const survey = surveyOf(json([{ ...disk, model: 'Made-up drive ', children: [{ ...child, ...volume }] }]));
  expect(survey.disk.model).toBe('Made-up drive');
  expect(survey.partitions[0]!.volume?.usedBytes).toBeUndefined();
  expect(survey.partitions[0]!.volume?.sizeBytes).toBeUndefined();
});

test('disks of the kernel’s own are none of the machine', () => {
  const listed = disksInLsblk(printed('virtual-disk.json'));
  expect(listed.ok && listed.disks.map((d) => d.path)).toEqual(['/dev/vda']);
});

test('what is stacked on partitions is inside them', () => {
  const survey = surveyOf(printed('stacks.json'));
  expect(survey.partitions[0]!.volume).toMatchObject({
    kind: 'raid',
    inside: [{ kind: 'ext4', label: 'inmd1' }],
  });
});

test('an unknown column is told as that', () => {
  expect(refusalOf(printed('unknown-column.txt'))).toMatchObject({
    says: { code: 'lsblk.column-unknown' },
  });
});

test('places and numbers come from /sys where lsblk does not tell them', () => {
  const tree = JSON.parse(printed('tree.json')) as {
    blockdevices: { children: Record<string, unknown>[] }[];
  };
  const lines = tree.blockdevices[0]!.children.map((child, i) => {
    const { start } = child;
    delete child['start'];
    return `/sys/class/block/${String(child['name'])}/start:${String(start)}\n/sys/class/block/${String(child['name'])}/partition:${i + 1}`;
  });
  const text = `$ lsblk …\n${JSON.stringify(tree)}\n${lines.join('\n')}\n`;
  expect(spans(surveyOf(text))).toEqual(spans(surveyOf(printed('tree.json'))));
});

test('a list without parents is put together by the kernel’s names', () => {
  const disk = (path: string) => ({ path, type: 'disk', size: 64e9, pttype: 'gpt' });
  const part = (path: string, start: number) => ({
    path,
    type: 'part',
    size: 512e6,
    start,
    parttype: 'c12a7328-f81f-11d2-ba4b-00a0c93ec93b',
  });
  const text = json([
    disk('/dev/nvme0n1'),
    part('/dev/nvme0n1p1', 2048),
    disk('/dev/sda'),
    part('/dev/sda1', 4096),
    part('/dev/sda12', 2_000_000),
    { path: '/dev/mapper/vg-root', type: 'lvm', size: 1e9 },
  ]);
  expect(spans(surveyOf(text, '/dev/nvme0n1'))).toEqual([[1, 2048, 1_000_000]]);
  expect(spans(surveyOf(text, '/dev/sda')).map(([n]) => n)).toEqual([1, 12]);
});

test.each([
  [
    'a disk whose partitions stand beside it and belong nowhere',
    [
      { name: 'sda', type: 'disk', size: 64e9, pttype: 'gpt' },
      { name: 'other1', type: 'part', size: 1e9, start: 2048 },
    ],
    'lsblk.partition-beside',
  ],
  [
    'disks that are members of one',
    [
      {
        name: 'sda',
        type: 'disk',
        size: 64e9,
        fstype: 'isw_raid_member',
        children: [
          {
            name: 'md126',
            type: 'raid0',
            size: 64e9,
            children: [{ name: 'md126p1', type: 'part', size: 1e9, start: 2048 }],
          },
        ],
      },
    ],
    'lsblk.joined',
  ],
  [
    'nothing but what the kernel makes',
    [
      { name: 'zram0', type: 'disk', size: 4e9 },
      { name: 'sdb', type: 'disk', size: 0 },
    ],
    'lsblk.no-disk',
  ],
])('%s: refused', (_, devices, code) => expect(refusalOf(json(devices))?.says.code).toBe(code));

test('a table without partitions is empty where nothing stands beside it', () =>
  expect(surveyOf(json([{ name: 'sda', type: 'disk', size: 64e9, pttype: 'gpt' }])).partitions).toEqual([]));

test('the stick that the session runs from is never the first choice', () => {
  const text = json([
    {
      name: 'sda',
      type: 'disk',
      size: '32000000000',
      rm: '1',
      tran: 'usb',
      fstype: 'iso9660',
      mountpoint: '/cdrom',
    },
    { name: 'sdb', type: 'disk', size: 64e9, rm: false, tran: 'usb' },
    { name: 'nvme0n1', type: 'disk', size: 512e9, rm: false, tran: 'nvme' },
  ]);
  const listed = disksInLsblk(text);
  expect(listed.ok && listed.disks.map((d) => d.path)).toEqual(['nvme0n1', 'sdb', 'sda']);
  expect(surveyOf(text).disk.device).toBe('nvme0n1');
});

test('swap in use, and what a live session has mounted, are no mount points of a system', () => {
  const part = (n: number, mountpoint: string) => ({
    name: `sda${n}`,
    type: 'part',
    size: 1e9,
    start: n * 4_000_000,
    fstype: 'ext4',
    mountpoint,
  });
  const places = ['[SWAP]', '/mnt', '/media/someone/disk', '/run/live/medium', '/home'];
  const text = json([
    {
      name: 'sda',
      type: 'disk',
      size: 64e9,
      pttype: 'gpt',
      children: places.map((at, i) => part(i + 1, at)),
    },
  ]);
  expect(surveyOf(text).partitions.map((p) => p.volume?.mountPoint)).toEqual([
    undefined,
    undefined,
    undefined,
    undefined,
    '/home',
  ]);
});

const here = spawnSync('lsblk', ['--version']).status === 0 ? test : test.skip;

here('the command that is asked for runs here, and what it prints can be read', () => {
  const { stdout } = spawnSync('bash', ['-c', LSBLK_COMMAND], { encoding: 'utf8' });
  const outcome = disksInLsblk(stdout);
  expect(outcome.ok ? outcome.disks.length > 0 : outcome.refusal.says.code === 'lsblk.no-disk').toBe(true);
});
