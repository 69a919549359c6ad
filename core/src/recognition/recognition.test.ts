import { UNKNOWN_MACHINE, type Machine } from '../machine/index.js';
import { GB, GIB, KB, KIB, MB, MIB, TB, TIB } from '../quantity/index.js';
import { typeName } from '../table/index.js';
import { drawn, edited, newSystem, planOn } from '../testing/builders.js';
import type { Plan, PlannedPartition } from '../plan/index.js';
import {
  deviceIsAssumed,
  deviceName,
  partitionDevice,
  printedBinary,
  printedDecimal,
  typeOf,
} from './index.js';

describe('names of devices', () => {
  test.each<[Machine['medium'], string, string, boolean]>([
    ['nvme', '', 'nvme0n1', true],
    ['emmc', '', 'mmcblk0', true],
    ['sata-ssd', '', 'sda', true],
    ['unknown', '', 'sda', true],
    ['nvme', 'sdb', 'sdb', false],
    ['nvme', '/dev/nvme1n1', 'nvme1n1', false],
    ['nvme', 'x/dev/sda', 'x/dev/sda', false],
  ])('of a %s disk told as “%s” it is %s, a guess: %s', (medium, device, expected, assumed) => {
    const machine = { ...UNKNOWN_MACHINE, medium, device };
    expect([deviceName(machine), deviceIsAssumed(machine)]).toEqual([expected, assumed]);
  });

  test.each([
    ['sda', 3, 'sda3'],
    ['nvme0n1', 3, 'nvme0n1p3'],
    ['mmcblk0', 12, 'mmcblk0p12'],
    ['d0sk', 1, 'd0sk1'],
  ])('partition of %s: %d is %s', (device, number, expected) => {
    expect(partitionDevice(device, number)).toBe(expected);
  });
});

describe('sizes as they are printed', () => {
  test.each([
    [0, '0.0 B', '0 B'],
    [999, '999.0 B', '999 B'],
    [KB, '1.0 kB', '1000 B'],
    [KIB, '1.0 kB', '1 KiB'],
    [MB - 1, '1000.0 kB', '977 KiB'],
    [16 * MIB, '16.8 MB', '16 MiB'],
    [GB, '1.0 GB', '954 MiB'],
    [60 * GIB, '64.4 GB', '60.00 GiB'],
    [TB, '1.0 TB', '931.32 GiB'],
    [1.5 * TIB, '1.6 TB', '1.50 TiB'],
  ])('%d bytes are %s, or %s', (size, decimal, binary) => {
    expect([printedDecimal(size), printedBinary(size)]).toEqual([decimal, binary]);
  });
});

describe('the type of a planned partition', () => {
  const gpt = drawn(500, ['1GiB efi', '100GiB ext4 "one"']);
  const mbr = drawn(500, ['100GiB ext4 "one"'], { style: 'mbr' });
  const begun = planOn(
    gpt,
    { kind: 'add-system', system: newSystem('linux-desktop', 'Linux', 'linux') },
    { kind: 'add-system', system: newSystem('windows-11', 'Windows', 'windows') },
    { kind: 'add-system', system: newSystem('bsd', 'BSD', 'bsd') },
    { kind: 'add-system', system: newSystem('macos', 'macOS', 'macos') },
  );
  const kept = begun.partitions.find((p) => p.from === 'found-2')!;
  const fresh = (changes: Partial<PlannedPartition>): PlannedPartition => ({
    ...kept,
    id: 'new-1',
    from: null,
    treatment: 'format',
    ...changes,
  });
  const named = (p: PlannedPartition, plan: Plan = begun, survey = gpt) =>
    typeName(typeOf({ plan, survey }, p));

  test.each<[Partial<PlannedPartition>, string]>([
    [{ role: 'root', owners: ['linux'] }, 'Linux root'],
    [{ role: 'home', owners: ['linux'] }, 'Linux home'],
    [{ role: 'swap', fileSystem: 'swap', owners: ['linux'] }, 'Linux swap'],
    [{ role: 'efi', fileSystem: 'fat', owners: ['linux'] }, 'EFI system'],
    [{ role: 'data', fileSystem: 'ext4', owners: [] }, 'Linux data'],
    [{ role: 'data', fileSystem: 'ntfs', owners: ['linux', 'windows'] }, 'Basic data'],
    [{ role: 'data', fileSystem: 'exfat', owners: ['linux'] }, 'Linux data'],
    [{ role: 'data', fileSystem: 'exfat', owners: [] }, 'Basic data'],
    [{ role: 'system', fileSystem: 'ntfs', owners: ['windows'] }, 'Basic data'],
    [{ role: 'root', fileSystem: 'ufs', owners: ['bsd'] }, 'BSD UFS'],
    [{ role: 'data', fileSystem: 'zfs', owners: ['bsd'] }, 'BSD ZFS'],
    [{ role: 'swap', fileSystem: 'swap', owners: ['bsd'] }, 'BSD swap'],
    [{ role: 'swap', fileSystem: 'swap', owners: ['bsd', 'linux'] }, 'Linux swap'],
    [{ role: 'system', fileSystem: 'apfs', owners: ['macos'] }, 'APFS'],
    [{ role: 'root', layer: 'lvm', inside: [], owners: ['linux'] }, 'Linux LVM'],
    [{ role: 'root', layer: 'luks', inside: [], owners: ['linux'] }, 'Linux LUKS'],
    [{ role: 'root', layer: 'luks-lvm', inside: [], owners: ['linux'] }, 'Linux LUKS'],
  ])('%j is %s', (changes, expected) => {
    expect(named(fresh(changes))).toBe(expected);
  });

  test('one that was set, and one that is kept, stay as they are', () => {
    const code = '8484680c-9521-48c6-9c11-b0720656f69e';
    expect(typeOf({ plan: begun, survey: gpt }, fresh({ type: code }))).toBe(code);
    const found = { ...gpt, partitions: gpt.partitions.map((p) => ({ ...p, type: code })) };
    expect(typeOf({ plan: begun, survey: found }, kept)).toBe(code);
    expect(typeOf({ plan: begun, survey: found }, { ...kept, treatment: 'format', role: 'home' })).not.toBe(
      code,
    );
  });

  test('a conversion gives a kept one the code that has its name in the other table', () => {
    const plan = planOn(mbr);
    const [one] = plan.partitions;
    expect(typeOf({ plan, survey: mbr }, one!)).toBe('0x83');
    const converted = edited(plan, mbr, {
      kind: 'set-target',
      changes: { mode: 'uefi', style: 'gpt', table: 'convert' },
    });
    expect(typeOf({ plan: converted, survey: mbr }, one!)).toBe('0fc63daf-8483-4772-8e79-3d69d8477de4');
  });
});
