import { volumesOf, type Planned } from '../plan/index.js';
import { practiceDiskPlanned } from '../practice/index.js';
import { drawn, planOn } from '../testing/builders.js';
import { written } from '../testing/cases/index.js';
import { surveyFromPractice } from '../testing/images.js';
import { english, sayIn } from '../words/index.js';
import { cryptTableText, judgeMountTable, mountTableOf, mountTableText, volumeUuidOf } from './index.js';

/** A Linux that stays: its swap is remade larger, a home comes, its old data volume goes. */
const PLANNED: Planned = written(`rhizotome 1
machine m
firmware uefi, now uefi, installer uefi, secure boot off
medium nvme, device nvme0n1
disk, size 500107862016 B, table gpt
found 1, at 1 MiB, size 1 GiB, type "EFI system", holds fat, label ESP, uuid "0AAF-6B49"
found 2, at 1025 MiB, size 60 GiB, type "Linux data", holds ext4, uuid "11111111-0000-4000-8000-000000000001"
found 3, at 62465 MiB, size 4 GiB, type "Linux swap", holds swap, uuid "22222222-0000-4000-8000-000000000002"
found 4, at 66561 MiB, size 20 GiB, type "Linux data", holds ext4, uuid "33333333-0000-4000-8000-000000000003"
found 5, at 87041 MiB, size 50 GiB, type "Linux data", holds btrfs, uuid "44444444-0000-4000-8000-000000000004"
plan uefi, table gpt, keep
system Linux, as l, found, like linux-desktop
note 2, role root, owners "Linux"
note 3, role swap, owners "Linux"
note 4, role data, owners "Linux"
note 5, role data, owners "Linux"
part from 1, keep, owners "Linux", mount /boot/efi
part from 2, keep, role root, owners "Linux", mount /
part from 3, size 8 GiB, format, role swap, holds swap, owners "Linux"
part from 5, keep, role data, owners "Linux", subvolumes "@srv" "/srv" "@var" "/var"
part home, at 200 GiB, size 100 GiB, format, role home, holds ext4, owners "Linux", label home, mount /home
`);
const linux = PLANNED.plan.systems[0]!;
const uuidOf = (id: string) =>
  volumeUuidOf(
    PLANNED,
    volumesOf(PLANNED.plan).find((v) => v.id === id)!,
  );

test('the table has every volume of the system: parents first, swap last, what is checked in which pass', () => {
  const home = uuidOf('home')!.uuid;
  expect(
    mountTableText(mountTableOf(PLANNED, linux))
      .split('\n')
      .map((l) => l.replace(/ +/g, ' ')),
  ).toEqual([
    'UUID=11111111-0000-4000-8000-000000000001 / ext4 defaults 0 1',
    `UUID=${home} /home ext4 defaults 0 2`,
    'UUID=44444444-0000-4000-8000-000000000004 /srv btrfs subvol=@srv 0 0',
    'UUID=44444444-0000-4000-8000-000000000004 /var btrfs subvol=@var 0 0',
    'UUID=0AAF-6B49 /boot/efi vfat umask=0077 0 2',
    'UUID=22222222-0000-4000-8000-000000000002 none swap sw 0 0',
  ]);
});

test('what is made anew in its place keeps the UUID that was read; what is new gets one that does not change', () => {
  expect(uuidOf('found-3')).toEqual({ uuid: '22222222-0000-4000-8000-000000000002', by: 'chosen' });
  expect(uuidOf('home')).toEqual({
    uuid: expect.stringMatching(/^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/),
    by: 'chosen',
  });
  expect(uuidOf('home')).toEqual(uuidOf('home'));
  expect(uuidOf('found-1')).toEqual({ uuid: '0AAF-6B49', by: 'read' });
});

test.each<[string, string, string[]]>([
  ['the table of the plan', mountTableText(mountTableOf(PLANNED, linux)), []],
  [
    'a table of before',
    [
      'UUID=11111111-0000-4000-8000-000000000001 / ext4 defaults 0 1',
      'UUID=33333333-0000-4000-8000-000000000003 /data ext4 defaults 0 2',
      'UUID=22222222-0000-4000-8000-000000000002 none swap sw 0 0',
      'tmpfs /tmp tmpfs defaults 0 0',
    ].join('\n'),
    [
      '2 UUID=33333333-0000-4000-8000-000000000003 is deleted or formatted by this plan. The line delays or stops the start.',
      '- No line mounts “/home”, which the plan has.',
      '- No line mounts “/srv”, which the plan has.',
      '- No line mounts “/var”, which the plan has.',
      '- No line mounts “/boot/efi”, which the plan has.',
    ],
  ],
  [
    'one that is wrong in every way',
    [
      '# a remark',
      'UUID=0AAF-6B49 /boot/efi ext4 defaults 0 2',
      'UUID=11111111-0000-4000-8000-000000000001 /mnt ext4 defaults 0 1',
      'UUID=99999999-0000-4000-8000-000000000009 / ext4 defaults 0 1',
      'LABEL=home /boot/efi ext4 defaults 0 2',
      'proc /proc',
    ].join('\n'),
    [
      '6 This line has fewer than four fields: source, mount point, type, options.',
      '2 The type is ext4, and the plan makes it vfat.',
      '3 It is mounted at /mnt; the plan mounts it at /.',
      '4 UUID=99999999-0000-4000-8000-000000000009 is nothing on this disk as planned. It may be on another disk.',
      '4 / comes after /boot/efi, which lies in it: put it before.',
      '5 It is mounted at /boot/efi; the plan mounts it at /home.',
      '5 /boot/efi is mounted in line 2 already.',
      '- No line mounts “/srv”, which the plan has.',
      '- No line mounts “/var”, which the plan has.',
      '- No line uses the swap of the plan.',
    ],
  ],
])('judged: %s', (_, text, says) => {
  expect(
    judgeMountTable(PLANNED, linux, text).map((f) => `${f.line ?? '-'} ${sayIn(english, f.says)}`),
  ).toEqual(says);
});

test('a container is opened by its own line, and what is inside is named by its own UUID', () => {
  const planned = written(`rhizotome 1
machine m
disk, size 500107862016 B, table gpt
found 1, at 1 MiB, size 200 GiB, type "Linux LUKS", holds luks, uuid "aaaaaaaa-0000-4000-8000-00000000000a"
> holds lvm, called luks-one
>> holds ext4, called root, spans 60 GiB, uuid "bbbbbbbb-0000-4000-8000-00000000000b", mounted /
>> holds swap, called swap, spans 8 GiB, uuid "cccccccc-0000-4000-8000-00000000000c"
plan uefi, table gpt, keep
system Linux, as l, found, like linux-desktop
note 1, owners "Linux"
part from 1, keep, owners "Linux"
`);
  const table = mountTableOf(planned, planned.plan.systems[0]!);
  expect(table.lines.map((l) => `${l.source} ${l.mountPoint}`)).toEqual([
    'UUID=bbbbbbbb-0000-4000-8000-00000000000b /',
    'UUID=cccccccc-0000-4000-8000-00000000000c none',
  ]);
  expect(cryptTableText(table)).toBe('luks-one  UUID=aaaaaaaa-0000-4000-8000-00000000000a  none  luks');
});

test('a practice disk has the UUIDs that the mount tables name', () => {
  const blank = written(`rhizotome 1
machine m
disk, size 64 GB, table none
plan uefi, table gpt, new
system Linux, as l, new, like linux-desktop
part esp, size 512 MiB, format, role efi, holds fat, owners "Linux", label ESP, mount /boot/efi
part swap, size 4 GiB, format, role swap, holds swap, owners "Linux"
`);
  for (const planned of [blank, PLANNED]) {
    const read = surveyFromPractice(practiceDiskPlanned(planned));
    const made = volumesOf(planned.plan).filter((v) => v.treatment === 'format' && v.fileSystem !== 'ext4');
    expect(made.length).toBeGreaterThan(0);
    for (const v of made)
      expect(read.partitions.find((p) => 'start' in v && p.start === v.start)!.volume!.uuid).toBe(
        volumeUuidOf(planned, v)!.uuid,
      );
  }
});

test('a system without volumes has an empty table', () => {
  const survey = drawn(100, []);
  expect(mountTableOf({ plan: planOn(survey), survey }, linux)).toEqual({ lines: [], crypt: [] });
});
