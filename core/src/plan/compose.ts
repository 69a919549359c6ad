import { alignUp, bytes, sectors, type Bytes, type Sectors } from '../quantity/index.js';
import type { SizeContext } from '../quantity/index.js';
import type { Survey } from '../survey/index.js';
import type { System } from '../system/index.js';
import type { Role } from '../table/index.js';
import { VOLUME_TRAITS, type VolumeKind } from '../volume/index.js';
import { keptPartition } from './begin.js';
import type { BatchEdit, Edit, SingleEdit } from './edits/edit.js';
import { floorOf, usedOf } from './floor.js';
import { alignmentSectors, lengthFor, roomAround, sizeOf, type GapPart } from './layout.js';
import { endOf, partitionOf, type FoundNote, type Plan, type PlannedPartition } from './plan.js';

/** The end of a partition that stays where it is when the size changes. */
export type Held = 'start' | 'end';

/** Edits to be made all or none, under a title that undo shows. */
export function batch(title: string, edits: readonly SingleEdit[]): BatchEdit {
  return { kind: 'batch', title, edits };
}

/** An id no partition of the plan has. */
export function freshPartitionId(plan: Plan): string {
  return `new-${
    1 +
    highest(
      plan.partitions.map((p) => p.id),
      /^new-(\d+)$/,
    )
  }`;
}

/** An id no system of the plan has. */
export function freshSystemId(plan: Plan): string {
  return `system-${
    1 +
    highest(
      plan.systems.map((s) => s.id),
      /^system-(\d+)$/,
    )
  }`;
}

function highest(ids: readonly string[], pattern: RegExp): number {
  return Math.max(0, ...ids.map((id) => Number(pattern.exec(id)?.[1] ?? 0)));
}

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
  let candidate = label;
  for (let n = 2; label !== '' && taken.has(candidate); n++) candidate = `${label}${n}`;
  return candidate.slice(0, most);
}

/** What sizes typed for this partition may refer to; `rest` is the room on the side that is not held. */
export function sizeContextFor(
  plan: Plan,
  survey: Survey,
  partition: PlannedPartition,
  hold: Held = 'start',
): SizeContext {
  const room = roomAround(plan, survey, partition.id);
  const used = partition.from === null ? undefined : usedOf(plan, survey, partition.from);
  const floor = floorOf(plan, survey, partition);
  return {
    disk: diskBytes(survey),
    now: sizeOf(partition, survey),
    rest: bytes((partition.length + (hold === 'start' ? room.after : room.before)) * survey.disk.sectorBytes),
    ...(used ? { used: used.bytes } : {}),
    ...(floor ? { floor: floor.bytes } : {}),
    ...ramOf(plan),
  };
}

/** What sizes typed for a new partition in this gap may refer to. */
export function sizeContextForGap(plan: Plan, survey: Survey, gap: GapPart): SizeContext {
  return { disk: diskBytes(survey), rest: sizeOf(gap.usable, survey), ...ramOf(plan) };
}

function diskBytes(survey: Survey): Bytes {
  return bytes(survey.disk.sizeSectors * survey.disk.sectorBytes);
}

function ramOf(plan: Plan): { ram?: Bytes } {
  return plan.machine.ramBytes === null ? {} : { ram: bytes(plan.machine.ramBytes) };
}

/**
 * The edit that gives a partition this size in bytes, one end held in place. The other end comes to lie on
 * a whole MiB, or at the end of the room. A present size, however odd, stays as it is.
 */
export function resizeTo(
  plan: Plan,
  survey: Survey,
  partition: PlannedPartition,
  size: number,
  hold: Held = 'start',
): Edit {
  const { sectorBytes } = survey.disk;
  const room = roomAround(plan, survey, partition.id);
  const edit = (length: Sectors): Edit => ({ kind: 'resize', partition: partition.id, length, hold });
  if (size === sizeOf(partition, survey)) return edit(partition.length);
  if (hold === 'start')
    return edit(lengthFor(size, partition.start, partition.length + room.after, sectorBytes));
  const step = alignmentSectors(sectorBytes);
  const end = endOf(partition);
  const wanted = Math.floor((end - Math.ceil(size / sectorBytes)) / step) * step;
  const first = alignUp(partition.start - room.before, step);
  const roundedOnly = wanted < first && wanted + step > first;
  return edit(sectors(Math.max(0, end - (roundedOnly ? first : wanted))));
}

/** Says what a surveyed partition is, and lets the planned one that keeps it follow. */
export function noteFoundEdit(plan: Plan, found: string, changes: Partial<FoundNote>): Edit {
  const note: SingleEdit = { kind: 'note-found', found, changes };
  const kept = plan.partitions.find((p) => p.from === found && p.treatment === 'keep');
  const follow = {
    ...(changes.role === undefined ? {} : { role: changes.role }),
    ...(changes.owners === undefined ? {} : { owners: changes.owners }),
    ...(changes.kind === undefined ? {} : { fileSystem: changes.kind }),
  };
  if (!kept || Object.keys(follow).length === 0) return note;
  return batch('Say what a part is', [note, { kind: 'describe', partition: kept.id, changes: follow }]);
}

/** Takes a system out of the plan: what it was to get is deleted, what it owned alone has no owner. */
export function removeSystemEdit(plan: Plan, system: System): Edit {
  const without = (owners: readonly string[]) => owners.filter((owner) => owner !== system.id);
  const planned = plan.partitions
    .filter((p) => p.owners.includes(system.id))
    .map((p): SingleEdit =>
      p.from === null && p.owners.length === 1
        ? { kind: 'remove', partition: p.id }
        : { kind: 'describe', partition: p.id, changes: { owners: without(p.owners) } },
    );
  const found = Object.entries(plan.found)
    .filter(([, note]) => note.owners.includes(system.id))
    .map(([id, note]): SingleEdit => ({
      kind: 'note-found',
      found: id,
      changes: { owners: without(note.owners) },
    }));
  return batch(`Take out ${system.name}`, [
    ...planned,
    ...found,
    { kind: 'remove-system', system: system.id },
  ]);
}

/** Writes a new GPT: every partition leaves the plan, found ones with all they hold. */
export function newTableEdit(plan: Plan): BatchEdit {
  const removals = plan.partitions.map((p): SingleEdit => ({ kind: 'remove', partition: p.id }));
  return batch('Write a new table', [
    ...removals,
    { kind: 'set-target', changes: { style: 'gpt', table: 'new' } },
  ]);
}

/** Puts a deleted surveyed partition back as it was found. */
export function undeleteEdit(plan: Plan, survey: Survey, found: string): Edit | undefined {
  const surveyed = survey.partitions.find((p) => p.id === found);
  const note = plan.found[found];
  if (!surveyed || !note || partitionOf(plan, found)) return undefined;
  return { kind: 'create', partition: keptPartition(surveyed, note) };
}
