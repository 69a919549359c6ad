import { startsByOwnEntry, type PartitionId, type Plan, type Planned } from '../plan/index.js';
import { listsOthers, type System, type SystemId } from '../system/index.js';
import { entryStates } from './entries.js';
import { startOf, staysFirst, systemsAfter } from './start.js';

/** A loader that the firmware can start: of UEFI by a boot entry, of a BIOS from the first sector of the disk. */
export interface BootOption {
  readonly system: SystemId;
  /** Partitions without which it starts nothing: that of its loader, and that of the system. Ids as found, of new ones as planned. */
  readonly needs: readonly string[];
  /** Whether all of them are there as they were when it was made. */
  readonly lives: boolean;
}

/** What a machine starts from, between two steps. */
export interface BootState {
  /** In the order in which they are tried. */
  readonly options: readonly BootOption[];
  /** Whether anybody told which of them is first. */
  readonly firstKnown: boolean;
}

/** As the machine was found. */
export function bootAsFound(planned: Planned): BootState {
  const { plan } = planned;
  const found = plan.systems.filter((s) => s.origin === 'found' && !s.host);
  const inOrder = entryStates(planned)
    .filter(({ entry, fallback }) => entry.active && !fallback)
    .flatMap(({ system }) => system ?? []);
  const known = [...new Set(inOrder)];
  const order = [...known, ...found.filter((s) => !known.includes(s))];
  return {
    options: order.map((system) => ({ system: system.id, needs: needsAsFound(plan, system), lives: true })),
    firstKnown: known.length > 0 || order.length === 1,
  };
}

/** What a system is started from. */
export const BOOT_ROLES: readonly string[] = ['efi', 'boot', 'root', 'system'];

/** What it was started from: where several would do, none of them is counted on. */
const needsAsFound = ({ found }: Plan, { id }: System): string[] => {
  const own = Object.entries(found).filter(
    ([, note]) => note.owners.includes(id) && BOOT_ROLES.includes(note.role),
  );
  const single = (role: string) => own.filter(([, note]) => note.role === role).length === 1;
  return own.filter(([, { role }]) => single(role)).map(([part]) => part);
};

/**
 * What it boots from is made again, and it is where it was in the order. A BIOS starts what is in the first sector of the disk: where
 * the loader of another lists it, that stays there.
 */
export function bootsAgain(boot: BootState, id: SystemId, planned: Planned): BootState {
  const { chooser } = startOf(planned.plan);
  const first = bootsFirst(boot, id, planned);
  if (planned.plan.target.mode === 'uefi' || !chooser || chooser.id === id) return first;
  const again = first.options.find((o) => o.system === id);
  if (!again) return boot;
  return { ...boot, options: boot.options.map((o) => (o.system === id ? again : o)) };
}

/** Its loader is written, and is first from then on. One that is a file in another's volume has none of its own. */
export function bootsFirst(boot: BootState, id: SystemId, { plan }: Planned): BootState {
  const way = startOf(plan).ways.find((w) => w.system.id === id);
  if (!way || way.system.host) return boot;
  const own = plan.partitions.filter(
    (p) => p.owners.includes(id) && ['root', 'system'].includes(p.role) && p.treatment === 'keep',
  );
  const place = way.place && way.place.kind !== 'disk' ? [way.place.partition] : [];
  const needs = [...place, ...(own.length === 1 ? own.map((p) => p.id) : [])].map((part) =>
    idAsFound(plan, part),
  );
  const others = boot.options.filter((o) => o.system !== id);
  return { options: [{ system: id, needs, lives: true }, ...others], firstKnown: true };
}

const idAsFound = ({ partitions }: Plan, id: PartitionId): string =>
  partitions.find((p) => p.id === id)?.from ?? id;

/** It is taken out of what can be started, and what stays first is put first before that. */
export function withoutBoot(boot: BootState, id: SystemId, { plan }: Planned): BootState {
  const next = staysFirst(plan)?.id;
  const options = boot.options.filter((o) => o.system !== id);
  const [first] = options.filter((o) => o.system === next);
  if (!first) return { ...boot, options };
  return { options: [first, ...options.filter((o) => o !== first)], firstKnown: true };
}

/** What needs one of these partitions starts nothing any more; `null`: all that were found. The same state where nothing does. */
export function bootsWithout(boot: BootState, gone: readonly string[] | null): BootState {
  const dies = (o: BootOption) => o.lives && (gone === null || o.needs.some((part) => gone.includes(part)));
  if (!boot.options.some(dies)) return boot;
  return { ...boot, options: boot.options.map((o) => (dies(o) ? { ...o, lives: false } : o)) };
}

/** As the plan has them. */
export function bootsInOrder(boot: BootState, { plan }: Planned): BootState {
  const order = startOf(plan).order.map((s) => s.id);
  const place = ({ system }: BootOption) => (order.includes(system) ? order.indexOf(system) : order.length);
  return { options: [...boot.options].sort((a, b) => place(a) - place(b)), firstKnown: true };
}

/**
 * What is met when the machine is started for a system. `itself`: it starts. `own-menu`: its menu appears, with it as the first.
 * `menu`: that of another. `own-entry`: another would start, or its menu would hinder, so its own entry is chosen. `not-told`: nobody
 * knows what comes first. `none`: nothing that is left leads to it.
 */
export type Arrival =
  | { readonly meets: 'itself' | 'own-menu' | 'not-told' | 'none' }
  | { readonly meets: 'menu' | 'own-entry'; readonly first: System };

/** What a person sees who starts the machine for this system. */
export function arrivalAt(planned: Planned, boot: BootState, id: SystemId): Arrival {
  const { plan } = planned;
  const system = plan.systems.find((s) => s.id === id);
  const living = boot.options.filter((o) => o.lives);
  const own = living.find((o) => o.system === id);
  const first = plan.systems.find((s) => s.id === living[0]?.system);
  if (!system || !first) return { meets: 'none' };
  if (system.host) return { meets: 'menu', first: startOf(plan).chooser ?? first };
  if (plan.target.mode === 'bios') {
    if (!boot.firstKnown) return { meets: 'not-told' };
    if (first.id === id) return { meets: hasMenu(plan, first) ? 'own-menu' : 'itself' };
    return listsOthers(first) || first.family === system.family
      ? { meets: 'menu', first }
      : { meets: 'none' };
  }
  if (!own) return { meets: 'none' };
  if (!boot.firstKnown) return { meets: 'not-told' };
  if (first.id === id) return { meets: hasMenu(plan, first) ? 'own-menu' : 'itself' };
  const led = listsOthers(first) && !startsByOwnEntry(planned, system);
  return { meets: led ? 'menu' : 'own-entry', first };
}

/** Whether there is something to choose in it: it lists others, and others are there. */
const hasMenu = (plan: Plan, system: System): boolean =>
  listsOthers(system) && systemsAfter(plan).some((s) => s.id !== system.id);
