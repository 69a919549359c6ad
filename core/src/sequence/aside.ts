import { alignmentSectors, isLogical, plannedArea, plannedContainer, type Span } from '../layout/index.js';
import { endOf, fatesOf, type Planned, type Fate } from '../plan/index.js';
import { alignDown, alignUp, sectors } from '../quantity/index.js';
import { containerIn } from '../survey/index.js';

/** States that are looked at before it is said that there is no way. */
const MOST_STATES = 5000;

/** Parts that may wait: with more, only those that stand in each other's way are looked at. */
const MOST_TRAVELLERS = 8;

/** A part that travels: from where to where, in sectors, at the lesser of its lengths. */
interface Traveller {
  readonly found: string;
  readonly partition: string;
  readonly from: number;
  readonly to: number;
  readonly length: number;
  /** Sectors that must be free in front of it. */
  readonly lead: number;
  readonly room: { readonly first: number; readonly end: number };
  /** What never moves and is in its way. */
  readonly fixed: readonly (readonly [start: number, end: number])[];
}

interface State {
  readonly at: readonly number[];
  /** By traveller: where it waits or has waited; `null` for one that has not. */
  readonly aside: readonly (number | null)[];
  readonly cost: number;
  /** Ids of the moves made, in their order. */
  readonly made: readonly string[];
}

/** Where parts wait, by their surveyed ids, and the order of all moves, which of two at one place comes first. */
export interface Waiting {
  readonly aside: ReadonlyMap<string, Span>;
  readonly sequence: readonly string[];
}

export const NO_WAITING: Waiting = { aside: new Map(), sequence: [] };

/**
 * Where parts have to wait until their own places are free, by their surveyed ids: as few as can be, with as little data
 * as can be, over themselves only where nothing else will do. Each waits once at the most, at a place that begins or
 * ends where something else does. `undefined` where there is no such way, or none was found in 5000 states.
 * @param stuck ids of steps that wait for each other
 */
export function waitAside(planned: Planned, stuck: readonly string[]): Waiting | undefined {
  const all = fatesOf(planned).filter((f) => f.travels);
  const few =
    all.length <= MOST_TRAVELLERS ? all : all.filter((f) => stuck.includes(`move:${f.planned!.id}`));
  if (few.length > MOST_TRAVELLERS) return undefined;
  const travellers = travellersOf(planned, few);
  const step = alignmentSectors(planned.survey.disk.sectorBytes);
  const start: State = {
    at: travellers.map((t) => t.from),
    aside: travellers.map(() => null),
    cost: 0,
    made: [],
  };
  const queues: State[][] = [[start]];
  const seen = new Set<string>();
  for (let cost = 0, looked = 0; cost < queues.length; cost++)
    for (const state of queues[cost] ?? []) {
      if (travellers.every((t, i) => state.at[i] === t.to)) return waitingIn(state, travellers);
      const key = `${state.at.join()} ${state.aside.map((a) => (a === null ? 0 : 1)).join('')}`;
      if (seen.has(key)) continue;
      seen.add(key);
      if (looked++ > MOST_STATES) return undefined;
      for (const next of nextOf(state, travellers, step)) (queues[next.cost] ??= []).push(next);
    }
  return undefined;
}

function waitingIn(state: State, travellers: readonly Traveller[]): Waiting {
  const aside = new Map(
    travellers.flatMap(({ found, length }, i) => {
      const start = state.aside[i];
      return typeof start === 'number'
        ? [[found, { start: sectors(start), length: sectors(length) }] as const]
        : [];
    }),
  );
  return { aside, sequence: state.made };
}

/** Each traveller that is not there yet goes to its place, or where it may wait. */
function nextOf(state: State, travellers: readonly Traveller[], step: number): State[] {
  return travellers.flatMap((t, i): State[] => {
    const here = state.at[i]!;
    if (here === t.to) return [];
    const others = travellers.flatMap((o, j) =>
      j === i ? [] : [[state.at[j]! - o.lead, state.at[j]! + o.length] as const],
    );
    const isFree = (start: number) =>
      [...t.fixed, ...others].every(([from, end]) => start + t.length <= from || start - t.lead >= end);
    const put = (start: number, aside: number | null, cost: number): State => ({
      made: [...state.made, `${start === t.to ? 'move' : 'move-aside'}:${t.partition}`],
      at: state.at.map((s, j) => (j === i ? start : s)),
      aside: state.aside.map((a, j) => (j === i ? aside : a)),
      cost: state.cost + cost,
    });
    const home = isFree(t.to) ? [put(t.to, state.aside[i]!, 0)] : [];
    if (state.aside[i] !== null) return home;
    const waiting = placesFor(t, others, travellers, step)
      .filter((start) => start !== here && start !== t.to && isFree(start))
      .map((start) => put(start, start, Math.abs(start - here) < t.length ? 3 : 2));
    return [...home, ...waiting];
  });
}

/** Places that begin or end where something else does, is now or shall be: others are no better than one of these. */
function placesFor(
  t: Traveller,
  others: readonly (readonly [number, number])[],
  travellers: readonly Traveller[],
  step: number,
): number[] {
  const edges = [
    ...others.flat(),
    t.room.first,
    t.room.end,
    ...t.fixed.flat(),
    ...travellers.flatMap((o) => [o.from - o.lead, o.from + o.length, o.to - o.lead, o.to + o.length]),
  ];
  const starts = edges.flatMap((edge) => [alignUp(edge + t.lead, step), alignDown(edge - t.length, step)]);
  return [...new Set(starts)].filter((s) => s - t.lead >= t.room.first && s + t.length <= t.room.end);
}

function travellersOf(planned: Planned, moving: readonly Fate[]): Traveller[] {
  const { survey } = planned;
  const fates = fatesOf(planned).filter((f) => f.planned);
  const area = plannedArea(planned);
  const containers = [containerIn(survey), plannedContainer(planned)].filter(
    (c) => c !== null && c !== undefined,
  );
  const still = fates
    .filter((f) => !moving.includes(f) && staysListed(f))
    .flatMap((f) =>
      (f.travels ? [f.found, f.planned!] : [f.found]).map(
        ({ start }) => [start, start + leastLength(f)] as const,
      ),
    );
  return moving.map((fate): Traveller => {
    const logical = isLogical(planned, fate.planned!);
    const walls = logical ? [] : containers.map((c) => [c.start, endOf(c)] as const);
    return {
      found: fate.found.id,
      partition: fate.planned!.id,
      from: fate.found.start,
      to: fate.planned!.start,
      length: leastLength(fate),
      lead: logical ? 1 : 0,
      room: logical && containers[0] ? commonOf(containers) : { first: area.first, end: area.end },
      fixed: [...still, ...walls],
    };
  });
}

const leastLength = ({ found, planned }: Fate): number => Math.min(found.length, planned!.length);

/** Kept where it was, or formatted in its place; what is made anew elsewhere is deleted first. */
const staysListed = ({ kind, found, planned }: Fate): boolean =>
  kind !== 'formatted' || planned!.start === found.start;

function commonOf(spans: readonly Span[]): { first: number; end: number } {
  return { first: Math.max(...spans.map((s) => s.start)), end: Math.min(...spans.map(endOf)) };
}
