import { spawnSync } from 'node:child_process';
import {
  closeSync,
  existsSync,
  mkdtempSync,
  openSync,
  rmSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { practiceDiskFound } from '../practice/index.js';
import { runbookFor } from '../runbook/index.js';
import { phaseScripts, type PhaseScript } from '../script/index.js';
import { surveyFromDisk, type Survey } from '../survey/index.js';
import type { Plan } from '../plan/index.js';
import { english } from '../words/index.js';
import { IDENTITY } from './builders.js';
import { FileBytes } from './files.js';

/** Whether a program is on this machine. */
export const isThere = (program: string): boolean =>
  spawnSync('sh', ['-c', `command -v ${program}`]).status === 0;

/** What has to be on a machine for scripts to be carried out on a disk in a file. */
export const canAttach = (): boolean =>
  process.getuid?.() === 0 &&
  ['losetup', 'mkfs.fat', 'mkfs.ext4', 'e2fsck', 'resize2fs', 'wipefs', 'blkid', 'mkswap', 'partx'].every(
    isThere,
  ) &&
  spawnSync('sh', ['-c', 'f=$(mktemp); truncate -s 1M $f; l=$(losetup -f --show $f) && losetup -d $l'])
    .status === 0;

/** Runs a line at a shell, and gives what it printed; `P` is what it is about. */
export function sh(line: string, P = ''): string {
  const done = spawnSync('sh', ['-ec', line], { encoding: 'utf8', env: { ...process.env, P } });
  if (done.status !== 0) throw new Error(`${line}\n${done.stdout}${done.stderr}`);
  return done.stdout;
}

/** How a script is begun: in which shell, ended hard after how long, with which options. */
interface Begin {
  readonly shell?: readonly string[];
  readonly killAfterMs?: number | undefined;
  readonly more?: readonly string[];
}

interface Said {
  readonly status: number | null;
  readonly said: string;
}

/** Nodes of a disk's partitions, and links to them by identity and name in the table. */
const nodesOf = (device: string): string => `#!/bin/sh
name=${device.replace('/dev/', '')}
rm -f ${device}p*
mkdir -p /dev/disk/by-partuuid /dev/disk/by-partlabel
find /dev/disk -lname "../../$name*" -delete
for p in /sys/class/block/$name/${'${name}'}p*; do
  [ -e "$p/dev" ] || continue
  node=$(basename "$p")
  mknod -m 600 "/dev/$node" b $(tr : ' ' < "$p/dev")
  for by in UUID:by-partuuid NAME:by-partlabel; do
    value=$(blkid -p -s PART_ENTRY_${'${by%%:*}'} -o value "/dev/$node")
    [ -z "$value" ] || ln -sf "../../$node" "/dev/disk/${'${by#*:}'}/$value"
  done
done
`;

/** A disk in a file, with real file systems in it, on which scripts are carried out. */
export class ScriptDisk {
  readonly folder = mkdtempSync(join(tmpdir(), 'rhizotome-script-'));
  readonly path = join(this.folder, 'disk.img');

  /** @param make lines that make the file system of each partition, by its id, where it is attached as `$P` */
  constructor(
    readonly drawing: Survey,
    make: Readonly<Record<string, string>>,
  ) {
    const { sizeBytes, stretches } = practiceDiskFound(drawing);
    writeFileSync(this.path, '');
    truncateSync(this.path, sizeBytes);
    const file = openSync(this.path, 'r+');
    for (const { offset, bytes } of stretches) writeSync(file, bytes, 0, bytes.length, offset);
    closeSync(file);
    for (const [id, line] of Object.entries(make)) {
      const p = drawing.partitions.find((q) => q.id === id)!;
      this.attached(p.start, p.length, (P) => sh(line, P));
    }
  }

  /** Keeps it as it is now, for `reset`. */
  keep(): void {
    sh(`cp --sparse=always ${this.path} ${this.path}.kept`);
  }

  /** As it was kept, with no journal. */
  reset(): void {
    sh(
      `cp --sparse=always ${this.path}.kept ${this.path}; rm -rf ${this.folder}/*.journal ${this.folder}/stick.img`,
    );
  }

  /** As it is read now. */
  survey(): Survey {
    const bytes = new FileBytes(this.path);
    const outcome = surveyFromDisk(bytes, { kind: 'image' }, IDENTITY, {
      sectorBytes: this.drawing.disk.sectorBytes,
    });
    bytes.close();
    if (!outcome.ok) throw new Error(outcome.refusal.says.code);
    return outcome.survey;
  }

  attached<T>(start: number, length: number, look: (path: string) => T): T {
    const { sectorBytes } = this.drawing.disk;
    const loop = sh(
      `losetup -f --show --sector-size ${sectorBytes} -o ${start * sectorBytes} --sizelimit ${length * sectorBytes} ${this.path}`,
    ).trim();
    try {
      return look(loop);
    } finally {
      sh(`losetup -d ${loop}`);
    }
  }

  digest(): string {
    return sh(`cksum < ${this.path}`);
  }

  scripts(plan: Plan, survey: Survey): PhaseScript[] {
    return phaseScripts(english, runbookFor({ plan, survey }));
  }

  /** Where the journal of a script is kept that was begun on the file; `null`: it was not. */
  journalOf({ text }: PhaseScript): string | null {
    const path = join(this.folder, `${/^PHASE=(.*)$/m.exec(text)![1]!}.journal`);
    return existsSync(path) ? path : null;
  }

  /** Begins a script in a shell. */
  run(script: PhaseScript, { shell = ['dash'], killAfterMs, more = ['--yes'] }: Begin = {}): Said {
    const said = this.begin(script, this.path, this.folder, { shell, killAfterMs, more }, {});
    sh(`losetup -j ${this.path} -O NAME -n | xargs -r -n 1 losetup -d`);
    return said;
  }

  /** The same on a block device whose partitions the kernel lists, with the journal on a medium of its own. */
  runOnDevice(script: PhaseScript, begin: Begin = {}): Said {
    const stick = join(this.folder, 'stick');
    return this.onDevice(stick, (device, env) => this.begin(script, device, stick, begin, env));
  }

  /**
   * The disk as a block device of which the kernel lists the partitions, with a stick that is mounted at a place of its own. What would make
   * their nodes and links in a running system (udev(7)) is stood in for where there is none.
   */
  onDevice<T>(
    stick: string,
    look: (device: string, env: Readonly<Record<string, string>>, settle: () => void) => T,
  ): T {
    const device = sh(`losetup -f --show ${this.path}`).trim();
    const nodes = join(this.folder, 'bin');
    const image = join(this.folder, 'stick.img');
    sh(`mkdir -p ${stick} ${nodes}; [ -e ${image} ] || { truncate -s 24M ${image}; mkfs.ext4 -q ${image}; }`);
    writeFileSync(join(nodes, 'udevadm'), nodesOf(device), { mode: 0o755 });
    const settle = () => void sh(join(nodes, 'udevadm'));
    try {
      sh(`mount -o loop ${image} ${stick}; partx -a ${device}`);
      settle();
      return look(device, { PATH: `${nodes}:${process.env['PATH'] ?? ''}` }, settle);
    } finally {
      sh(`umount ${stick}; partx -d ${device}; ${join(nodes, 'udevadm')}; losetup -d ${device}`);
    }
  }

  private begin(
    script: PhaseScript,
    disk: string,
    journal: string,
    { shell = ['dash'], killAfterMs, more = ['--yes'] }: Begin,
    env: Readonly<Record<string, string>>,
  ): Said {
    const file = join(this.folder, script.name);
    writeFileSync(file, script.text);
    const killed = killAfterMs === undefined ? [] : ['timeout', '-s', 'KILL', String(killAfterMs / 1000)];
    const [program, ...options] = [...killed, ...shell, file, '--disk', disk, '--journal', journal, ...more];
    const done = spawnSync(program!, options, { encoding: 'utf8', env: { ...process.env, ...env } });
    return { status: done.status, said: `${done.stdout}${done.stderr}` };
  }

  remove(): void {
    rmSync(this.folder, { recursive: true, force: true });
  }
}
