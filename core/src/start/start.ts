import {
  OPEN_START,
  partitionOf,
  startsInCircle,
  volumesOf,
  type LoaderPlace,
  type Plan,
  type PlannedPartition,
} from '../plan/index.js';
import { surveyedPartition, type Survey } from '../survey/index.js';
import { hasOwnVolumes, isArriving, listsOthers, type System, type SystemId } from '../system/index.js';

/** Why a system would not be started as the plan has it. */
export type StartFault =
  /** The partition named is not there any more. */
  | { readonly code: 'place-missing' }
  /** UEFI firmware starts from EFI system partitions only. */
  | { readonly code: 'not-efi' }
  /** A BIOS starts what is in the disk's first sector, or the active partition's. */
  | { readonly code: 'efi-in-bios' }
  /** UEFI firmware does not run what is in the disk's first sector. */
  | { readonly code: 'disk-in-uefi' }
  /** The system whose loader was to list it is not on the disk. */
  | { readonly code: 'by-missing'; readonly by: SystemId }
  /** The systems start each other in a circle. */
  | { readonly code: 'circle' }
  /** The loader that was to list it lists systems of its own family only. */
  | { readonly code: 'cannot-list'; readonly by: SystemId }
  /** Another system’s loader is to stand in the disk’s first sector as well. */
  | { readonly code: 'disk-twice'; readonly by: SystemId }
  /** Its installer does not use that EFI system partition. */
  | { readonly code: 'not-mounted' }
  /** It is a file in another system’s volume, and no loader lists it. */
  | { readonly code: 'not-listed' }
  /** There is nowhere its loader could lie. */
  | { readonly code: 'no-place' };

/** How one system is started. */
export interface StartWay {
  readonly system: System;
  /** Whose loader lists it; `null`: it has its own entry, or is what the disk starts. */
  readonly by: System | null;
  readonly place: LoaderPlace | null;
  /** Whether the administrator decided it; else it is proposed. */
  readonly decided: boolean;
  readonly faults: readonly StartFault[];
}

export interface StartArrangement {
  readonly ways: readonly StartWay[];
  /** Systems with a start entry, in their order: the first is the default. */
  readonly order: readonly System[];
  readonly waitSeconds: number | null;
  /** The system whose loader lists the others, where there is one. */
  readonly chooser: System | null;
}

/** Systems that are on the disk once the plan is carried out. A hosted one is there as long as its host is. */
export function systemsAfter(plan: Plan): System[] {
  const holdsIt = (system: System) =>
    volumesOf(plan).some(
      (p) => p.owners.includes(system.id) && ['system', 'root'].includes(p.role) && p.treatment === 'keep',
    );
  return plan.systems.filter(
    (s) => s.change !== 'retire' && (isArriving(s) || holdsIt(s) || !hasOwnVolumes(s)),
  );
}

/** Whether it is a machine of macOS's maker, as one that has a macOS is: it has a startup manager, and neither a firmware setup nor an order there. */
export const hasStartupManager = ({ systems }: Plan): boolean =>
  systems.some((s) => s.family === 'macos' && s.origin === 'found');

/** How every system is started: as decided, and as proposed where nothing was. */
export function startOf(plan: Plan): StartArrangement {
  const systems = systemsAfter(plan);
  const { loaders, order, waitSeconds } = plan.start ?? OPEN_START;
  const chooser = chooserOf(plan, systems);
  const ways = systems.map((system): StartWay => {
    const choice = loaders[system.id];
    const proposed = proposeWay(plan, system, chooser);
    const by = choice ? choice.by : (proposed.by?.id ?? null);
    const place = choice ? choice.place : proposed.place;
    return {
      system,
      by: systems.find((s) => s.id === by) ?? null,
      place,
      decided: choice !== undefined,
      faults: faultsOf(plan, systems, system, by, place),
    };
  });
  return {
    ways: withTwice(plan, withCircles(ways)),
    order: ordered(systems, order, chooser),
    waitSeconds,
    chooser,
  };
}

/** What is started while systems that come are not there yet: the first in the boot order of those that are. */
export const staysFirst = (plan: Plan): System | undefined =>
  startOf(plan).order.find((s) => !isArriving(s) && !s.host);

/** The loader that lists others: of the last system to be installed that has one, else of any that has. */
function chooserOf({ start }: Plan, systems: readonly System[]): System | null {
  const named = Object.values(start?.loaders ?? {}).find((l) => l.by !== null)?.by;
  const lists = systems.filter((s) => listsOthers(s) && !s.host);
  const menus = lists.filter((s) => s.menu);
  return (
    systems.find((s) => s.id === named) ??
    menus.at(-1) ??
    lists.filter(isArriving).at(-1) ??
    (systems.length > 1 ? lists.at(-1) : lists[0]) ??
    null
  );
}

function proposeWay(plan: Plan, system: System, chooser: System | null): Pick<StartWay, 'by' | 'place'> {
  if (plan.target.mode === 'uefi') {
    if (system.host && chooser) return { by: chooser, place: efiPlace(plan, chooser) };
    return { by: null, place: ownVolume(plan, system) ?? efiPlace(plan, system) };
  }
  const by = chooser && chooser.id !== system.id ? chooser : null;
  return { by, place: { kind: 'disk' } };
}

/** The firmware of its maker's machines starts a macOS from its own volume. */
function ownVolume(plan: Plan, { family, id }: System): LoaderPlace | null {
  const own =
    family === 'macos'
      ? plan.partitions.find((p) => p.role === 'system' && p.owners.includes(id))
      : undefined;
  return own ? { kind: 'partition', partition: own.id } : null;
}

/** The EFI system partition it owns; for one whose setup finds its own, and for a menu that owns none, else the first on the disk. */
function efiPlace(plan: Plan, system: System): LoaderPlace | null {
  const all = plan.partitions.filter((p) => p.role === 'efi');
  const own =
    all.find((p) => p.owners.includes(system.id)) ?? (system.ownSetup || system.menu ? all[0] : undefined);
  return own ? { kind: 'efi', partition: own.id } : null;
}

/** The system whose setup makes an EFI system partition, since the plan has none: all loaders go on it. */
export function setupMakingEfi(plan: Plan): System | undefined {
  if (plan.target.mode !== 'uefi' || plan.partitions.some((p) => p.role === 'efi')) return undefined;
  return plan.systems.find(
    (s) => isArriving(s) && s.ownSetup && s.family === 'windows' && s.host === undefined,
  );
}

/**
 * Whether nobody told what a found system boots from: it stays, and neither an EFI system partition nor one for the code of a BIOS
 * is known to be its. It boots today, and nothing of that is changed.
 */
export const isUntold = ({ found, target, machine }: Plan, { id, origin, change }: System): boolean =>
  origin === 'found' &&
  change === undefined &&
  target.table === 'keep' &&
  (machine.modeInUse === 'unknown' || machine.modeInUse === target.mode) &&
  !Object.values(found).some(
    ({ role, owners }) => owners.includes(id) && (role === 'efi' || role === 'bios-boot'),
  );

function faultsOf(
  plan: Plan,
  systems: readonly System[],
  system: System,
  by: SystemId | null,
  place: LoaderPlace | null,
): StartFault[] {
  const faults: StartFault[] = [];
  const lister = systems.find((s) => s.id === by);
  if (by !== null && !lister) faults.push({ code: 'by-missing', by });
  if (lister && !listsOthers(lister) && (lister.family !== system.family || system.host))
    faults.push({ code: 'cannot-list', by: lister.id });
  if (system.host && by === null) faults.push({ code: 'not-listed' });
  if (!place)
    return setupMakingEfi(plan) || isUntold(plan, system) ? faults : [...faults, { code: 'no-place' }];
  const partition = place.kind === 'disk' ? undefined : partitionOf(plan, place.partition);
  if (place.kind !== 'disk' && !partition) return [...faults, { code: 'place-missing' }];
  if (plan.target.mode === 'uefi') {
    if (place.kind === 'disk') faults.push({ code: 'disk-in-uefi' });
    else if (startsFromOwnVolume(system, partition)) return faults;
    else if (place.kind === 'partition' || partition?.role !== 'efi') faults.push({ code: 'not-efi' });
    else if (
      by === null &&
      isArriving(system) &&
      !system.ownSetup &&
      !system.menu &&
      !partition.owners.includes(system.id)
    )
      faults.push({ code: 'not-mounted' });
  } else if (place.kind === 'efi') faults.push({ code: 'efi-in-bios' });
  return faults;
}

const startsFromOwnVolume = ({ family, id }: System, partition: PlannedPartition | undefined): boolean =>
  family === 'macos' && partition?.role === 'system' && partition.owners.includes(id);

/** Marks those that were decided to stand in the disk’s first sector together. Windows lists another Windows by itself. */
function withTwice(plan: Plan, ways: readonly StartWay[]): StartWay[] {
  if (plan.target.mode !== 'bios') return [...ways];
  const there = ways.filter((w) => w.by === null && w.place?.kind === 'disk' && !w.system.host);
  return ways.map((way) => {
    const other = there.find((w) => w !== way && w.system.family !== 'windows');
    if (!way.decided || !there.includes(way) || !other) return way;
    return { ...way, faults: [...way.faults, { code: 'disk-twice', by: other.system.id }] };
  });
}

/** Marks those that start each other in a circle. */
function withCircles(ways: readonly StartWay[]): StartWay[] {
  const by = new Map(ways.map((w) => [w.system.id, w.by?.id ?? null]));
  return ways.map((way) =>
    startsInCircle(way.system.id, by) ? { ...way, faults: [...way.faults, { code: 'circle' }] } : way,
  );
}

/** As decided, then the chooser, then the rest as they stand in the list. */
function ordered(systems: readonly System[], order: readonly SystemId[], chooser: System | null): System[] {
  const named = order.flatMap((id) => systems.find((s) => s.id === id) ?? []);
  const rest = systems.filter((s) => !named.includes(s));
  return [...named, ...rest.filter((s) => s === chooser), ...rest.filter((s) => s !== chooser)];
}

/** Paths of loaders that were read from an EFI system partition as found, by the planned partition that keeps it. */
export function loadersOn(survey: Survey, partition: PlannedPartition): readonly string[] {
  if (partition.treatment === 'format') return [];
  return surveyedPartition(survey, partition.from)?.volume?.contents?.loaders ?? [];
}
