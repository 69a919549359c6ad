import { batch } from '../compose/index.js';
import { apply, type SingleEdit } from '../edits/index.js';
import { sizeOf } from '../layout/index.js';
import { givers, packRows, type PackPart } from '../packing/index.js';
import {
  usedOf,
  USUAL_WISH,
  volumesOf,
  type Plan,
  type Planned,
  type PlannedPartition,
  type Wish,
} from '../plan/index.js';
import { roomGiven } from '../rooms/index.js';
import { GIB, MIB, sectors, type Sectors } from '../quantity/index.js';
import { MOST_SLIVER_BYTES } from '../sizing/index.js';
import { efiShapes, type EfiShape } from '../strategy/index.js';
import { surveyedPartition } from '../survey/index.js';
import { hasOwnVolumes, isArriving, type System } from '../system/index.js';
import { message } from '../words/index.js';
import { newPartsFor, type NewPart } from './fresh-parts.js';
import type { PlaceProblem, PlaceRow, StayingPart } from './places/problem.js';

/**
 * Whether a system is to come and has no place yet: nothing to be installed on, and it is no file in another's volume. One whose
 * setup makes its own partitions has its place in free space; it is asked about until anything is shared with it.
 */
export function isHomeless(plan: Plan, system: System): boolean {
  if (!isArriving(system) || !hasOwnVolumes(system)) return false;
  const own = volumesOf(plan).filter((v) => v.owners.includes(system.id));
  return system.ownSetup ? own.length === 0 : !own.some((v) => v.role === 'root' || v.role === 'system');
}

/** Whether nothing in the plan shows where a system that is to come will be: free space is too small for its setup as well. */
export const isUnplaced = (planned: Planned, system: System): boolean =>
  isHomeless(planned.plan, system) && roomGiven(planned, system).systemBytes < system.leastBytes;

/** A plan before the systems have their places, and what leads there from the plan as it is. */
export interface Situation {
  readonly before: Planned;
  readonly edits: readonly SingleEdit[];
  readonly systems: readonly System[];
  readonly wish: Wish;
  /** Ways to give them a place for their loaders; `undefined` where they need none, or have one. */
  readonly loaders: readonly (EfiShape | undefined)[];
}

/**
 * What proposals are made for: the systems without a place; where all have one, they are placed again, and volumes that
 * were shrunk for them count as they were found. `undefined` where no system comes that partitions could be made for.
 */
export function situationOf(planned: Planned): Situation | undefined {
  const { plan, survey } = planned;
  const wish = plan.wish ?? USUAL_WISH;
  const { systems, again } = systemsToPlace(plan);
  if (systems.length === 0) return undefined;
  const taken = again ? takenBack(planned, systems) : [];
  const base = apply(plan, batch(message('edit.several'), taken), () => survey);
  if (!base.ok) return undefined;
  const { edits, after, loaders } = loadersFor({ plan: base.plan, survey }, systems, wish);
  return { before: { plan: after, survey }, edits: [...taken, ...edits], systems, wish, loaders };
}

/**
 * The systems that proposals are made for, those that make their own partitions last: all that have no place, or where there are
 * none, all that can be placed `again`.
 */
export function systemsToPlace(plan: Plan): { readonly systems: readonly System[]; readonly again: boolean } {
  const inTurn = (systems: readonly System[]) =>
    [...systems].sort((a, b) => Number(a.ownSetup) - Number(b.ownSetup));
  const homeless = plan.systems.filter((s) => isHomeless(plan, s));
  if (homeless.length > 0) return { systems: inTurn(homeless), again: false };
  const placed = plan.systems.filter((s) => s.origin === 'new' && hasOwnVolumes(s) && isPlacedAnew(plan, s));
  return { systems: inTurn(placed), again: true };
}

/** Whether all that it is installed on is new: so it can be placed again. */
const isPlacedAnew = (plan: Plan, { id }: System): boolean =>
  plan.partitions.filter((p) => p.owners.includes(id) && isItsOwn(p)).every((p) => p.from === null);

const isItsOwn = ({ role }: PlannedPartition): boolean => role === 'root' || role === 'system';

/** What was made for the systems alone goes, and what was shrunk is as it was found. */
function takenBack({ plan, survey }: Planned, systems: readonly System[]): SingleEdit[] {
  const ids = new Set(systems.map((s) => s.id));
  const made = plan.partitions.filter(
    (p) => p.from === null && p.owners.length > 0 && p.owners.every((o) => ids.has(o)),
  );
  const shrunk = plan.partitions.flatMap((p) => {
    const found = surveyedPartition(survey, p.from);
    const differs = found && p.treatment === 'keep' && (found.length > p.length || p.role === 'efi');
    return differs ? [{ partition: p.id, start: found.start, length: found.length }] : [];
  });
  const moved = new Set(shrunk.map((s) => s.partition));
  // Where those are as they were found, so must be what had to make way.
  const aside = plan.partitions.flatMap((p) => {
    const found = surveyedPartition(survey, p.from);
    if (!found || moved.has(p.id) || p.treatment !== 'keep' || found.start === p.start) return [];
    return [{ partition: p.id, start: found.start, length: sectors(Math.min(p.length, found.length)) }];
  });
  const places = [...shrunk, ...aside];
  return [
    ...made.map((p): SingleEdit => ({ kind: 'remove', partition: p.id })),
    ...(places.length > 0 ? [{ kind: 'arrange', places } as const] : []),
  ];
}

function loadersFor(planned: Planned, systems: readonly System[], wish: Wish) {
  const { plan } = planned;
  const asIs = { edits: [] as readonly SingleEdit[], after: plan, loaders: [undefined] };
  const needing = systems.filter((s) => !s.ownSetup);
  const owns = (s: System) => plan.partitions.some((p) => p.role === 'efi' && p.owners.includes(s.id));
  if (needing.length === 0 || (wish.efi === 'any' && needing.every(owns))) return asIs;
  const situation = efiShapes(planned);
  if (!situation) return asIs;
  const crowded = wish.efiFreeBytes !== null && freeOn(planned, situation.present) < wish.efiFreeBytes;
  const possible = situation.shapes.filter(
    (s) => s.hindrances.length === 0 && !(crowded && s.id === 'share'),
  );
  const shared = possible.find((s) => s.id === 'share');
  const wanted =
    wish.efi === 'any' ? (shared ? [shared] : possible) : possible.filter((s) => s.id === wish.efi);
  return { edits: situation.edits, after: situation.plan, loaders: wanted };
}

/** What is free on a partition, in bytes: nothing, where nobody said what is used. */
function freeOn(planned: Planned, partition: PlannedPartition | undefined): number {
  const used = partition?.from ? usedOf(planned, partition.from) : undefined;
  return partition && used ? sizeOf(partition, planned.survey) - used.bytes : 0;
}

/** The places to be searched for one way of placing the loaders, and what is made in them. */
export interface Search {
  readonly problem: PlaceProblem;
  readonly parts: readonly NewPart[];
}

/** About half a second of work for what is wished, and a tenth for each wish beside it. */
const MOST_PAIRS = { wished: 5_000_000, beside: 1_000_000 } as const;

export interface SearchBounds {
  /** Volumes may give all that they do not need, beyond what is advised. */
  readonly toFloor?: boolean;
  /** Nothing less than what is wished. */
  readonly whole?: boolean;
}

export function searchFor(
  situation: Situation,
  loader: EfiShape | undefined,
  { toFloor = false, whole = false }: SearchBounds = {},
): Search {
  const { before, systems, wish } = situation;
  const { survey } = before;
  const step = sectors(MIB / survey.disk.sectorBytes);
  const rows = packRows(before).map(({ parts, room }): PlaceRow => ({
    room,
    parts: parts.map((p) => staying(situation, loader, p, toFloor)),
  }));
  const free = rows.reduce((sum, row) => sum + freeIn(row), 0) * survey.disk.sectorBytes;
  const own = systems.flatMap((system) => newPartsFor(before, system, free));
  const wished = own.reduce((sum, part) => sum + part.wished, 0) * survey.disk.sectorBytes;
  const parts = [...startParts(before, systems, loader, free - wished), ...own];
  const problem: PlaceProblem = {
    rows,
    fresh: whole ? parts.map((part) => ({ ...part, least: part.wished })) : parts,
    mostMovedBytes: wish.mostMovedBytes,
    mostPairs: whole ? MOST_PAIRS.beside : MOST_PAIRS.wished,
    roundTo: sectors(GIB / survey.disk.sectorBytes),
    sliver: sectors(Math.max(GIB, MOST_SLIVER_BYTES) / survey.disk.sectorBytes - step),
  };
  return { problem, parts };
}

const freeIn = ({ room, parts }: PlaceRow): number =>
  room.end - room.first - parts.reduce((sum, p) => sum + p.least, 0);

function staying(
  { before, wish }: Situation,
  loader: EfiShape | undefined,
  part: PackPart,
  toFloor: boolean,
): StayingPart {
  const { survey } = before;
  const grown =
    loader?.grows === part.id ? Math.ceil(loader.sizeBytes! / survey.disk.sectorBytes) : undefined;
  const length = sectors(grown ?? part.length);
  const untouched = wish.untouched.includes(part.id);
  const gives = untouched ? undefined : givers(before, toFloor).find((g) => g.partition.id === part.id);
  const least = gives ? leastLength(gives.target, survey.disk.sectorBytes) : length;
  const fixed = part.fixed || untouched || loader?.removes === part.id;
  const about = { ...part, length, least: sectors(Math.min(length, least)) };
  // What was moved by hand stays where it was put.
  const planned = before.plan.partitions.find((p) => p.id === part.id);
  const byHand = planned && part.now && planned.start !== part.now.start;
  return byHand
    ? { ...about, now: { start: planned.start, length: planned.length }, fixed: true }
    : { ...about, fixed };
}

const leastLength = (target: number, sectorBytes: number): Sectors =>
  sectors(Math.ceil(target / sectorBytes));

/** What all of the systems start from, where that is new; `leftBytes`: room that is left beside what they wish for. */
function startParts(
  { plan, survey }: Planned,
  systems: readonly System[],
  loader: EfiShape | undefined,
  leftBytes: number,
): NewPart[] {
  const step = MIB / survey.disk.sectorBytes;
  const make = (role: 'efi' | 'bios-boot', size: number, owners: readonly System[]): NewPart => {
    const length = sectors(Math.ceil(size / survey.disk.sectorBytes / step) * step);
    const lead = plan.target.style === 'mbr' ? step : 0;
    const sizes = { least: length, wished: length, lead, turn: 0, takesRest: false };
    return { id: role, role, owners, ...sizes, group: systems[0]!.id };
  };
  if (loader?.fresh) {
    const size = loader.sizeBytes! <= leftBytes ? loader.sizeBytes! : loader.leastBytes!;
    return [make('efi', size, loader.fresh)];
  }
  const { mode, style } = plan.target;
  const needing = systems.filter((s) => !s.ownSetup);
  const lacks = mode === 'bios' && style === 'gpt' && !plan.partitions.some((p) => p.role === 'bios-boot');
  return lacks && needing.length > 0 ? [make('bios-boot', MIB, needing.slice(0, 1))] : [];
}
