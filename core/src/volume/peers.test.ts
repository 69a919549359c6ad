import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, truncateSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { GIB, MIB } from '../quantity/index.js';
import { FileBytes } from '../testing/files.js';
import { identifyVolume, type Volume } from './index.js';

/** Volumes made by the operating system's own utilities, where it has them; a test says so where it has not. */
const has = (tool: string) => spawnSync('sh', ['-c', `command -v ${tool}`]).status === 0;
const env = { ...process.env, PATH: `${process.env['PATH']}:/usr/sbin:/sbin` };
const run = (tool: string, args: readonly string[], input?: string) =>
  execFileSync(tool, args, {
    env,
    encoding: 'utf8',
    stdio: ['pipe', 'pipe', 'pipe'],
    ...(input ? { input } : {}),
  });

let folder: string;
beforeAll(() => {
  process.env['PATH'] = env.PATH;
  folder = mkdtempSync(join(tmpdir(), 'rhizotome-peers-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function blank(name: string, sizeBytes: number): string {
  const path = join(folder, name);
  writeFileSync(path, '');
  truncateSync(path, sizeBytes);
  return path;
}

function read(path: string): Volume {
  const file = new FileBytes(path);
  try {
    return identifyVolume(file)!;
  } finally {
    file.close();
  }
}

/** What the system's own `blkid` says of it, in our words. */
function peer(path: string): { label?: string; uuid?: string } {
  const facts = Object.fromEntries(
    run('blkid', ['-p', '-o', 'export', path])
      .split('\n')
      .map((line) => [
        line.slice(0, line.indexOf('=')),
        line.slice(line.indexOf('=') + 1).replaceAll('\\', ''),
      ]),
  ) as Record<string, string | undefined>;
  const { LABEL: label, UUID: uuid } = facts;
  return { ...(label ? { label } : {}), ...(uuid ? { uuid } : {}) };
}

interface Made {
  readonly name: string;
  readonly tool: string;
  readonly args: (path: string) => readonly string[];
  readonly sizeBytes: number;
  readonly expected: Partial<Volume>;
  readonly input?: string;
}

const MADE: readonly Made[] = [
  {
    name: 'FAT12',
    tool: 'mkfs.fat',
    args: (p) => ['-F', '12', '-n', 'TERNS', p],
    sizeBytes: 4 * MIB,
    expected: { kind: 'fat', variant: 'FAT12', usedBytes: 0 },
  },
  {
    name: 'FAT16',
    tool: 'mkfs.fat',
    args: (p) => ['-F', '16', '-n', 'TERNS', p],
    sizeBytes: 64 * MIB,
    expected: { kind: 'fat', variant: 'FAT16', usedBytes: 0 },
  },
  {
    name: 'FAT32',
    tool: 'mkfs.fat',
    args: (p) => ['-F', '32', '-s', '2', p],
    sizeBytes: 200 * MIB,
    expected: { kind: 'fat', variant: 'FAT32', usedBytes: 1024 },
  },
  {
    name: 'FAT32 with 4096-byte sectors',
    tool: 'mkfs.fat',
    args: (p) => ['-F', '32', '-S', '4096', '-n', 'WIDE', p],
    sizeBytes: 300 * MIB,
    expected: { kind: 'fat', variant: 'FAT32' },
  },
  {
    name: 'exFAT',
    tool: 'mkfs.exfat',
    args: (p) => ['-L', 'shore birds', p],
    sizeBytes: 256 * MIB,
    expected: { kind: 'exfat' },
  },
  {
    name: 'ext2',
    tool: 'mke2fs',
    args: (p) => ['-q', '-t', 'ext2', '-b', '1024', '-L', 'two', p],
    sizeBytes: 40 * MIB,
    expected: { kind: 'ext2', blockBytes: 1024 },
  },
  {
    name: 'ext3',
    tool: 'mke2fs',
    args: (p) => ['-q', '-t', 'ext3', '-L', 'three', p],
    sizeBytes: 80 * MIB,
    expected: { kind: 'ext3' },
  },
  {
    name: 'ext4',
    tool: 'mke2fs',
    args: (p) => ['-q', '-t', 'ext4', '-L', 'four', p],
    sizeBytes: 3 * GIB,
    expected: { kind: 'ext4' },
  },
  {
    name: 'ext4 with clusters',
    tool: 'mke2fs',
    args: (p) => ['-q', '-t', 'ext4', '-O', 'bigalloc', '-C', '65536', p],
    sizeBytes: 2 * GIB,
    expected: { kind: 'ext4' },
  },
  {
    name: 'ext4 with meta groups',
    tool: 'mke2fs',
    args: (p) => ['-q', '-t', 'ext4', '-b', '1024', '-O', '^resize_inode,meta_bg', p],
    sizeBytes: GIB,
    expected: { kind: 'ext4' },
  },
  {
    name: 'ext4 with 32-bit numbers and no flexible groups',
    tool: 'mke2fs',
    args: (p) => ['-q', '-t', 'ext4', '-O', '^64bit,^flex_bg', p],
    sizeBytes: GIB,
    expected: { kind: 'ext4' },
  },
  {
    name: 'NTFS',
    tool: 'mkntfs',
    args: (p) => ['-q', '-Q', '-F', '-L', 'Warden hut', p],
    sizeBytes: 64 * MIB,
    expected: { kind: 'ntfs', label: 'Warden hut' },
  },
  {
    name: 'NTFS with small clusters',
    tool: 'mkntfs',
    args: (p) => ['-q', '-Q', '-F', '-c', '512', p],
    sizeBytes: 32 * MIB,
    expected: { kind: 'ntfs', blockBytes: 512 },
  },
  {
    name: 'NTFS with large clusters',
    tool: 'mkntfs',
    args: (p) => ['-q', '-Q', '-F', '-c', '65536', p],
    sizeBytes: 128 * MIB,
    expected: { kind: 'ntfs', blockBytes: 65536 },
  },
  {
    name: 'btrfs',
    tool: 'mkfs.btrfs',
    args: (p) => ['-q', '-L', 'hides', p],
    sizeBytes: 256 * MIB,
    expected: { kind: 'btrfs', sizeBytes: 256 * MIB, dirty: undefined },
  },
  {
    name: 'XFS',
    tool: 'mkfs.xfs',
    args: (p) => ['-q', '-L', 'gulls', p],
    sizeBytes: 400 * MIB,
    expected: { kind: 'xfs', sizeBytes: 400 * MIB },
  },
  {
    name: 'swap',
    tool: 'mkswap',
    args: (p) => ['-L', 'nap', p],
    sizeBytes: 16 * MIB,
    expected: { kind: 'swap', sizeBytes: 16 * MIB },
  },
  {
    name: 'LUKS1',
    tool: 'cryptsetup',
    args: (p) => ['-q', 'luksFormat', '--type', 'luks1', '--pbkdf-force-iterations', '1000', p, '-'],
    sizeBytes: 20 * MIB,
    expected: { kind: 'luks', variant: 'LUKS1' },
    input: 'made up',
  },
  {
    name: 'LUKS2',
    tool: 'cryptsetup',
    args: (p) => [
      '-q',
      'luksFormat',
      '--type',
      'luks2',
      '--label',
      'kept',
      '--pbkdf',
      'pbkdf2',
      '--pbkdf-force-iterations',
      '1000',
      p,
      '-',
    ],
    sizeBytes: 32 * MIB,
    expected: { kind: 'luks', variant: 'LUKS2', label: 'kept' },
    input: 'made up',
  },
  {
    name: 'ISO 9660',
    tool: 'genisoimage',
    args: (p) => ['-quiet', '-V', 'TIDES', '-o', p, resolveHere()],
    sizeBytes: 0,
    expected: { kind: 'iso9660', label: 'TIDES' },
  },
];

function resolveHere(): string {
  return join(__dirname, 'formats/ext');
}

describe.each(MADE)('$name, as $tool makes it', ({ tool, args, sizeBytes, expected, name, input }) => {
  const why =
    has(tool) || spawnSync('test', ['-x', `/usr/sbin/${tool}`]).status === 0
      ? ''
      : `${tool} is not on this machine`;
  (why === '' ? test : test.skip)(
    `is recognised and measured as the system's own utilities do${why && ` (skipped: ${why})`}`,
    () => {
      const path = blank(name.replaceAll(' ', '-'), sizeBytes);
      run(tool, args(path), input);
      const volume = read(path);
      expect(volume).toMatchObject(
        Object.fromEntries(Object.entries(expected).filter(([, v]) => v !== undefined)),
      );
      expect(volume.unread).toBeUndefined();
      const { label, uuid } = volume;
      expect({ ...(label ? { label } : {}), ...(uuid ? { uuid } : {}) }).toEqual(peer(path));
      expect(volume.dirty).toBeUndefined();
      if (volume.lastUsedByte !== undefined) {
        expect(volume.lastUsedByte).toBeLessThan(volume.sizeBytes!);
        expect(volume.lastUsedByte + 1).toBeGreaterThanOrEqual(volume.usedBytes!);
      }
    },
  );
});

const ntfsTools = has('ntfscp');
(ntfsTools ? describe : describe.skip)(
  `an NTFS with files${ntfsTools ? '' : ' (skipped: ntfscp is not on this machine)'}`,
  () => {
    const make = (name: string, files: Readonly<Record<string, string>>) => {
      const path = blank(name, 100 * MIB);
      run('mkntfs', ['-q', '-Q', '-F', path]);
      for (const [file, text] of Object.entries(files)) {
        writeFileSync(join(folder, 'one-file'), text);
        run('ntfscp', ['-q', '-f', path, join(folder, 'one-file'), file]);
      }
      return path;
    };
    const many = Object.fromEntries(
      Array.from({ length: 60 }, (_, i) => [`a file with a rather long name ${i}.txt`, 'x']),
    );

    test('a system that sleeps in it is found among many files, in whatever letters', () => {
      expect(read(make('asleep', { ...many, 'Hiberfil.sys': `HIBR${'0'.repeat(5000)}` })).hibernated).toBe(
        true,
      );
      expect(
        read(make('awake', { ...many, 'hiberfil.sys': 'wake'.repeat(2000) })).hibernated,
      ).toBeUndefined();
      expect(read(make('never', many)).hibernated).toBeUndefined();
    });

    test('used clusters agree with the utility’s own count', () => {
      const path = make('counted-ntfs', many);
      const said = run('ntfsinfo', ['-m', path]);
      const figure = (name: string) => Number(new RegExp(`${name}:\\s+(\\d+)`).exec(said)![1]);
      const used = (figure('Volume Size in Clusters') - figure('Free Clusters')) * figure('Cluster Size');
      expect(read(path).usedBytes).toBe(used);
      const map = execFileSync('ntfscat', [path, '$Bitmap']);
      const bits = Array.from(
        { length: figure('Volume Size in Clusters') },
        (_, i) => (map[i >> 3]! >> (i & 7)) & 1,
      );
      expect(read(path).lastUsedByte).toBe((bits.lastIndexOf(1) + 1) * figure('Cluster Size') - 1);
    });
  },
);

const extTools = has('mke2fs') || spawnSync('test', ['-x', '/usr/sbin/mke2fs']).status === 0;
(extTools ? describe : describe.skip)(
  `files of an ext4${extTools ? '' : ' (skipped: mke2fs is not on this machine)'}`,
  () => {
    const make = (
      name: string,
      files: Readonly<Record<string, string>>,
      links: Readonly<Record<string, string>> = {},
    ) => {
      const root = join(folder, `${name}-root`);
      run('mkdir', ['-p', join(root, 'etc'), join(root, 'usr/lib')]);
      for (const [file, text] of Object.entries(files)) writeFileSync(join(root, file), text);
      for (const [link, target] of Object.entries(links)) run('ln', ['-s', target, join(root, link)]);
      const path = blank(name, 64 * MIB);
      run('mke2fs', ['-q', '-t', 'ext4', '-d', root, path]);
      return read(path);
    };

    test('the name of the system is found behind a link, the mount table beside it', () => {
      const volume = make(
        'linked',
        {
          'usr/lib/os-release': 'ID=shore\nNAME="Shore"\nPRETTY_NAME="Shore Linux 4"\n',
          'etc/fstab': '# none\n',
        },
        { 'etc/os-release': '../usr/lib/os-release' },
      );
      expect(volume.contents).toEqual({ fstab: '# none\n', systemName: 'Shore Linux 4' });
    });

    test('a directory with hundreds of names is searched to its end', () => {
      const many = Object.fromEntries(
        Array.from({ length: 700 }, (_, i) => [`etc/a-file-with-a-long-name-${i}`, 'x']),
      );
      expect(make('many', { ...many, 'etc/fstab': 'UUID=1 / ext4\n' }).contents).toEqual({
        fstab: 'UUID=1 / ext4\n',
      });
    });

    test('links that lead in a circle are no mount table, and no fault', () => {
      const volume = make('circle', {}, { 'etc/fstab': 'other', 'etc/other': 'fstab' });
      expect(volume.contents).toBeUndefined();
      expect(volume.kind).toBe('ext4');
    });

    test('used blocks and the last of them agree with the utility’s own list', () => {
      const path = blank('counted', 600 * MIB);
      run('mke2fs', ['-q', '-t', 'ext4', path]);
      const report = run('dumpe2fs', [path]);
      const figure = (name: string) => Number(new RegExp(`^${name}:\\s+(\\d+)`, 'm').exec(report)![1]);
      const volume = read(path);
      expect(volume.usedBytes).toBe((figure('Block count') - figure('Free blocks')) * figure('Block size'));
      const free = new Set<number>();
      for (const [, list] of report.matchAll(/^ {2}Free blocks: (.*)$/gm))
        for (const [, first, last] of list!.matchAll(/(\d+)(?:-(\d+))?/g))
          for (let b = Number(first); b <= Number(last ?? first); b++) free.add(b);
      let last = figure('Block count') - 1;
      while (free.has(last)) last -= 1;
      expect(volume.lastUsedByte).toBe((last + 1) * figure('Block size') - 1);
    });
  },
);
