import { GIB } from '../quantity/index.js';
import type { Survey, SurveyPartition } from '../survey/index.js';
import type { Family } from '../system/index.js';
import { partitionType, type Role } from '../table/index.js';
import type { VolumeKind } from '../volume/index.js';
import { foundInside } from './inside/index.js';
import { mountPointsIn } from './mounts.js';
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

/** Of the systems on a disk one a family is proposed, under this id; others were told. */
export const foundSystemId = (family: Family): string => `found-${family}`;

/** What each surveyed partition is likely to be, by its type, content and mounts, before anybody says so; owned by nobody. */
export function likelyNotes(survey: Survey): ReadonlyMap<string, FoundNote> {
  const roles = likelyRoles(survey);
  return new Map(survey.partitions.map((p) => [p.id, likelyNote(p, roles.get(p.id)!, [])]));
}

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

function bytesIn(p: SurveyPartition, survey: Survey): number {
  return p.length * survey.disk.sectorBytes;
}

/** What each surveyed partition is likely for. */
export function likelyRoles(survey: Survey): ReadonlyMap<string, Role> {
  const mounts = mountPointsIn(survey);
  return new Map(survey.partitions.map((p) => [p.id, likelyRole(p, survey, mounts)]));
}

type Mounts = ReadonlyMap<string, string>;

function likelyRole(p: SurveyPartition, survey: Survey, mounts: Mounts): Role {
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

/** What a surveyed partition of this role is likely to be, and whose, of the families that are on the disk. */
export function likelyNote(p: SurveyPartition, role: Role, families: readonly Family[]): FoundNote {
  const type = partitionType(p.type ?? '');
  const kind = p.volume?.kind ?? TYPE_CONTENT[type?.name ?? ''] ?? 'unknown';
  return {
    role,
    owners: likelyOwners(role, type?.family, families),
    kind,
    usedBytes: null,
    leastBytes: null,
    encrypted: p.volume?.encrypted || kind === 'windows-encrypted' ? 'yes' : saidOf(p.volume?.encrypted),
  };
}

const saidOf = (encrypted: boolean | undefined): FoundNote['encrypted'] =>
  encrypted === false ? 'no' : 'unknown';

function likelyOwners(role: Role, family: Family | undefined, families: readonly Family[]): string[] {
  if (role === 'efi') return families.map(foundSystemId);
  const owner =
    family ?? (['system', 'boot', 'data'].includes(role) ? families.find((f) => f === 'windows') : undefined);
  return owner && families.includes(owner) ? [foundSystemId(owner)] : [];
}
