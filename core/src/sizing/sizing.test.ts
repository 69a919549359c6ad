import { GB, GIB, MIB, nominalSectors } from '../quantity/index.js';
import { profileOf, systemFrom, USUAL_USE } from '../system/index.js';
import {
  advisedSwapBytes,
  usualPartBytes,
  advisedKeptBytes,
  bootSize,
  efiBudget,
  fat32FloorBytes,
  hibernationSwapBytes,
  homeOverYears,
  homeSize,
  hostedRoomBytes,
  newEfiBytes,
  ROOT_PROFILES,
  rootAdvice,
  swapRules,
  totalOf,
  USUAL_ROOT,
  windowsRoom,
} from './index.js';
import { inEnglish, message } from '../words/index.js';

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
    expect(lines.map((l) => [inEnglish(l.what), l.bytes / MIB])).toEqual([
      ['file system', 2],
      ['reserve for firmware updates', 32],
      ['boot loader of windows-11', 30],
      ['boot loader of linux-desktop', 8],
    ]);
    expect(totalOf(lines) / MIB).toBe(72);
  });

  test('kernels on it are counted with one to spare', () => {
    const lines = efiBudget([system('linux-desktop', { kernelsOnEfi: true })], 512);
    expect(lines.at(-1)).toEqual({
      what: message('line.kernels-of', { count: 3, system: 'linux-desktop' }),
      bytes: 345 * MIB,
      source: message('source.rule-of-thumb'),
    });
  });

  const many = { ...USUAL_USE, kernelsKept: 4, largeImages: true };
  test.each<[object, number, number]>([
    [{}, 64, 512],
    [{ kernelsOnEfi: true }, 64, 1024],
    [{}, 500, 1024],
    [{ kernelsOnEfi: true, use: many }, 500, 1536],
    [{ use: many }, 500, 1024],
  ])('a new one for %j on a disk of %d GB has %d MiB', (changes, gigabytes, mebibytes) => {
    const disk = { sizeSectors: nominalSectors(gigabytes), sectorBytes: 512 };
    expect(newEfiBytes([system('linux-desktop', changes)], disk) / MIB).toBe(mebibytes);
  });
});

describe('advised sizes', () => {
  test.each([
    [100, 120],
    [200, 230],
    [10, 30],
  ])('a Windows that uses %d GiB is left %d GiB', (used, advised) => {
    expect(advisedKeptBytes(used * GIB, 'windows') / GIB).toBeCloseTo(advised, 2);
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
      ['none', 0],
    ]);
    expect(swapRules(32 * GIB)[0]).toMatchObject({ id: 'fill', bytes: 0 });
  });
});

describe('a root and what makes it up', () => {
  test.each(ROOT_PROFILES)('of %s comes to the figures of its profile', (id) => {
    const advice = rootAdvice(id)!;
    const { leastBytes, comfortableBytes, generousBytes } = profileOf(id).needs;
    expect([advice.least.bytes, advice.comfortable.bytes, advice.generous.bytes].map((b) => b / GIB)).toEqual(
      [leastBytes, comfortableBytes, generousBytes].map((b) => b / GIB),
    );
  });

  test('lines add up to the size, and every use adds its own', () => {
    const use = { ...USUAL_ROOT, moreProgramsBytes: 20 * GIB, snapshots: true, filesOnRootBytes: 50 * GIB };
    const { comfortable } = rootAdvice('linux-desktop', use)!;
    const lines = Object.fromEntries(comfortable.lines.map((l) => [inEnglish(l.what), l.bytes / GIB]));
    const kernels = 3 * (0.24 + 115 / 1024);
    const own = 6 + 38 + kernels;
    expect(lines).toEqual({
      'base system': 6,
      programs: 38,
      '3 kernels': expect.closeTo(kernels, 6),
      snapshots: expect.closeTo(own / 2, 6),
      'people’s files, without a separate home': 50,
      'headroom, a fifth': expect.closeTo(0.2 * (own * 1.5 + 50), 6),
    });
    expect(comfortable.bytes).toBe(Math.round(1.2 * (own * 1.5 + 50)) * GIB);
  });

  test('with a /boot of its own it holds no kernels, and it never gets below 5 GiB', () => {
    const small = rootAdvice('linux-small', { ...USUAL_ROOT, kernelsInside: false })!.least;
    expect(small.lines.map((l) => inEnglish(l.what))).toContain('up to the minimum size of a root');
    expect(small.bytes).toBe(5 * GIB);
    expect(rootAdvice('windows-11')).toBeUndefined();
  });
});

describe('a home', () => {
  const use = {
    documentsBytes: 10 * GIB,
    photosBytes: 50 * GIB,
    mediaBytes: 20 * GIB,
    projectsBytes: 20 * GIB,
  };

  test('grows by its rate, and keeps 15 % free', () => {
    expect(homeSize({ ...use, growth: 0.1, years: 2 }).bytes).toBe(Math.ceil(100 * 1.21 * 1.15) * GIB);
    expect(homeOverYears({ ...use, growth: 0.1, years: 2 }).map((b) => b / GIB)).toEqual([
      100,
      expect.closeTo(110, 6),
      expect.closeTo(121, 6),
    ]);
    expect(homeSize({ ...use, growth: 0, years: 0 }).bytes).toBe(115 * GIB);
  });
});

test('the other parts', () => {
  expect(bootSize().bytes).toBe(GIB);
  expect(bootSize({ kernelsKept: 4, largeImages: false }).bytes).toBe(1.25 * GIB);
  expect(bootSize({ kernelsKept: 2, largeImages: true }).bytes).toBe(2 * GIB);
  expect(windowsRoom(64 * GB, true).bytes).toBe(Math.ceil((64 * GB) / MIB) * MIB + 16 * MIB + GIB);
  expect(windowsRoom(64 * GB, false).bytes - windowsRoom(64 * GB, true).bytes).toBe(100 * MIB);
  expect(hostedRoomBytes(30 * GIB)).toBe(33 * GIB);
});

describe('what is begun from', () => {
  const disk = { sizeSectors: nominalSectors(500), sectorBytes: 512 };
  test.each<[string, number | null, object, number]>([
    ['linux-desktop', 4, {}, 12],
    ['linux-desktop', 8, {}, 8],
    ['linux-desktop', 9, {}, 0],
    ['linux-desktop', 16, { hibernates: true }, 20],
    ['linux-desktop', 8, { swap: 'file' }, 0],
    ['linux-desktop', null, {}, 0],
    ['windows-11', 8, {}, 0],
    ['bsd', 8, {}, 8],
  ])('%s with %p GiB of memory %j should have %d GiB of swap', (profile, ram, more, gibibytes) => {
    const advised = advisedSwapBytes(system(profile, more), ram === null ? null : ram * GIB);
    expect(advised / GIB).toBe(gibibytes);
  });

  test.each<[Parameters<typeof usualPartBytes>[0], number | null, number | undefined]>([
    ['swap', 32, 8],
    ['swap', 2, 14],
    ['swap', null, 4],
    ['boot', 8, 1],
    ['efi', 8, 1],
    ['home', 8, undefined],
    ['data', 8, undefined],
  ])('a %s made by hand, with %p GiB of memory, begins at %p GiB', (role, ram, gibibytes) => {
    const about = { ram: ram === null ? null : ram * GIB, disk };
    const size = usualPartBytes(role, system('linux-desktop'), about);
    expect(size && size / GIB).toBe(gibibytes);
  });

  test('a root begins comfortable', () => {
    const linux = system('linux-desktop');
    expect(usualPartBytes('root', linux, { ram: null, disk })).toBe(linux.comfortableBytes);
    expect(usualPartBytes('root', undefined, { ram: null, disk })).toBeUndefined();
    expect(usualPartBytes('bios-boot', linux, { ram: null, disk })).toBe(MIB);
  });
});
