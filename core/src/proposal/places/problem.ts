import type { PackPart, PackRoom } from '../../plan/index.js';
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
  /** Up to this much is a sliver that goes to a part beside it. */
  readonly sliver: Sectors;
}

/** A place in the order: before the part with this index in its row. */
export interface Slot {
  readonly row: number;
  readonly before: number;
}

/** Where each part to come stands, and which one that stays leaves its place in the order. */
export interface Arrangement {
  /** One for each part to come, in their order. */
  readonly slots: readonly Slot[];
  readonly lifted: { readonly row: number; readonly index: number; readonly to: Slot } | null;
}
