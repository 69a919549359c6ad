import type { Planned } from './planned.js';
import { GIB } from '../quantity/index.js';
import { isDeviceName, type FirmwareMode } from '../machine/index.js';
import type { Survey, SurveyPartition } from '../survey/index.js';
import { systemFrom, type Family, type System } from '../system/index.js';
import { partitionType, type Role } from '../table/index.js';
import type { VolumeKind } from '../volume/index.js';
import { foundInside } from './inside/index.js';
import { modeRead } from './mode-read.js';
import { mountPointsIn } from './mounts.js';
import type { Begin } from './edits/kinds/begin.js';
import type { FoundNote, PlannedPartition } from './plan.js';

/** Below this a basic-data volume is hardly a Windows system. Rule of thumb. */
const SMALLEST_WINDOWS_BYTES = 16 * GIB;
const SMALL_START_VOLUME_BYTES = 2 * GIB;

const TYPE_CONTENT: Readonly<Record<string, VolumeKind>> = {
  'EFI system': 'fat',
  'Windows reserved': 'none',
  'Basic data': 'ntfs',
  'Windows recovery': 'ntfs',
  'Linux swap': 'swap',
  'BIOS boot': 'none',
  'BSD boot': 'none',
  'Linux LVM': 'lvm',
  'Linux RAID': 'raid',
  'Linux LUKS': 'luks',
  'LDM metadata': 'ldm',
  'LDM data': 'ldm',
  APFS: 'apfs',
  'HFS+': 'hfsplus',
  'BSD UFS': 'ufs',
  'BSD ZFS': 'zfs',
  FAT32: 'fat',
  FAT16: 'fat',
};

/** What each surveyed partition is likely to be, by its type, content and mounts, before anybody says so; owned by nobody. */
export function likelyNotes(survey: Survey): ReadonlyMap<string, FoundNote> {
  const mounts = mountPointsIn(survey);
  return new Map(survey.partitions.map((p) => [p.id, proposeNote(p, proposeRole(p, survey, mounts), [])]));
}

/**
 * Rests the plan on a survey: everything kept as found, with proposed meanings and owners. Systems that
 * were to be added stay, and those that the administrator said are there. What the survey did not read is proposed from the partition's type, never taken
 * for known: used space stays unknown.
 */
export function beginEdit(planned: Planned): Begin {
  const { plan, survey } = planned;
  const mounts = mountPointsIn(survey);
  const roles = new Map(survey.partitions.map((p) => [p.id, proposeRole(p, survey, mounts)]));
  const families = familiesOn(survey, roles);
  const systems = [
    ...families.map((family) => foundSystem(family, survey)),
    ...plan.systems.filter((s) => s.origin === 'new' || !isProposed(s)),
  ];
  const found: Record<string, FoundNote> = {};
  for (const p of survey.partitions) found[p.id] = proposeNote(p, roles.get(p.id)!, families);
  return {
    kind: 'begin',
    surveyId: survey.id,
    target: {
      mode: proposeMode(planned),
      style: survey.disk.style === 'mbr' ? 'mbr' : 'gpt',
      table: survey.disk.style === 'none' ? 'new' : 'keep',
      controller: plan.target.controller,
      secureBoot: plan.target.secureBoot,
    },
    systems,
    found,
    partitions: survey.partitions.map((p) => keptPartition(survey, p, found[p.id]!, mounts.get(p.id))),
    device: deviceToldBy(survey) ?? plan.machine.device,
    ticked: [],
  };
}

/** The device that a survey names, where a plan can name it too. */
const deviceToldBy = ({ disk: { device } }: Survey): string | undefined =>
  device !== undefined && isDeviceName(device) ? device : undefined;

/** Of the systems on a disk one a family is proposed, under this id; others were told. */
const proposedId = (family: Family) => `found-${family}`;
const isProposed = ({ id, family }: System) => id === proposedId(family);

/** The planned partition that leaves a surveyed one as it is, with the volumes that were read inside of it. */
export function keptPartition(
  survey: Survey,
  p: SurveyPartition,
  note: FoundNote,
  mountPoint = '',
): PlannedPartition {
  const inside = foundInside(survey, p).map(({ volume }) => volume);
  return {
    id: p.id,
    from: p.id,
    start: p.start,
    length: p.length,
    treatment: 'keep',
    role: note.role,
    owners: note.owners,
    fileSystem: note.kind,
    label: p.volume?.label ?? '',
    name: p.name ?? '',
    mountPoint: inside.length > 1 ? '' : mountPoint || (p.volume?.mountPoint ?? ''),
    ...(inside.length > 0 ? { inside } : {}),
  };
}

function proposeMode(planned: Planned): FirmwareMode {
  const { plan, survey } = planned;
  const { firmware, modeInUse } = plan.machine;
  if (firmware === 'uefi' || firmware === 'bios') return firmware;
  if (modeInUse !== 'unknown') return modeInUse;
  const read = modeRead(survey);
  if (read !== 'unknown') return read;
  return survey.disk.style === 'mbr' ? 'bios' : 'uefi';
}

function bytesIn(p: SurveyPartition, survey: Survey): number {
  return p.length * survey.disk.sectorBytes;
}

type Mounts = ReadonlyMap<string, string>;

function proposeRole(p: SurveyPartition, survey: Survey, mounts: Mounts): Role {
  const type = partitionType(p.type ?? '');
  const byType = type?.role ?? 'other';
  if (byType !== 'data') return byType;
  if (type?.name === 'Basic data') return windowsRole(p, survey);
  return type?.family === 'linux' ? linuxRole(p, survey, mounts) : byType;
}

/** The largest basic-data volume is the likely Windows; on an MBR the small active one holds its start files. */
function windowsRole(p: SurveyPartition, survey: Survey): Role {
  const mayHold = (q: SurveyPartition) =>
    ['ntfs', 'windows-encrypted', 'unknown'].includes(q.volume?.kind ?? 'unknown');
  if (!mayHold(p)) return 'data';
  const peers = survey.partitions.filter(
    (q) => partitionType(q.type ?? '')?.name === 'Basic data' && mayHold(q),
  );
  const largest = peers.reduce((a, b) => (b.length > a.length ? b : a), p);
  if (p.active && bytesIn(p, survey) <= SMALL_START_VOLUME_BYTES) return 'boot';
  return p.id === largest.id && bytesIn(p, survey) >= SMALLEST_WINDOWS_BYTES ? 'system' : 'data';
}

const MOUNTED_ROLES: Readonly<Record<string, Role>> = { '/': 'root', '/home': 'home', '/boot': 'boot' };

function linuxRole(p: SurveyPartition, survey: Survey, mounts: Mounts): Role {
  const mounted = MOUNTED_ROLES[mounts.get(p.id) ?? ''];
  if (mounted) return mounted;
  const called = /\b(root|home|boot)\b/i.exec(`${p.name ?? ''} ${p.volume?.label ?? ''}`)?.[1]?.toLowerCase();
  if (called) return called as Role;
  const peers = survey.partitions.filter((q) => partitionType(q.type ?? '')?.name === 'Linux data');
  const rootKnown = survey.partitions.some((q) => partitionType(q.type ?? '')?.role === 'root');
  return !rootKnown && peers[0]?.id === p.id ? 'root' : 'data';
}

function familiesOn(survey: Survey, roles: ReadonlyMap<string, Role>): Family[] {
  const present = new Set<Family>();
  for (const p of survey.partitions) {
    const type = partitionType(p.type ?? '');
    if (type?.family) present.add(type.family);
    if (roles.get(p.id) === 'system' && type?.name === 'Basic data') present.add('windows');
  }
  return (['windows', 'macos', 'linux', 'bsd'] as const).filter((family) => present.has(family));
}

const FOUND_PROFILES: Readonly<Record<Family, string>> = {
  windows: 'windows-11',
  linux: 'linux-desktop',
  macos: 'macos',
  bsd: 'bsd',
};

function foundSystem(family: Family, survey: Survey): System {
  const profile = family === 'windows' && survey.disk.style === 'mbr' ? 'windows-10' : FOUND_PROFILES[family];
  const read = survey.partitions.map((p) => p.volume?.contents?.systemName).find((n) => n !== undefined);
  const plain = { windows: 'Windows', linux: 'Linux', macos: 'macOS', bsd: 'BSD' }[family];
  const name = family === 'linux' && read ? read.slice(0, 60) : plain;
  return systemFrom(profile, { id: proposedId(family), name, origin: 'found' });
}

function proposeNote(p: SurveyPartition, role: Role, families: readonly Family[]): FoundNote {
  const type = partitionType(p.type ?? '');
  const kind = p.volume?.kind ?? TYPE_CONTENT[type?.name ?? ''] ?? 'unknown';
  return {
    role,
    owners: proposeOwners(role, type?.family, families),
    kind,
    usedBytes: null,
    leastBytes: null,
    encrypted: p.volume?.encrypted || kind === 'windows-encrypted' ? 'yes' : saidOf(p.volume?.encrypted),
  };
}

const saidOf = (encrypted: boolean | undefined): FoundNote['encrypted'] =>
  encrypted === false ? 'no' : 'unknown';

function proposeOwners(role: Role, family: Family | undefined, families: readonly Family[]): string[] {
  if (role === 'efi') return families.map((f) => `found-${f}`);
  const owner =
    family ?? (['system', 'boot', 'data'].includes(role) ? families.find((f) => f === 'windows') : undefined);
  return owner && families.includes(owner) ? [`found-${owner}`] : [];
}
