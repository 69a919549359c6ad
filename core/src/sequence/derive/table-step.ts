import type { Span } from '../../layout/index.js';
import type { Step } from '../steps/kinds.js';

/** Where a partition is listed: among the entries of the disk, or in the extended container of an MBR. */
export type World = 'disk' | 'container';

/** A step that changes the table, what it holds before and what it takes. */
export interface TableStep {
  readonly step: Step;
  /** What is held before and after it, by one object; `null` for what is not there. */
  readonly object: string;
  readonly world: World;
  readonly holds: Span | null;
  readonly takes: Span | null;
}
