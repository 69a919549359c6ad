import type { PackPart, PackRoom } from '../../packing/index.js';
import type { Sectors } from '../../quantity/index.js';

/** A part that stays on the disk; `length` as it is planned. */
export interface StayingPart extends PackPart {
  /** How far it may be shrunk; its length where it gives nothing. */
  readonly least: Sectors;
}

/** A part that is to come. */
export interface FreshPart {
  readonly id: string;
  readonly least: Sectors;
  readonly wished: Sectors;
  /** Sectors that must be free in front of it. */
  readonly lead: number;
  /** What would be left over beside it as a sliver is its own. */
  readonly takesRest: boolean;
  /** What is more than the least is given by turns: to those with the lowest number first, to equal ones in one measure. */
  readonly turn: number;
  /** Parts of one group stand side by side where all ways of setting them apart are too many. */
  readonly group: string;
}

export interface PlaceRow {
  readonly parts: readonly StayingPart[];
  readonly room: PackRoom;
}

/** Which places parts may take. Lengths and places in logical sectors. */
export interface PlaceProblem {
  readonly rows: readonly PlaceRow[];
  /** In the order in which they stand where several share a place. */
  readonly fresh: readonly FreshPart[];
  /** `null`: as much as it takes. */
  readonly mostMovedBytes: number | null;
  /** To what the sizes of parts that give room are rounded where nothing is lost by it. */
  readonly roundTo: Sectors;
  /** Pairs of parts that are weighed, at the most; beyond that the search is not exhaustive. */
  readonly mostPairs: number;
  /** Up to this much is a sliver that goes to a part beside it. */
  readonly sliver: Sectors;
}

/** A place in the order of a row: before the part that is this one in it, or behind the last. */
export interface Slot {
  readonly row: number;
  readonly before: number;
}

/** In which order parts stand. */
export interface Arrangement {
  /** For each row, the parts that stay, by their indices. */
  readonly orders: readonly (readonly number[])[];
  /** One for each part to come, in their order. */
  readonly slots: readonly Slot[];
}
