import { volumeUuidOf } from '../mounting/index.js';
import type { Span } from '../layout/index.js';
import { layersOf, partitionOf, shownAs, systemOf, type PlannedPartition } from '../plan/index.js';
import { KIB, MIB, sectors } from '../quantity/index.js';
import { printedByLsblk } from '../recognition/index.js';
import type { Step, StepFor } from '../sequence/index.js';
import { defaultClock, FAMILY_NAMES, type Family, type System } from '../system/index.js';
import { makeCommands, MOUNT, shellWord, volumeName, VOLUME_TRAITS } from '../volume/index.js';
import { message, type Message } from '../words/index.js';
import { containerCommands } from './containers.js';
import { diskVariable, pathOf } from './paths.js';
import type { At } from './says/facts.js';
import { movesRecovery, putsItselfFirst } from './says/systems.js';

/** Where the medium is mounted that copies are written to: never this disk, and not the memory of a live session. */
const STICK = '/mnt/stick';

/** What is typed first at a partition: nothing is written where it shows another. */
const LOOK = 'lsblk -o NAME,SIZE,FSTYPE,LABEL,PARTLABEL $P';

export type GuardSays = Message<'guard.partition' | 'guard.untried'>;

/**
 * What to type where a general utility of the system does a step, or the part of it within the file system; none where
 * there is no such utility, or where it could hit another partition. The table itself is changed by hand.
 */
export function commandsOf(at: At, step: Step): readonly string[] {
  const system = systemIn(at, step);
  const typed = typedIn(at, step, system);
  const isShell = step.environment.kind === 'live' || system?.family === 'linux';
  return isShell ? typed.map(asRoot) : typed;
}

const systemIn = ({ plan }: At, { environment }: Step): System | undefined =>
  'system' in environment ? systemOf(plan, environment.system ?? '') : undefined;

/** Systems that no test of this project can start. */
const UNTRIED: readonly Family[] = ['windows', 'macos', 'bsd'];

/** What the second line must show before anything else is typed at a partition; that the lines were never run where they are typed. */
export function guardOf(at: At, step: Step, commands: readonly string[]): GuardSays | null {
  const family = commands.length === 0 ? undefined : systemIn(at, step)?.family;
  if (family && UNTRIED.includes(family)) return message('guard.untried', { family: FAMILY_NAMES[family] });
  if (!commands.includes(LOOK) || !('partition' in step)) return null;
  const then = partitionOf(at.before.planned.plan, step.partition);
  const p = then ?? partitionOf(at.plan, step.partition);
  if (!p) return null;
  const shown = then ? shownAs(then) : undefined;
  return message('guard.partition', {
    size: printedByLsblk(p.length * at.survey.disk.sectorBytes),
    content: shown && shown.kind !== 'none' && shown.kind !== 'unknown' ? volumeName(shown.kind) : null,
    label: shown?.label ?? '',
  });
}

/** What reads, or begins by reading; the rest is done by root, whom no live session logs in. */
const READS = /^(?:[A-Z]=|lsblk |mountpoint |ls )/;
const asRoot = (command: string): string => (READS.test(command) ? command : `sudo ${command}`);

function typedIn(at: At, step: Step, system: System | undefined): readonly string[] {
  const { environment } = step;
  if (step.kind === 'unhibernate' && system) return UNHIBERNATES[system.family] ?? [];
  if (step.kind === 'first-start' && system)
    return [
      ...(system.clock === defaultClock(system.family) ? [] : (CLOCKS[system.family]?.[system.clock] ?? [])),
      ...(system.family === 'windows' && movesRecovery(at, system.id) ? RECOVERY : []),
    ];
  if (step.kind === 'safe-start') return ['bcdedit /set {current} safeboot minimal'];
  if (step.kind === 'usual-start') return ['bcdedit /deletevalue {current} safeboot'];
  if (step.kind === 'safety-copy') return savesTable(at, step);
  if (step.kind === 'remove-start' && system?.family === 'windows')
    return [
      ...(putsItselfFirst(at.plan, environment)
        ? ['bcdedit /set {fwbootmgr} displayorder {bootmgr} /addfirst']
        : []),
      ...SHOWS_ENTRIES,
    ];
  if (system?.family === 'windows')
    return step.kind === 'check-volume' && isRunningVolume(at, step.partition) ? ['chkdsk C: /scan'] : [];
  // In a running system the volume may be mounted, and most of these would destroy it then.
  if (environment.kind !== 'live') return [];
  if (step.kind === 'create' || step.kind === 'format') return made(at, step.partition);
  if (step.kind === 'check-volume')
    return of(at, step.partition, ({ fileSystem }) => VOLUME_TRAITS[fileSystem].linux.check?.lines('$P'));
  if (step.kind === 'grow')
    return of(at, step.partition, ({ fileSystem }) => VOLUME_TRAITS[fileSystem].linux.grow?.('$P'));
  if (step.kind !== 'shrink') return [];
  const size = Math.floor((step.after.length * at.survey.disk.sectorBytes) / KIB);
  return of(at, step.partition, ({ fileSystem }) => VOLUME_TRAITS[fileSystem].linux.shrink?.('$P', size));
}

/** Whether it is the volume that a Windows runs from: it is checked while it is in use (chkdsk, `/scan`). */
const isRunningVolume = ({ plan }: At, id: string): boolean => partitionOf(plan, id)?.role === 'system';

/** Every entry as a running Windows or macOS lists it: Get-Partition (Storage module), ioreg(8). */
const LISTS: Partial<Readonly<Record<Family, readonly string[]>>> = {
  windows: [
    'Get-Disk | Format-List * | Out-File "$T\\disks.txt"',
    'Get-Partition | Format-List * | Out-File "$T\\table.txt"',
  ],
  macos: ['ioreg -a -c IOMedia -r -l > "$T/table.txt"'],
};

/** The first and the last MiB, and the records of logicals, where none were kept when the disk was read; only onto a medium that is mounted. */
function savesTable(at: At, { of: made, family }: StepFor<'safety-copy'>): readonly string[] {
  if (made === 'list') return (family && LISTS[family]) ?? [];
  if (made !== 'sectors') return [];
  const disk = diskVariable(at, at.before);
  const save = (name: string, from: string) =>
    `mountpoint -q ${STICK} && sudo dd if=$D of=${STICK}/${name} ${from} conv=fsync`;
  return [
    'lsblk -o NAME,SIZE,MODEL,TRAN,LABEL',
    `mkdir -p ${STICK}`,
    ...(disk === undefined ? [] : [disk]),
    save('head.bin', 'bs=1M count=1'),
    ...recordStretches(at).map(({ start, length }) =>
      save(`record-${start}.bin`, `bs=512 skip=${start} count=${length}`),
    ),
    save('tail.bin', lastMib(at.survey.disk.sizeSectors * at.survey.disk.sectorBytes)),
    `ls -l ${STICK}`,
  ];
}

/** Where the records of logicals lie, in sectors of 512 bytes: where they were read, else somewhere in the MiB before each. */
function recordStretches({ survey }: At): Span[] {
  const { sectorBytes } = survey.disk;
  const in512 = (n: number) => sectors((n * sectorBytes) / 512);
  return survey.partitions
    .filter((p) => p.logical)
    .map(({ start, ebrAt }) =>
      ebrAt === undefined
        ? { start: sectors(Math.max(0, in512(start) - 2048)), length: sectors(2048) }
        : { start: in512(ebrAt), length: in512(1) },
    );
}

/** Where `dd` finds the last MiB of a disk, whose size need not be whole MiB. */
const lastMib = (sizeBytes: number) =>
  sizeBytes % MIB === 0 ? `bs=1M skip=${sizeBytes / MIB - 1}` : `bs=512 skip=${sizeBytes / 512 - 2048}`;

/** powercfg: hibernation off turns fast startup off as well; systemctl(1). */
const UNHIBERNATES: Partial<Readonly<Record<Family, readonly string[]>>> = {
  windows: ['powercfg /h off'],
  linux: ['systemctl mask hibernate.target hybrid-sleep.target suspend-then-hibernate.target'],
};

const TIME_ZONE = 'HKLM\\SYSTEM\\CurrentControlSet\\Control\\TimeZoneInformation';

/** How a system is told to read the machine's clock otherwise than it does by default; timedatectl(1). */
const CLOCKS: Partial<Readonly<Record<Family, Partial<Record<System['clock'], readonly string[]>>>>> = {
  windows: { utc: [`reg add ${TIME_ZONE} /v RealTimeIsUniversal /t REG_DWORD /d 1 /f`] },
  linux: { local: ['timedatectl set-local-rtc 1'] },
};

/** The firmware's entries, and the EFI system partition under a letter: bcdedit, mountvol. */
const SHOWS_ENTRIES = ['bcdedit /enum firmware', 'mountvol S: /s', 'dir S:\\EFI'];

/** Off and on again: it is found anew then, wherever it lies. */
const RECOVERY = ['reagentc /disable', 'reagentc /enable', 'reagentc /info'];

/** Of a partition that was there: by the name that follows it wherever it is listed. */
function of(
  at: At,
  id: string,
  commands: (p: PlannedPartition) => readonly string[] | undefined,
): readonly string[] {
  const p = partitionOf(at.before.planned.plan, id) ?? partitionOf(at.plan, id);
  const path = p && pathOf(at, p);
  const typed = p && commands(p);
  return path !== undefined && typed ? [`P=${path}`, LOOK, ...typed] : [];
}

/** Remains of what was there are cleared first: utilities refuse a place that seems in use, and an old signature is found again. */
function made(at: At, id: string): readonly string[] {
  const p = partitionOf(at.plan, id);
  const path = p && pathOf(at, p);
  if (!p || path === undefined) return [];
  const { luks, lvm } = layersOf(p);
  // So that a mount table can name it before it is there.
  const uuid = volumeUuidOf(at, p)?.uuid;
  const making =
    luks || lvm
      ? containerCommands(at, p, '$P', STICK)
      : [...makeCommands(p.fileSystem, '$P', p.label, uuid), ...subvolumesOf(p)];
  return making.length === 0 ? [] : [`P=${path}`, LOOK, 'wipefs --all $P', ...making];
}

/** btrfs-subvolume(8): they are created in the mounted volume. */
function subvolumesOf({ subvolumes = [] }: PlannedPartition): readonly string[] {
  if (subvolumes.length === 0) return [];
  const create = subvolumes.map(({ name }) => `btrfs subvolume create ${MOUNT}/${shellWord(name)}`);
  return [`mount $P ${MOUNT}`, ...create, `umount ${MOUNT}`];
}
