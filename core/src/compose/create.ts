import type { Sectors } from '../quantity/index.js';
import type { System } from '../system/index.js';
import type { Role } from '../table/index.js';
import { VOLUME_TRAITS, type VolumeKind } from '../volume/index.js';
import type { Plan, PlannedPartition } from '../plan/index.js';
import { freshPartitionId } from './ids.js';

const ROLE_DEFAULTS: Readonly<Partial<Record<Role, { content: VolumeKind; label: string; mount: string }>>> =
  {
    efi: { content: 'fat', label: 'EFI', mount: '/boot/efi' },
    root: { content: 'ext4', label: 'root', mount: '/' },
    home: { content: 'ext4', label: 'home', mount: '/home' },
    swap: { content: 'swap', label: 'swap', mount: '' },
    boot: { content: 'ext4', label: 'boot', mount: '/boot' },
    'bios-boot': { content: 'none', label: '', mount: '' },
    system: { content: 'ntfs', label: 'System', mount: '' },
    reserved: { content: 'none', label: '', mount: '' },
    recovery: { content: 'ntfs', label: 'Recovery', mount: '' },
    data: { content: 'ext4', label: 'data', mount: '/srv/data' },
  };

/** A new partition for a role, with the file system, label and mount point usual for it and its owners. */
export function newPartition(
  plan: Plan,
  wanted: {
    readonly role: Role;
    readonly start: Sectors;
    readonly length: Sectors;
    readonly owners: readonly System[];
    /** In the extended container of an MBR. */
    readonly logical?: boolean;
  },
): PlannedPartition {
  const { role, start, length, owners } = wanted;
  const usual = ROLE_DEFAULTS[role] ?? { content: 'ext4' as const, label: '', mount: '' };
  const fileSystem = contentFor(role, usual.content, owners);
  const label = distinctLabel(plan, usual.label, fileSystem);
  return {
    id: freshPartitionId(plan),
    from: null,
    start,
    length,
    treatment: 'format',
    role,
    owners: owners.map((s) => s.id),
    fileSystem,
    label,
    name: label,
    mountPoint: owners.some((s) => s.family === 'windows') && role !== 'efi' ? '' : usual.mount,
    ...(wanted.logical ? { logical: true } : {}),
  };
}

function contentFor(role: Role, usual: VolumeKind, owners: readonly System[]): VolumeKind {
  const families = new Set(owners.map((s) => s.family));
  if (role === 'root' && families.has('bsd')) return 'ufs';
  if (role === 'system' && families.has('macos')) return 'apfs';
  if (role === 'data' && families.has('windows')) return families.size > 1 ? 'exfat' : 'ntfs';
  if (role === 'data' && families.has('macos') && families.size > 1) return 'exfat';
  return usual;
}

/** The label, numbered where another partition carries it already, within what the file system can hold. */
function distinctLabel(plan: Plan, label: string, content: VolumeKind): string {
  const most = VOLUME_TRAITS[content].labelLimit ?? 36;
  const taken = new Set(plan.partitions.map((p) => p.label));
  const numbered = (n: number) => `${label.slice(0, most - String(n).length)}${n}`;
  let candidate = label.slice(0, most);
  for (let n = 2; label !== '' && taken.has(candidate); n++) candidate = numbered(n);
  return candidate;
}
