import { GIB, MIB } from '../quantity/index.js';
import { systemFrom } from '../system/index.js';
import {
  advisedWindowsBytes,
  efiBudget,
  fat32FloorBytes,
  hibernationSwapBytes,
  newEfiBytes,
  swapRules,
  totalOf,
} from './index.js';

const system = (profile: string, changes = {}) => ({
  ...systemFrom(profile, { id: profile, name: profile, origin: 'new' }),
  ...changes,
});

describe('the least FAT32 partition', () => {
  // 65 525 clusters of one sector, two tables of four bytes a cluster, 32 reserved sectors.
  test.each([
    [512, 33],
    [4096, 257],
  ])('with sectors of %d bytes has %d MiB', (sectorBytes, mebibytes) => {
    expect(fat32FloorBytes(sectorBytes) / MIB).toBe(mebibytes);
  });
});

describe('the EFI budget', () => {
  test('lists what each system takes', () => {
    const lines = efiBudget([system('windows-11'), system('linux-desktop')], 512);
    expect(lines.map((l) => [l.what, l.bytes / MIB])).toEqual([
      ['file system', 2],
      ['reserve for firmware updates', 32],
      ['loader of windows-11', 30],
      ['loader of linux-desktop', 8],
    ]);
    expect(totalOf(lines) / MIB).toBe(72);
  });

  test('kernels on it are counted with one to spare', () => {
    const lines = efiBudget([system('linux-desktop', { kernelsOnEfi: true })], 512);
    expect(lines.at(-1)).toEqual({ what: '3 kernels of linux-desktop', bytes: 345 * MIB });
  });

  test.each([
    [false, 512],
    [true, 1024],
  ])('a new one has room for kernels where they live on it (%s): %d MiB', (kernelsOnEfi, mebibytes) => {
    expect(newEfiBytes([system('linux-desktop', { kernelsOnEfi })]) / MIB).toBe(mebibytes);
  });
});

describe('advised sizes', () => {
  test.each([
    [100, 120],
    [200, 230],
    [10, 30],
  ])('a Windows that uses %d GiB is left %d GiB', (used, advised) => {
    expect(advisedWindowsBytes(used * GIB) / GIB).toBeCloseTo(advised, 2);
  });

  test.each([
    [4, 6],
    [8, 11],
    [16, 20],
    [64, 72],
  ])('to hibernate with %d GiB of memory, %d GiB of swap', (ram, swap) => {
    expect(hibernationSwapBytes(ram * GIB) / GIB).toBe(swap);
  });

  test('the rules for swap, worked out for 8 GiB', () => {
    expect(swapRules(8 * GIB).map((r) => [r.id, r.bytes / GIB])).toEqual([
      ['fill', 8],
      ['equal', 8],
      ['twice', 16],
      ['hibernate', 11],
    ]);
    expect(swapRules(32 * GIB)[0]).toMatchObject({ id: 'fill', bytes: 0 });
  });
});
