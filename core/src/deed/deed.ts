import type { Span } from '../layout/index.js';
import type { Moment } from '../moment/index.js';
import type { Planned } from '../plan/index.js';
import type { Sectors } from '../quantity/index.js';
import type { Copy } from '../sequence/index.js';
import type { UtilityLine, VolumeKind } from '../volume/index.js';

/** Where a step stands: the plan, and the disk before and after it. */
export interface Around {
  readonly planned: Planned;
  readonly before: Moment;
  readonly after: Moment;
}

/**
 * What a step does to the disk in a live session, as data: looked for first, done, looked for then. What is typed and what a script
 * does are both made of it. Wherever a line names the partition it is `$P`, and where it is mounted for a while `MOUNT`.
 */
export interface Deed {
  /** Answered otherwise, nothing is written. Of a step that was begun they may not hold any more. */
  readonly guards: readonly Holds[];
  readonly acts: readonly Act[];
  readonly proofs: readonly Proof[];
}

/** What has to be on a volume. `null`: nobody knows, and it is not asked. An empty label: none. */
export interface Holds {
  readonly kind: 'holds';
  readonly at: Span;
  readonly content: VolumeKind;
  readonly uuid: string | null;
  readonly label: string | null;
}

/** A line that writes nothing, and ends well where the file system is whole and not longer than its place. */
export interface Whole {
  readonly kind: 'whole';
  readonly at: Span;
  readonly line: string;
}

export type Proof = Holds | Whole;

export type Act =
  /** The table of the moment before becomes that of the moment after. */
  | { readonly kind: 'table' }
  /** A utility, at a partition. */
  | ({ readonly kind: 'run'; readonly at: Span } & UtilityLine)
  /** Sectors are copied within the disk. From here on the old place may be gone. */
  | { readonly kind: 'copy'; readonly copy: Copy; readonly pieceSectors: Sectors }
  /** The sector in which it says where on the disk it begins, after a move. */
  | { readonly kind: 'placed'; readonly at: Span; readonly content: VolumeKind; readonly from: Sectors }
  /** Sectors of the disk are kept in a file on the stick. */
  | { readonly kind: 'keep'; readonly file: string; readonly span: Span };
