import { execFileSync, spawn } from 'node:child_process';
import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { isThere } from './script-disk.js';

/** Utilities of a live session; busybox has the rest. */
const UTILITIES = [
  'blkid',
  'lsblk',
  'blockdev',
  'wipefs',
  'partx',
  'losetup',
  'dd',
  'stat',
  'mount',
  'umount',
  'e2fsck',
  'resize2fs',
  'e2label',
  'mkfs.ext3',
  'mkfs.ext4',
  'btrfs',
  'mkfs.btrfs',
  'mkfs.xfs',
  'xfs_repair',
  'xfs_growfs',
  'xfs_admin',
  'xfs_io',
  'xfs_db',
  'ntfsresize',
  'ntfslabel',
  'mkntfs',
  'mkfs.fat',
  'fsck.fat',
  'fatlabel',
  'mkswap',
  'swaplabel',
  'cryptsetup',
  'dmsetup',
  'lvm',
  'bash',
];
const LVM = ['pvcreate', 'vgcreate', 'lvcreate', 'vgchange', 'pvresize'];
const MODULES = [
  ...['virtio_pci', 'virtio_blk', 'ext4', 'btrfs', 'xfs', 'vfat', 'nls_cp437', 'nls_iso8859-1'],
  ...['dm_mod', 'dm_crypt', 'aes_generic', 'xts', 'ecb', 'sha256_generic', 'algif_skcipher', 'algif_hash'],
  ...['crc32c_generic', 'libcrc32c', 'xxhash_generic', 'blake2b_generic', 'loop'],
];

/** A kernel and the folder of its modules, of those in `RHIZOTOME_KERNEL` or this system. */
function kernel(): { readonly image: string; readonly modules: string } | undefined {
  const root = process.env['RHIZOTOME_KERNEL'] ?? '/';
  const boot = join(root, 'boot');
  const names = existsSync(boot) ? readdirSync(boot) : [];
  const image = names.find((name) => name.startsWith('vmlinuz-'));
  if (image === undefined) return undefined;
  const modules = join(root, 'lib/modules', image.slice('vmlinuz-'.length));
  return existsSync(modules) ? { image: join(boot, image), modules } : undefined;
}

/** Whether a virtual machine can be started here. */
export const canStartMachine = (): boolean =>
  ['qemu-system-x86_64', 'busybox', ...UTILITIES].every(isThere) && kernel() !== undefined;

const libraryFiles = (program: string): string[] => {
  try {
    return [...execFileSync('ldd', [program], { encoding: 'utf8' }).matchAll(/(\/\S+) \(0x/g)].map(
      ([, file]) => file!,
    );
  } catch {
    return [];
  }
};

const pathOf = (program: string): string =>
  execFileSync('sh', ['-c', `readlink -f $(command -v ${program})`], { encoding: 'utf8' }).trim();

/** Files of the modules that are needed, each behind those that it needs. */
function modulesInOrder(folder: string): string[] {
  const all = execFileSync('find', [folder, '-name', '*.ko'], { encoding: 'utf8' }).trim().split('\n');
  const nameOf = (file: string) => file.replace(/^.*\/|\.ko$/g, '').replaceAll('-', '_');
  const byName = new Map(all.map((file) => [nameOf(file), file]));
  const ordered: string[] = [];
  const take = (name: string) => {
    const file = byName.get(name.replaceAll('-', '_'));
    if (file === undefined || ordered.includes(file)) return;
    const said = /\0depends=([^\0]*)\0/.exec(`\0${readFileSync(file).toString('latin1')}`)?.[1] ?? '';
    for (const needed of said.split(',').filter(Boolean)) take(needed);
    ordered.push(file);
  };
  for (const name of MODULES) take(name);
  return ordered;
}

const LONGEST_MS = 1_200_000;

/** Printed as the machine is ready, and once all was done in it. */
const READY = '=== ready';
const ENDED = '=== ended';

/** A small live session that mounts its stick and does what lies there as `todo.sh`. */
export class LiveSession {
  readonly folder = mkdtempSync(join(tmpdir(), 'rhizotome-session-'));
  private readonly kernel = kernel()!;
  private readonly image: string;

  constructor() {
    const root = join(this.folder, 'root');
    for (const name of ['bin', 'proc', 'sys', 'dev', 'etc', 'run', 'tmp', 'mnt/stick', 'modules'])
      mkdirSync(join(root, name), { recursive: true });
    const put = (from: string, to: string) => {
      mkdirSync(dirname(join(root, to)), { recursive: true });
      copyFileSync(from, join(root, to));
    };
    for (const program of ['busybox', ...UTILITIES]) {
      const path = pathOf(program);
      put(path, `bin/${program}`);
      for (const library of libraryFiles(path)) put(library, library);
    }
    for (const name of LVM) symlinkSync('lvm', join(root, 'bin', name));
    if (existsSync('/etc/mke2fs.conf')) put('/etc/mke2fs.conf', 'etc/mke2fs.conf');
    modulesInOrder(this.kernel.modules).forEach((file, i) =>
      put(file, `modules/${String(i).padStart(3, '0')}.ko`),
    );
    writeFileSync(
      join(root, 'init'),
      `#!/bin/busybox sh
export PATH=/bin HOME=/
/bin/busybox mount -t proc proc /proc
/bin/busybox mount -t sysfs sys /sys
/bin/busybox mount -t devtmpfs dev /dev
for name in $(/bin/busybox --list); do [ -e /bin/$name ] || /bin/busybox ln -s busybox /bin/$name; done
for module in /modules/*.ko; do insmod $module 2>/dev/null; done
mount /dev/vdb /mnt/stick
echo '${READY}'
sh /mnt/stick/todo.sh
echo '${ENDED}'
sync
umount /mnt/stick
poweroff -f
`,
    );
    chmodSync(join(root, 'init'), 0o755);
    this.image = join(this.folder, 'initial.cpio');
    execFileSync('sh', [
      '-c',
      `cd "${root}" && find . | busybox cpio -o -H newc > "${this.image}" 2>/dev/null`,
    ]);
  }

  /**
   * Starts it with a disk and a stick. What was not flushed in it when it is killed is lost.
   * @param killAfterMs counted from when it is ready
   * @returns what it printed, and whether it came to its end
   */
  start(
    disk: string,
    stick: string,
    killAfterMs?: number,
  ): Promise<{ readonly ended: boolean; readonly said: string }> {
    const drive = (file: string, id: string) => [
      ...['-drive', `file=${file},if=none,id=${id},format=raw,cache=writeback`],
      ...['-device', `virtio-blk-pci,drive=${id}`],
    ];
    const child = spawn(
      'qemu-system-x86_64',
      [
        ...(process.env['RHIZOTOME_KVM'] ? ['-accel', 'kvm', '-cpu', 'host'] : ['-accel', 'tcg']),
        ...['-machine', 'q35', '-m', '1024', '-nographic', '-no-reboot', '-nic', 'none'],
        ...['-kernel', this.kernel.image, '-initrd', this.image],
        ...['-append', 'console=ttyS0 quiet panic=-1'],
        ...drive(disk, 'disk'),
        ...drive(stick, 'stick'),
      ],
      { stdio: ['ignore', 'pipe', 'pipe'] },
    );
    return new Promise((done, fail) => {
      let said = '';
      let killing: NodeJS.Timeout | undefined;
      const late = setTimeout(() => child.kill('SIGKILL'), LONGEST_MS);
      const hear = (data: Buffer) => {
        said += data.toString('latin1');
        if (killAfterMs !== undefined && killing === undefined && said.includes(READY))
          killing = setTimeout(() => child.kill('SIGKILL'), killAfterMs);
      };
      child.stdout.on('data', hear);
      child.stderr.on('data', hear);
      child.on('error', fail);
      child.on('close', () => {
        clearTimeout(late);
        clearTimeout(killing);
        done({ ended: said.includes(ENDED), said: said.replaceAll('\r', '') });
      });
    });
  }

  remove(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }
}
