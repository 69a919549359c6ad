// The script for Linux on a real kernel and a real firmware: a virtual machine, started in UEFI and in BIOS mode, with
// the image of a demo machine as its disk. Needs qemu, a UEFI firmware for it, busybox and a kernel with its modules; what is missing is told.
import { execFileSync, spawn } from 'node:child_process';
import {
  chmodSync,
  copyFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join, resolve } from 'node:path';
import { clearTimeout } from 'node:timers';
import { openImage, readReport, readVariables, surveyFromDisk } from '@rhizotome/core';
import { DiskFile } from '../../cli/dist/disk-file.js';

const ROOT = resolve(import.meta.dirname, '../..');
const FIRMWARE = '/usr/share/OVMF/OVMF_CODE.fd';
const VARIABLES = '/usr/share/OVMF/OVMF_VARS.fd';
const MODULES = ['nvme', 'efivarfs'];
const LONGEST_MS = 100_000;
const BEGIN = '=== report begins';
const END = '=== report ends';

const which = (program) => {
  try {
    return execFileSync('sh', ['-c', `command -v ${program}`], { encoding: 'utf8' }).trim();
  } catch {
    return undefined;
  }
};

/** A kernel and the folder of its modules, of those in `RHIZOTOME_KERNEL` or this system. */
function kernel() {
  const root = process.env['RHIZOTOME_KERNEL'] ?? '/';
  const [image] = existsSync(join(root, 'boot'))
    ? readdirSync(join(root, 'boot')).filter((name) => name.startsWith('vmlinuz-'))
    : [];
  if (!image) return undefined;
  const modules = join(root, 'lib/modules', image.slice('vmlinuz-'.length));
  return existsSync(modules) ? { image: join(root, 'boot', image), modules } : undefined;
}

/** What is missing to start a machine; nothing where all is there. */
function missing() {
  return [
    ...(which('qemu-system-x86_64') ? [] : ['qemu-system-x86_64']),
    ...(which('busybox') ? [] : ['busybox']),
    ...(existsSync(FIRMWARE) ? [] : [FIRMWARE]),
    ...(kernel() ? [] : ['a kernel (RHIZOTOME_KERNEL: a folder with boot/ and lib/modules/)']),
  ];
}

/** Programs of busybox that the script and the start of the machine use. */
const APPLETS = [
  'sh',
  'mount',
  'insmod',
  'poweroff',
  'tr',
  'sed',
  'awk',
  'grep',
  'cut',
  'head',
  'tail',
  'id',
  'date',
  'cat',
  'ls',
  'od',
  'sleep',
  'mkdir',
];

/** The first file system of the machine: busybox, lsblk, the script, the modules of its disk and firmware. */
function initialImage(folder, { modules }) {
  const root = join(folder, 'root');
  for (const name of ['bin', 'proc', 'sys', 'dev', 'etc', 'modules'])
    mkdirSync(join(root, name), { recursive: true });
  copyFileSync(which('busybox'), join(root, 'bin/busybox'));
  copyFileSync(join(ROOT, 'reporters/linux.sh'), join(root, 'linux.sh'));
  const lsblk = which('lsblk');
  const libraries = [...execFileSync('ldd', [lsblk], { encoding: 'utf8' }).matchAll(/(\/\S+) \(0x/g)].map(
    (m) => m[1],
  );
  for (const file of [lsblk, ...libraries]) {
    mkdirSync(join(root, dirname(file)), { recursive: true });
    copyFileSync(file, join(root, file));
  }
  const files = modulesInOrder(modules);
  files.forEach((file, i) => cpSync(file, join(root, 'modules', `${String(i).padStart(2, '0')}.ko`)));
  const init = `#!/bin/busybox sh
/bin/busybox mount -t proc proc /proc
/bin/busybox mount -t sysfs sys /sys
/bin/busybox mount -t devtmpfs dev /dev
for name in ${APPLETS.join(' ')}; do [ -e /bin/$name ] || /bin/busybox ln -s busybox /bin/$name; done
for module in /modules/*.ko; do insmod $module; done
mount -t efivarfs efivarfs /sys/firmware/efi/efivars 2>/dev/null
sleep 2
echo '${BEGIN}'
sh /linux.sh
echo '${END}'
poweroff -f
`;
  writeFileSync(join(root, 'init'), init);
  chmodSync(join(root, 'init'), 0o755);
  const image = join(folder, 'initial.cpio');
  execFileSync('sh', ['-c', `cd "${root}" && find . | busybox cpio -o -H newc > "${image}" 2>/dev/null`]);
  return image;
}

/** The files of the modules that are needed, each behind those that it needs. */
function modulesInOrder(folder) {
  const all = execFileSync('find', [folder, '-name', '*.ko'], { encoding: 'utf8' }).trim().split('\n');
  const nameOf = (file) => file.replace(/^.*\/|\.ko$/g, '').replaceAll('-', '_');
  const byName = new Map(all.map((file) => [nameOf(file), file]));
  const ordered = [];
  const take = (name) => {
    const file = byName.get(name.replaceAll('-', '_'));
    if (!file || ordered.includes(file)) return;
    for (const needed of dependsOf(file)) take(needed);
    ordered.push(file);
  };
  // Sums by which the kernel's own tables are checked, asked for by name when nvme is loaded.
  for (const name of ['crc64_rocksoft_generic', 'crct10dif_generic', ...MODULES]) take(name);
  return ordered;
}

/** What a module needs, as it says itself: `depends=a,b`. */
function dependsOf(file) {
  const text = readFileSync(file).toString('latin1');
  const said = /\0depends=([^\0]*)\0/.exec(`\0${text}`)?.[1] ?? '';
  return said.split(',').filter(Boolean);
}

/** Starts the machine in a mode. @returns what the script printed in it */
async function reportOfMachine(mode, diskImage) {
  const folder = mkdtempSync(join(tmpdir(), 'rhizotome-machine-'));
  try {
    const { image, modules } = kernel();
    const initial = initialImage(folder, { modules });
    copyFileSync(VARIABLES, join(folder, 'variables.fd'));
    const firmware = [
      ...['-drive', `if=pflash,format=raw,readonly=on,file=${FIRMWARE}`],
      ...['-drive', `if=pflash,format=raw,file=${join(folder, 'variables.fd')}`],
    ];
    const said = await output('qemu-system-x86_64', [
      ...['-accel', 'tcg', '-machine', 'q35', '-m', '768', '-nographic', '-no-reboot', '-nic', 'none'],
      ...(mode === 'uefi' ? firmware : []),
      ...['-kernel', image, '-initrd', initial, '-append', 'console=ttyS0 quiet panic=-1'],
      ...['-drive', `file=${diskImage},if=none,id=disk,snapshot=on,format=qcow2`],
      ...['-device', 'nvme,drive=disk,serial=made-up'],
    ]);
    const report = said.split(BEGIN)[1]?.split(END)[0];
    if (report === undefined) throw new Error(`the machine told nothing: ${said.slice(-2000)}`);
    return report;
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

function output(program, args) {
  return new Promise((done, fail) => {
    const child = spawn(program, args, { stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    child.stdout.on('data', (data) => (said += data));
    child.stderr.on('data', (data) => (said += data));
    const late = setTimeout(() => child.kill('SIGKILL'), LONGEST_MS);
    child.on('error', fail);
    child.on('close', () => {
      clearTimeout(late);
      done(said.replaceAll('\r', ''));
    });
  });
}

const IDENTITY = { id: 'machine', takenAt: '2026-01-01T00:00:00.000Z' };

/** Where partitions start, as the kernel told in what it printed of /sys, by number. */
const startsTold = (lsblk) =>
  new Map(
    [...lsblk.matchAll(/nvme0n1p(\d+)\/start:(\d+)/g)].map(([, number, start]) => [
      Number(number),
      Number(start),
    ]),
  );

/** Whether a report of the machine tells what is so. */
function faultsIn(mode, text, survey) {
  const read = readReport(text);
  if (!read.ok) return [`in ${mode} mode the report cannot be read: ${JSON.stringify(read.fault)}`];
  const { machine, by, variables = {}, printed } = read.value;
  const { boot, secureBoot, unread } = readVariables(variables);
  const starts = startsTold(printed?.lsblk ?? '');
  const said = (what, is, should) =>
    JSON.stringify(is) === JSON.stringify(should)
      ? []
      : [`in ${mode} mode ${what} is ${JSON.stringify(is)}, not ${JSON.stringify(should)}`];
  return [
    ...said('the mode', machine?.mode, mode),
    ...said('a live session', by.live, true),
    ...said('Secure Boot', secureBoot, mode === 'uefi' ? false : undefined),
    ...said('what the firmware keeps', boot !== undefined && boot.entries.length > 0, mode === 'uefi'),
    ...said('what could not be read', unread, []),
    ...said(
      'the table',
      [...starts],
      survey.partitions.map((p) => [p.number, p.start]),
    ),
  ];
}

/** Starts the machine in either mode and looks at what it tells. */
export async function machines() {
  const lacks = missing();
  if (lacks.length > 0) return { 'not run, since this is missing': lacks.join(' and ') };
  const disk = join(ROOT, 'demo/images/petrel.qcow2');
  const file = new DiskFile(disk);
  const { survey } = surveyFromDisk(openImage(file).source, { kind: 'image' }, IDENTITY);
  file.close();
  const faults = [];
  for (const mode of ['bios', 'uefi'])
    faults.push(...faultsIn(mode, await reportOfMachine(mode, disk), survey));
  return { faults, reports: 2 };
}
