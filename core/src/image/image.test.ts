import { execFileSync, spawnSync } from 'node:child_process';
import fc from 'fast-check';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { SparseBytes, type ByteSource } from '../bytes/index.js';
import { GIB, KIB, MIB, TIB } from '../quantity/index.js';
import { FileBytes } from '../testing/files.js';
import {
  decodeCaptureArchive,
  encodeCaptureArchive,
  ImageRefused,
  joinStretches,
  openImage,
  qcow2Bytes,
  Recorder,
} from './index.js';
import { faultSaid } from '../testing/fault-said.js';

const inMemory = (bytes: Uint8Array): ByteSource => new SparseBytes(bytes.length, [{ offset: 0, bytes }]);
const refusal = (bytes: Uint8Array) => {
  try {
    openImage(inMemory(bytes));
  } catch (error) {
    if (error instanceof ImageRefused) return error.says.code;
    throw error;
  }
  return undefined;
};

const hasQemu = spawnSync('sh', ['-c', 'command -v qemu-img']).status === 0;
const withQemu = hasQemu ? describe : describe.skip;
const why = hasQemu ? '' : ' (skipped: qemu-img is not on this machine)';

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'rhizotome-image-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const qemu = (...args: string[]) =>
  execFileSync('qemu-img', args, { cwd: folder, encoding: 'utf8', stdio: 'pipe' });

/** 6 MiB with text, noise and holes, so that clusters of every kind come up. */
function pattern(): Uint8Array {
  const disk = new Uint8Array(6 * MIB);
  let seed = 7;
  for (let i = 0; i < MIB; i++) {
    seed = (Math.imul(seed, 1103515245) + 12345) >>> 0;
    disk[i] = seed >>> 24;
  }
  for (let i = 2 * MIB; i < 3 * MIB; i++) disk[i] = i % 251;
  disk.fill(0x5a, 5 * MIB + 100, 5 * MIB + 200_000);
  return disk;
}

withQemu(`qcow2 as qemu-img makes it${why}`, () => {
  const disk = pattern();
  beforeAll(() => writeFileSync(join(folder, 'disk.raw'), disk));

  test.each([
    ['version 2', ['-o', 'compat=0.10']],
    ['version 3', ['-o', 'compat=1.1']],
    ['clusters of 512 bytes', ['-o', 'cluster_size=512']],
    ['clusters of 2 MiB', ['-o', 'cluster_size=2M']],
    ['compressed clusters', ['-c']],
    ['compressed clusters of 4 KiB, version 2', ['-c', '-o', 'compat=0.10,cluster_size=4k']],
    ['compressed clusters of 2 MiB', ['-c', '-o', 'cluster_size=2M']],
    ['clusters compressed with zstd', ['-c', '-o', 'compression_type=zstd']],
    ['subclusters', ['-o', 'extended_l2=on,cluster_size=128k']],
    ['preallocated metadata', ['-o', 'preallocation=metadata']],
  ])('%s read as the disk that went in', (name, options) => {
    const file = `${name.replaceAll(/\W/g, '-')}.qcow2`;
    qemu('convert', '-f', 'raw', '-O', 'qcow2', ...options, 'disk.raw', file);
    const source = openImage(new FileBytes(join(folder, file))).source;
    expect(source.sizeBytes).toBe(disk.length);
    for (const [offset, length] of [
      [0, disk.length],
      [MIB - 7, 40],
      [2 * MIB + 511, 70_000],
      [disk.length - 1, 1],
    ] as const)
      expect(Buffer.from(source.read(offset, length)!).equals(disk.subarray(offset, offset + length))).toBe(
        true,
      );
    expect(source.read(disk.length - 1, 2)).toBeUndefined();
  });

  test('a backing file and encryption are refused in words', () => {
    qemu('convert', '-O', 'qcow2', 'disk.raw', 'base.qcow2');
    qemu('create', '-q', '-f', 'qcow2', '-b', 'base.qcow2', '-F', 'qcow2', 'top.qcow2');
    qemu(
      'create',
      '-q',
      '-f',
      'qcow2',
      '--object',
      'secret,id=s,data=madeup',
      '-o',
      'encrypt.format=luks,encrypt.key-secret=s,encrypt.iter-time=10',
      'locked.qcow2',
      '8M',
    );
    const file = (name: string) => readFileSync(join(folder, name));
    expect([refusal(file('top.qcow2')), refusal(file('locked.qcow2'))]).toEqual([
      'image.backing-file',
      'image.encrypted',
    ]);
  });
});

describe('qcow2 as it is written here', () => {
  const text = (s: string) => Uint8Array.from(s, (c) => c.charCodeAt(0));

  test('whatever stretches go in are read back, and zeros elsewhere', () => {
    const stretch = fc.record({
      offset: fc.integer({ min: 0, max: 900 * MIB }),
      bytes: fc.uint8Array({ minLength: 1, maxLength: 200 }),
    });
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 6 }), (stretches) => {
        const disjoint = joinStretches(stretches);
        const { source, format } = openImage(inMemory(qcow2Bytes(GIB, stretches)));
        expect([format, source.sizeBytes]).toEqual(['qcow2', GIB]);
        if (disjoint.length === stretches.length)
          for (const s of stretches) expect(source.read(s.offset, s.bytes.length)).toEqual(s.bytes);
        expect(source.read(901 * MIB, 64)).toEqual(new Uint8Array(64));
      }),
      { numRuns: 60 },
    );
  });

  test('4 TB with both ends written take well under 1 MiB', () => {
    const image = qcow2Bytes(4 * TIB, [
      { offset: 0, bytes: text('head') },
      { offset: 4 * TIB - 4, bytes: text('tail') },
    ]);
    expect(image.length).toBeLessThan(700 * KIB);
  });

  test('a stretch beyond the end is a fault of the caller', () =>
    expect(() => qcow2Bytes(MIB, [{ offset: MIB - 2, bytes: text('tail') }])).toThrow('leave a disk'));

  (hasQemu ? test : test.skip)(`qemu-img finds no error in it, and the same disk${why}`, () => {
    const disk = pattern();
    writeFileSync(join(folder, 'ours.raw'), disk);
    writeFileSync(join(folder, 'ours.qcow2'), qcow2Bytes(disk.length, [{ offset: 0, bytes: disk }]));
    expect(qemu('check', 'ours.qcow2')).toContain('No errors were found');
    expect(qemu('compare', '-f', 'raw', '-F', 'qcow2', 'ours.raw', 'ours.qcow2')).toContain(
      'Images are identical',
    );
  });
});

describe('a damaged qcow2', () => {
  const sound = qcow2Bytes(64 * MIB, [{ offset: MIB, bytes: new Uint8Array(1000).fill(3) }]);
  const altered = (at: number, ...bytes: number[]) => {
    const copy = Uint8Array.from(sound);
    copy.set(bytes, at);
    return copy;
  };

  test.each([
    ['version 7', altered(7, 7), 'image.qcow2-version'],
    ['absurd clusters', altered(23, 60), 'image.qcow2-damaged'],
    ['a first-level table without end', altered(36, 0x7f), 'image.qcow2-damaged'],
    ['a disk larger than its tables reach', altered(24, 0, 1), 'image.qcow2-damaged'],
    ['an unknown feature', altered(72, 0x40), 'image.unknown-feature'],
    ['data in another file', altered(79, 4), 'image.external-data'],
    ['a cut header', sound.subarray(0, 60), 'image.qcow2-damaged'],
  ])('%s is refused', (_, bytes, code) => expect(refusal(bytes)).toBe(code));

  test('what lies outside the file is unknown, not invented', () => {
    const cut = openImage(inMemory(sound.subarray(0, sound.length - 65536))).source;
    expect(cut.read(MIB, 10)).toBeUndefined();
    expect(cut.read(0, 512)).toEqual(new Uint8Array(512));
  });
});

describe('a capture archive', () => {
  const archive = {
    diskBytes: 500e9,
    sectorBytes: 512,
    stretches: [
      { offset: 0, bytes: new Uint8Array(5000).fill(7) },
      { offset: 400e9, bytes: Uint8Array.from([1, 2, 3]) },
    ],
  };
  const bytes = encodeCaptureArchive(archive);

  test('gives back what it was given, and knows nothing else', () => {
    expect(decodeCaptureArchive(inMemory(bytes))).toEqual(archive);
    const { source, format, sectorBytes } = openImage(inMemory(bytes));
    expect([format, sectorBytes, source.sizeBytes]).toEqual(['capture', 512, 500e9]);
    expect(source.read(400e9, 3)).toEqual(Uint8Array.from([1, 2, 3]));
    expect(source.read(4999, 2)).toBeUndefined();
  });

  test('any altered or missing byte of its data is noticed', () => {
    for (const cut of [bytes.subarray(0, bytes.length - 3), bytes.subarray(0, 30)])
      expect(() => openImage(inMemory(cut))).toThrow(ImageRefused);
    const flipped = Uint8Array.from(bytes);
    flipped[flipped.length - 6]! ^= 1;
    expect(faultSaid(() => openImage(inMemory(flipped)))).toContain('damaged');
  });

  test('a recorder keeps each byte that was read once, joined where they touch', () => {
    const recorder = new Recorder(inMemory(Uint8Array.from({ length: 100 }, (_, i) => i)));
    for (const [at, n] of [
      [10, 10],
      [15, 10],
      [60, 5],
      [25, 5],
    ] as const)
      recorder.source.read(at, n);
    expect(recorder.stretches().map((s) => [s.offset, s.bytes.length, s.bytes[0]])).toEqual([
      [10, 20, 10],
      [60, 5, 60],
    ]);
  });
});
