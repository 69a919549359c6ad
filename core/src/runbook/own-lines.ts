import { partitionOf, type PlannedPartition } from '../plan/index.js';
import { MIB } from '../quantity/index.js';
import { keptStretches, STICK } from '../deed/index.js';
import type { Step, StepFor, StepKind } from '../sequence/index.js';
import { defaultClock, type Family, type System } from '../system/index.js';
import { diskVariable } from './paths.js';
import type { At } from './says/facts.js';
import { movesRecovery, putsItselfFirst } from './says/systems.js';

type Lines<K extends StepKind> = (at: At, step: StepFor<K>, system: System | undefined) => readonly string[];

const nothing = () => [];

/** Every kind of step, in a system that runs or a live session, of what is not at a partition. */
const OWN: { readonly [K in StepKind]: Lines<K> } = {
  'safety-copy': savesTable,
  unhibernate: (_, __, system) => (system && UNHIBERNATES[system.family]) ?? [],
  'first-start': (at, _, system) => (system ? atFirstStart(at, system) : []),
  'safe-start': () => ['bcdedit /set {current} safeboot minimal'],
  'usual-start': () => ['bcdedit /deletevalue {current} safeboot'],
  'remove-start': (at, { environment }, system) => {
    if (system?.family !== 'windows') return [];
    return putsItselfFirst(at.plan, environment)
      ? ['bcdedit /set {fwbootmgr} displayorder {bootmgr} /addfirst', ...SHOWS_ENTRIES]
      : SHOWS_ENTRIES;
  },
  'check-volume': (at, { partition }, system) =>
    system?.family === 'windows' && isRunningVolume(partitionOf(at.plan, partition))
      ? ['chkdsk C: /scan']
      : [],
  backup: nothing,
  'change-inside': nothing,
  'controller-mode': nothing,
  'convert-table': nothing,
  create: nothing,
  'create-container': nothing,
  delete: nothing,
  'delete-container': nothing,
  'firmware-mode': nothing,
  format: nothing,
  grow: nothing,
  'grow-container': nothing,
  install: nothing,
  'mount-table': nothing,
  move: nothing,
  'move-aside': nothing,
  'new-table': nothing,
  'prepare-live': nothing,
  'prepare-medium': nothing,
  'recovery-key': nothing,
  'redo-start': nothing,
  relist: nothing,
  'repair-table': nothing,
  'resume-protection': nothing,
  'secure-boot-off': nothing,
  'secure-boot-on': nothing,
  'set-active': nothing,
  'set-label': nothing,
  'set-name': nothing,
  'set-type': nothing,
  shrink: nothing,
  'shrink-container': nothing,
  'start-order': nothing,
  'suspend-protection': nothing,
  'verify-disk': nothing,
  'verify-start': nothing,
};

/** What is typed in a system that runs: with its own utilities, at nothing that it runs from. */
export function ownLines(at: At, step: Step, system: System | undefined): readonly string[] {
  const lines: (at: At, step: never, system: System | undefined) => readonly string[] = OWN[step.kind];
  return lines(at, step as never, system);
}

/** Whether it is the volume that a Windows runs from: it is checked while it is in use (chkdsk, `/scan`). */
const isRunningVolume = (p: PlannedPartition | undefined): boolean => p?.role === 'system';

const atFirstStart = (at: At, system: System): readonly string[] => [
  ...(system.clock === defaultClock(system.family) ? [] : (CLOCKS[system.family]?.[system.clock] ?? [])),
  ...(system.family === 'windows' && movesRecovery(at, system.id) ? RECOVERY : []),
];

/** Every entry as a running Windows or macOS lists it: Get-Partition (Storage module), ioreg(8). */
const LISTS: Partial<Readonly<Record<Family, readonly string[]>>> = {
  windows: [
    'Get-Disk | Format-List * | Out-File "$T\\disks.txt"',
    'Get-Partition | Format-List * | Out-File "$T\\table.txt"',
  ],
  macos: ['ioreg -a -c IOMedia -r -l > "$T/table.txt"'],
};

/** The table's sectors, where none were kept when the disk was read; only onto a medium that is mounted. */
function savesTable(at: At, { of: made, family }: StepFor<'safety-copy'>): readonly string[] {
  if (made === 'list') return (family && LISTS[family]) ?? [];
  if (made !== 'sectors') return [];
  const disk = diskVariable(at, at.before);
  const { sectorBytes } = at.survey.disk;
  return [
    'lsblk -o NAME,SIZE,MODEL,TRAN,LABEL',
    `mkdir -p ${STICK}`,
    ...(disk === undefined ? [] : [disk]),
    ...keptStretches(at.survey).map(
      ({ file, span }) =>
        `mountpoint -q ${STICK} && sudo dd if=$D of=${STICK}/${file} ${blocks(span.start * sectorBytes, span.length * sectorBytes)} conv=fsync`,
    ),
    `ls -l ${STICK}`,
  ];
}

/** Where `dd` finds bytes, in as large blocks as divide them. */
function blocks(from: number, bytes: number): string {
  const [size, name] = from % MIB === 0 && bytes % MIB === 0 ? [MIB, '1M'] : [512, '512'];
  return [`bs=${name}`, ...(from === 0 ? [] : [`skip=${from / size}`]), `count=${bytes / size}`].join(' ');
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

/** The firmware's entries, and the EFI system partition under a letter: bcdedit, mountvol. */
const SHOWS_ENTRIES = ['bcdedit /enum firmware', 'mountvol S: /s', 'dir S:\\EFI'];

/** Off and on again: it is found anew then, wherever it lies. */
const RECOVERY = ['reagentc /disable', 'reagentc /enable', 'reagentc /info'];
