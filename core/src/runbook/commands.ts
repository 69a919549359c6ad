import { volumeUuidOf } from '../mounting/index.js';
import { layersOf, partitionOf, systemOf, type PlannedPartition } from '../plan/index.js';
import { KIB } from '../quantity/index.js';
import { deviceIsAssumed } from '../recognition/index.js';
import type { Step } from '../sequence/index.js';
import { surveyedPartition } from '../survey/index.js';
import { defaultClock, type Family, type System } from '../system/index.js';
import { makeCommands, shellWord, type VolumeKind } from '../volume/index.js';
import { containerCommands } from './containers.js';
import { deviceOf, type At } from './says/facts.js';
import { movesRecovery } from './says/systems.js';

/** Where a file system that is changed while it is mounted is mounted for that. */
const MOUNT = '/mnt';

/**
 * What to type where a general utility of the system does a step, or the part of it within the file system; none where
 * there is no such utility, or where it could hit another partition. The table itself is changed by hand.
 */
export function commandsOf(at: At, step: Step): readonly string[] {
  const { environment } = step;
  const system = 'system' in environment ? systemOf(at.plan, environment.system ?? '') : undefined;
  if (step.kind === 'unhibernate' && system) return UNHIBERNATES[system.family] ?? [];
  if (step.kind === 'first-start' && system)
    return [
      ...(system.clock === defaultClock(system.family) ? [] : (CLOCKS[system.family]?.[system.clock] ?? [])),
      ...(system.family === 'windows' && movesRecovery(at, system.id) ? RECOVERY : []),
    ];
  if (system?.family === 'windows') return step.kind === 'check-volume' ? ['chkdsk X: /f'] : [];
  // In a running system the volume may be mounted, and most of these would destroy it then.
  if (environment.kind !== 'live') return [];
  if (step.kind === 'create' || step.kind === 'format') return made(at, step.partition);
  if (step.kind === 'check-volume')
    return of(at, step.partition, (path, { fileSystem }) => CHECKS[fileSystem]?.(path));
  if (step.kind === 'grow')
    return of(at, step.partition, (path, { fileSystem }) => GROWS[fileSystem]?.(path));
  if (step.kind !== 'shrink') return [];
  const size = Math.floor((step.after.length * at.survey.disk.sectorBytes) / KIB);
  return of(at, step.partition, (path, { fileSystem }) => SHRINKS[fileSystem]?.(path, size));
}

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

/** Off and on again: it is found anew then, wherever it lies. */
const RECOVERY = ['reagentc /disable', 'reagentc /enable', 'reagentc /info'];

type Of = (path: string, p: PlannedPartition) => readonly string[] | undefined;

/** Of a partition that was there: by the name that follows it wherever it is listed. */
function of(at: At, id: string, commands: Of): readonly string[] {
  const p = partitionOf(at.before.planned.plan, id) ?? partitionOf(at.plan, id);
  const path = p && pathOf(at, p);
  return (path !== undefined && p && commands(path, p)) || [];
}

/** By its PARTUUID; by its number where nobody has to guess which disk that is. */
function pathOf(at: At, p: PlannedPartition): string | undefined {
  const found = surveyedPartition(at.survey, p.from);
  if (at.survey.disk.style === 'gpt' && at.plan.target.table === 'keep' && found?.uuid)
    return `/dev/disk/by-partuuid/${found.uuid.toLowerCase()}`;
  return deviceIsAssumed(at.plan.machine) ? undefined : `/dev/${deviceOf(at, p.id)}`;
}

/** What is made is known by its number alone: only where the disk's name was told. */
function made(at: At, id: string): readonly string[] {
  const p = partitionOf(at.plan, id);
  if (!p || deviceIsAssumed(at.plan.machine)) return [];
  const { luks, lvm } = layersOf(p);
  if (luks || lvm) return containerCommands(at, p, `/dev/${deviceOf(at, id)}`);
  // So that a mount table can name it before it is there.
  const uuid = volumeUuidOf(at, p)?.uuid;
  const path = `/dev/${deviceOf(at, id)}`;
  return [...makeCommands(p.fileSystem, path, p.label, uuid), ...subvolumesOf(p, path)];
}

/** btrfs-subvolume(8): they are created in the mounted volume. */
function subvolumesOf({ subvolumes = [] }: PlannedPartition, path: string): readonly string[] {
  if (subvolumes.length === 0) return [];
  const create = subvolumes.map(({ name }) => `btrfs subvolume create ${MOUNT}/${shellWord(name)}`);
  return [`mount ${path} ${MOUNT}`, ...create, `umount ${MOUNT}`];
}

type Checks = Partial<Readonly<Record<VolumeKind, (path: string) => readonly string[]>>>;

const extCheck = (path: string) => [`e2fsck -f ${path}`];

/** Without repair where repair is a last resort: e2fsck(8), xfs_repair(8), btrfs-check(8), fsck.fat(8). */
const CHECKS: Checks = {
  ext2: extCheck,
  ext3: extCheck,
  ext4: extCheck,
  xfs: (path) => [`xfs_repair -n ${path}`],
  btrfs: (path) => [`btrfs check --readonly ${path}`],
  fat: (path) => [`fsck.fat -n ${path}`],
};

const mounted = (path: string, command: string) => [`mount ${path} ${MOUNT}`, command, `umount ${MOUNT}`];

type Shrinks = Partial<Readonly<Record<VolumeKind, (path: string, kibibytes: number) => readonly string[]>>>;

const extShrink = (path: string, kibibytes: number) => [
  `e2fsck -f ${path}`,
  `resize2fs ${path} ${kibibytes}K`,
];

/** The file system, before its partition: resize2fs(8), btrfs-filesystem(8). */
const SHRINKS: Shrinks = {
  ext2: extShrink,
  ext3: extShrink,
  ext4: extShrink,
  btrfs: (path, kibibytes) => mounted(path, `btrfs filesystem resize ${kibibytes}K ${MOUNT}`),
};

const extGrow = (path: string) => [`e2fsck -f ${path}`, `resize2fs ${path}`];

/** The file system, after its partition, to all of it: resize2fs(8), xfs_growfs(8), btrfs-filesystem(8). */
const GROWS: Checks = {
  ext2: extGrow,
  ext3: extGrow,
  ext4: extGrow,
  xfs: (path) => mounted(path, `xfs_growfs ${MOUNT}`),
  btrfs: (path) => mounted(path, `btrfs filesystem resize max ${MOUNT}`),
};
