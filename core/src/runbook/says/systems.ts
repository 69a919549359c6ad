import {
  fatesOf,
  layersOf,
  partitionOf,
  partitionTitle,
  roleInSentence,
  roleName,
  systemOf,
  volumesOf,
  encryptsItself,
  startsByOwnEntry,
  type Plan,
  type Planned,
  type PlannedPartition,
} from '../../plan/index.js';
import { partsOfSetup } from '../../rooms/index.js';
import { entryName } from '../../firmware/index.js';
import { sheetOf, sheetsOf, type RecognitionRow, type Sheet } from '../../moment/index.js';
import { deviceName, partitionDevice } from '../../recognition/index.js';
import { volumeName } from '../../volume/index.js';
import { placeIn, procedureFor, type Environment, type StepFor } from '../../sequence/index.js';
import {
  entryOf,
  hasStartupManager,
  fallbackPath,
  loadersOn,
  setupMakingEfi,
  startOf,
  staysFirst,
  systemsAfter,
} from '../../start/index.js';
import { defaultClock, isArriving, type System } from '../../system/index.js';
import { message } from '../../words/index.js';
import { bytesOf, deviceOf, diskOf, nameOf, systemName, type At } from './facts.js';

export function install(planned: At, step: StepFor<'install'>) {
  const { plan } = planned;
  const system = systemOf(plan, step.system);
  const about = { system: systemName(planned, step.system), disk: diskOf(planned) };
  const volume = system?.host && partitionOf(plan, system.host.partition);
  if (system?.host && volume) {
    const menu = startOf(plan).chooser;
    return message('step.install-hosted', {
      system: system.name,
      volume: nameOf(planned, volume.id),
      bytes: system.host.bytes,
      menu: menu?.name ?? null,
      later: menu?.menu === true && isArriving(menu),
    });
  }
  if (system?.menu) return installMenu(planned, system);
  const madeBy = setupMakingEfi(plan);
  const sheet = sheetOfInstaller(planned, step);
  if (system?.ownSetup)
    return message('step.install-own', { ...about, room: roomForSetup(planned, system, sheet) });
  const rows = sheet.flatMap((row) => {
    const p = row.kind === 'partition' ? partitionOf(plan, row.id) : undefined;
    return p?.owners.includes(step.system) && !isCarrier(p) ? [{ row, p }] : [];
  });
  const made = madeHere(planned, step).map((p) => ({ p, device: deviceOf(planned, p.id) }));
  return message('step.install', {
    ...about,
    lines: rows.map(({ row, p }) => ({
      device: row.device,
      binary: row.binary,
      decimal: row.decimal,
      content: volumeName(p.fileSystem),
      mountPoint: p.mountPoint,
      subvolumes: p.subvolumes ?? [],
      use: p.role === 'swap' ? message('use.swap') : roleName(p.role),
      format: formatting(planned, p, row),
    })),
    ...insideOf(planned, step.system),
    mode: plan.target.mode,
    efiDevice:
      rows.find(({ p }) => p.role === 'efi')?.row.device ??
      made.find(({ p }) => p.role === 'efi')?.device ??
      null,
    made: made.map(({ p, device }) => ({ device, name: partitionTitle(p) })),
    efiMadeAs: efiOfSetup(planned),
    efiMadeBy: madeBy !== undefined && madeBy.id !== step.system ? madeBy.name : null,
  });
}

/** What starts the others, and belongs to none of them. */
function installMenu(at: At, system: System) {
  const { ways } = startOf(at.plan);
  const place = ways.find((way) => way.system.id === system.id)?.place;
  const efi = place?.kind === 'efi' ? partitionOf(at.plan, place.partition) : undefined;
  return message('step.install-menu', {
    system: system.name,
    disk: diskOf(at),
    efi: efi
      ? {
          device: deviceOf(at, efi.id),
          name: nameOf(at, efi.id),
          number: at.before.numbers.get(efi.id) ?? at.after.numbers.get(efi.id) ?? 0,
        }
      : null,
    lists: ways.filter((way) => way.by?.id === system.id).map((way) => way.system.name),
    signed: system.signed,
  });
}

/** The device of an EFI system partition that a setup made by then. */
function efiOfSetup({ before, plan }: At): string | null {
  const made = before.made.find(({ role }) => role === 'efi');
  const number = made && before.numbers.get(made.id);
  return number === undefined ? null : partitionDevice(deviceName(plan.machine), number);
}

/** What is created in the same installer, before this step. */
function madeHere({ plan, survey }: At, { system }: StepFor<'install'>): PlannedPartition[] {
  const { ordered } = procedureFor({ plan, survey });
  return (ordered.ok ? ordered.steps : []).flatMap((s) =>
    s.kind === 'create' && s.environment.kind === 'installer' && s.environment.system === system
      ? (partitionOf(plan, s.partition) ?? [])
      : [],
  );
}

/** Whether a step of its own says how it is formatted, before the install. */
function formattedBefore({ plan, survey, before }: At, id: string): boolean {
  const { ordered } = procedureFor({ plan, survey });
  return (
    ordered.ok && ordered.steps.slice(0, before.after).some((s) => s.kind === 'format' && s.partition === id)
  );
}

/** Nothing is formatted twice: what a step before made has its file system by then. */
function formatting(
  at: At,
  p: PlannedPartition,
  { instruction }: RecognitionRow,
): 'keep' | 'made' | 'format' | 'as-told' {
  const { before } = at;
  if (instruction !== 'format' && instruction !== 'install-here') return 'keep';
  const then = partitionOf(before.planned.plan, p.id);
  if (formattedBefore(at, p.id)) return 'as-told';
  return p.from === null && !p.placeholder && then?.fileSystem === p.fileSystem ? 'made' : 'format';
}

/** Whether what a system uses lies in a container or a group there. */
const isCarrier = (p: PlannedPartition): boolean =>
  (p.inside?.length ?? 0) > 0 || (p.treatment === 'format' && (layersOf(p).luks || layersOf(p).lvm));

/** The volumes of a system in containers and groups, and what is opened to see them. */
function insideOf(at: At, system: string) {
  const volumes = volumesOf(at.plan).flatMap((volume) => {
    const within = volume.within ?? partitionOf(at.plan, volume.id);
    return volume.owners.includes(system) && within && isCarrier(within) ? [{ volume, within }] : [];
  });
  return {
    opened: [...new Set(volumes.map((v) => v.within))].map((p) => ({
      device: deviceOf(at, p.id),
      ...layersOf(p),
    })),
    inside: volumes.map(({ volume, within }) => ({
      name: volume.within ? volume.name : partitionTitle(within),
      device: deviceOf(at, within.id),
      bytes: bytesOf(at, volume),
      content: volumeName(volume.fileSystem),
      mountPoint: volume.mountPoint,
      use: volume.role === 'swap' ? message('use.swap') : roleName(volume.role),
      format:
        volume.from === null
          ? ('made' as const)
          : volume.treatment === 'format'
            ? ('format' as const)
            : ('keep' as const),
    })),
  };
}

/** What the installer lists when it is started. */
function sheetOfInstaller(at: At, { system, environment }: StepFor<'install'>): readonly RecognitionRow[] {
  const isIts = ({ environment: there }: Sheet) => there.kind === 'installer' && there.system === system;
  return (sheetsOf(at).find(isIts) ?? sheetOf(at, { environment, steps: [] }, at.before)).rows;
}

/** A setup that makes its own partitions is given a placeholder to format, or the largest free space. */
function roomForSetup(planned: At, system: System, sheet: readonly RecognitionRow[]) {
  const placeholder = sheet.find((row) => {
    const p = row.kind === 'partition' ? partitionOf(planned.plan, row.id) : undefined;
    return p?.role === 'system' && p.treatment === 'format' && p.owners.includes(system.id);
  });
  if (placeholder) {
    const { binary, decimal, order, before } = placeholder;
    return { kind: 'placeholder' as const, binary, decimal, number: order, after: before };
  }
  const over = sheet.find((row) => row.instruction === 'install-over');
  if (over) {
    const { binary, decimal, order, before } = over;
    return { kind: 'over' as const, binary, decimal, number: order, after: before };
  }
  const [largest] = sheet
    .filter((row) => row.instruction === 'give-to-setup')
    .sort((a, b) => b.sizeBytes - a.sizeBytes);
  if (!largest) return { kind: 'none' as const, leastBytes: system.leastBytes };
  const makes = partsOfSetup(planned.before.planned, system, planned.before.made).map((part) => ({
    ...part,
    role: roleInSentence(part.role),
  }));
  return {
    kind: 'gap' as const,
    binary: largest.binary,
    decimal: largest.decimal,
    after: largest.before,
    takesBytes: system.room ?? null,
    makes,
  };
}

export function redoStart(planned: At, { system, environment }: StepFor<'redo-start'>) {
  const way = startOf(planned.plan).ways.find((w) => w.system.id === system);
  return message('step.redo-start', {
    system: systemName(planned, system),
    mode: planned.plan.target.mode,
    first: way?.by?.name ?? null,
    byItsMedium: environment.kind === 'installer',
    entry: entryFields(planned, system),
    efi: way?.place?.kind === 'efi' ? efiSaid(planned, way.place.partition) : null,
  });
}

/** An EFI system partition, by what tells it from another. */
function efiSaid(at: At, id: string) {
  const p = partitionOf(at.plan, id);
  return p ? { name: nameOf(at, id), bytes: bytesOf(at, p), device: deviceOf(at, id) } : null;
}

/** What a boot entry of a system was read to be, as its fields are called in a utility or a firmware setup. */
function entryFields(planned: Planned, system: string) {
  const entry = planned.plan.target.mode === 'uefi' ? entryOf(planned, system)?.entry : undefined;
  return (
    entry && {
      number: entryName(entry.number),
      name: entry.description,
      loader: entry.path ?? fallbackPath(planned.plan),
    }
  );
}

export function removeStart(planned: Planned, { system, environment }: StepFor<'remove-start'>) {
  const { plan, survey } = planned;
  return message('step.remove-start', {
    system: systemName(planned, system),
    mode: plan.target.mode,
    entry: entryFields(planned, system),
    directories: plan.partitions
      .filter(({ role }) => role === 'efi')
      .flatMap((efi) => loadersOn(survey, efi))
      .filter((name) => name.toUpperCase() !== 'BOOT'),
    next: staysFirst(plan)?.name ?? null,
    windows:
      placeIn(plan, environment) === 'windows'
        ? { putsItselfFirst: putsItselfFirst(plan, environment) }
        : null,
  });
}

/** Whether the Windows in which it is done is the system that is started from then on. */
export const putsItselfFirst = (plan: Plan, environment: Environment): boolean =>
  environment.kind === 'running' && environment.system === staysFirst(plan)?.id;

export function startOrder(planned: Planned) {
  const { plan } = planned;
  const { order = [], waitSeconds = null } = plan.start ?? {};
  const menu = startOf(plan).chooser;
  return message('step.start-order', {
    first: startOf(plan).order[0]?.name ?? null,
    startupManager: hasStartupManager(plan),
    order: order.flatMap((id) => systemOf(plan, id)?.name ?? []),
    menu: menu?.name ?? null,
    waitSeconds,
    mode: plan.target.mode,
    own:
      systemsAfter(plan).length > 1
        ? systemsAfter(plan)
            .filter((s) => startsByOwnEntry(planned, s))
            .map((s) => s.name)
        : [],
    pushes: systemsAfter(plan)
      .filter((s) => s.family === 'windows' || s.family === 'macos')
      .map((s) => s.name),
  });
}

/** Whether a recovery partition of a system that stays lies elsewhere than before, or has another number. */
export const movesRecovery = (planned: Planned, system: string): boolean =>
  fatesOf(planned).some(
    ({ kind, planned: p }) =>
      p?.role === 'recovery' &&
      p.owners.includes(system) &&
      (kind === 'moved' || kind === 'formatted') &&
      systemOf(planned.plan, system)?.change === undefined,
  );

export function firstStart(planned: Planned, step: StepFor<'first-start'>) {
  const system = systemOf(planned.plan, step.system);
  const clock = system?.clock ?? 'utc';
  return message('step.first-start', {
    system: systemName(planned, step.system),
    kept: system?.origin === 'found' && system.change === undefined,
    clock,
    setClock: system !== undefined && clock !== defaultClock(system.family),
    several: planned.plan.systems.length > 1,
    recovery: movesRecovery(planned, step.system),
    ownEntry: system !== undefined && planned.plan.systems.length > 1 && startsByOwnEntry(planned, system),
    encryptsItself: system !== undefined && encryptsItself(planned.plan, system),
  });
}
