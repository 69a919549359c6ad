import type { VolumeKind } from '../volume/index.js';
import {
  alignmentSectors,
  plannedGaps,
  overlap,
  isActive,
  MBR_SLOTS,
  slotsOf,
  type Span,
} from '../layout/index.js';
import { derived, endOf, type Planned, type PlannedPartition } from '../plan/index.js';
import { alignDown, alignUp, GIB, MIB, sectors, sectorsToHold } from '../quantity/index.js';
import { isArriving, type System, type SystemId } from '../system/index.js';
import type { Role } from '../table/index.js';

/** Free space that a setup is given, in which it makes partitions of its own. */
export interface SetupRoom extends Span {
  readonly system: SystemId;
}

/** What a setup makes in its room. Sizes in bytes; `most` is `null` for what takes the rest. */
export interface SetupPart {
  readonly role: Role;
  readonly fileSystem: VolumeKind;
  readonly leastBytes: number;
  readonly mostBytes: number | null;
}

/** A part of a setup where it is likely to lie. */
export interface PlacedSetupPart extends SetupPart, Span {
  readonly id: string;
  readonly system: SystemId;
}

/**
 * The largest free space that no other setup has, or as much of it as the setup is told to take; on an MBR, outside of the extended
 * partition only while a slot is left for it.
 */
export function roomIn(
  planned: Planned,
  system: SystemId,
  given: readonly SetupRoom[],
): SetupRoom | undefined {
  const { plan, survey } = planned;
  const slots = slotsOf(planned);
  const outside = given.filter((room) => !slots?.container || !overlap(room, slots.container)).length;
  const isFull = slots !== undefined && slots.free <= outside;
  const free = plannedGaps(planned)
    .filter((gap) => gap.inside || !isFull)
    .map((gap) => behindRooms(gap, given));
  const step = alignmentSectors(survey.disk.sectorBytes);
  const [largest] = free.sort((a, b) => b.length - a.length);
  // What holds no whole MiB is alignment, not room.
  if (!largest || alignUp(largest.start, step) + step > endOf(largest)) return undefined;
  const told = plan.systems.find((s) => s.id === system)?.room;
  const wanted = told === undefined ? Infinity : alignUp(sectorsToHold(told, survey.disk.sectorBytes), step);
  const lead = alignUp(largest.start, step) - largest.start;
  return { system, start: largest.start, length: sectors(Math.min(largest.length, lead + wanted)) };
}

/** What setups before leave of free space: they take it from its start. */
function behindRooms(gap: Span, given: readonly SetupRoom[]): Span {
  const start = Math.max(gap.start, ...given.filter((room) => overlap(room, gap)).map(endOf));
  return { start: sectors(start), length: sectors(endOf(gap) - start) };
}

/** Whether the setup of a system is given free space, and no partition that is held for it. */
export const takesRoom = (system: System, partitions: readonly PlannedPartition[]): boolean =>
  isArriving(system) &&
  system.ownSetup &&
  system.host === undefined &&
  !partitions.some((p) => p.role === 'system' && p.owners.includes(system.id));

/** The volume over which a setup installs a system anew without formatting it: it sets the files of the old one aside there. */
export const installedOver = (
  system: System,
  partitions: readonly PlannedPartition[],
): PlannedPartition | undefined =>
  system.change === 'reinstall' && system.ownSetup
    ? partitions.find((p) => p.role === 'system' && p.treatment === 'keep' && p.owners.includes(system.id))
    : undefined;

/** The room of every setup, in the order in which they are installed: Windows first. */
export function setupRooms(planned: Planned): readonly SetupRoom[] {
  const { systems, partitions } = planned.plan;
  return systems
    .filter((s) => takesRoom(s, partitions))
    .sort((a, b) => Number(b.family === 'windows') - Number(a.family === 'windows'))
    .reduce<readonly SetupRoom[]>((rooms, { id }) => {
      const room = roomIn(planned, id, rooms);
      return room ? [...rooms, room] : rooms;
    }, []);
}

/**
 * What the setup of a Windows makes in its room, in the order of places. On a GPT: an EFI system partition where the disk has none,
 * the reserved one, the system volume, and recovery behind it. On an MBR: a small active one where none is active and a slot
 * is left. Sizes by common practice. Nothing is told of setups of other families. `before`: what other setups made by then.
 */
export function partsOfSetup(
  planned: Planned,
  system: System,
  before: readonly SetupPart[] = [],
): readonly SetupPart[] {
  if (system.family !== 'windows') return [];
  const { plan } = planned;
  const rest: SetupPart = {
    role: 'system',
    fileSystem: 'ntfs',
    leastBytes: system.leastBytes,
    mostBytes: null,
  };
  const recovery: SetupPart = {
    role: 'recovery',
    fileSystem: 'ntfs',
    leastBytes: GIB / 2,
    mostBytes: GIB,
  };
  if (plan.target.style === 'gpt') {
    const efi: SetupPart = { role: 'efi', fileSystem: 'fat', leastBytes: 100 * MIB, mostBytes: 260 * MIB };
    return [
      ...([...plan.partitions, ...before].some((p) => p.role === 'efi') ? [] : [efi]),
      { role: 'reserved', fileSystem: 'none', leastBytes: 16 * MIB, mostBytes: 16 * MIB },
      rest,
      recovery,
    ];
  }
  const slots = slotsOf(planned);
  const used = (slots?.primaries.length ?? 0) + (slots?.container ? 1 : 0) + before.length;
  const active = before.length > 0 || plan.partitions.some((p) => isActive(planned, p));
  const start: SetupPart = {
    role: 'boot',
    fileSystem: 'ntfs',
    leastBytes: 50 * MIB,
    mostBytes: 500 * MIB,
  };
  return [...(active || used + 2 > MBR_SLOTS ? [] : [start]), rest];
}

/**
 * Where the parts of a setup are likely to lie in its room: side by side from its first whole MiB on, each as large as it is at the
 * most, and what takes the rest between them. None where the room is too small for its system.
 */
export function placedParts(
  planned: Planned,
  room: SetupRoom,
  before: readonly SetupPart[],
): readonly PlacedSetupPart[] {
  const system = planned.plan.systems.find((s) => s.id === room.system);
  const parts = system ? partsOfSetup(planned, system, before) : [];
  const step = alignmentSectors(planned.survey.disk.sectorBytes);
  const length = ({ mostBytes }: SetupPart) =>
    mostBytes === null ? 0 : alignUp(sectorsToHold(mostBytes, planned.survey.disk.sectorBytes), step);
  let at: number = alignUp(room.start, step);
  const rest = alignDown(endOf(room) - at - parts.reduce((sum, part) => sum + length(part), 0), step);
  if (!system || rest * planned.survey.disk.sectorBytes < system.leastBytes) return [];
  return parts.map((part): PlacedSetupPart => {
    const placed = { start: sectors(at), length: sectors(part.mostBytes === null ? rest : length(part)) };
    at = endOf(placed);
    return { ...part, ...placed, id: `setup/${room.system}/${part.role}`, system: room.system };
  });
}

/** What all setups are likely to make in their rooms, in the order in which they are installed. */
export const partsInRooms = derived((planned: Planned): readonly PlacedSetupPart[] =>
  setupRooms(planned).reduce<readonly PlacedSetupPart[]>(
    (made, room) => [...made, ...placedParts(planned, room, made)],
    [],
  ),
);
