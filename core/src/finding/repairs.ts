import type { Remedy } from './finding.js';
import {
  type Planned,
  apply,
  createInGap,
  plannedGaps,
  resizeTo,
  type Edit,
  type GapPart,
  type PlannedPartition,
} from '../plan/index.js';
import type { System } from '../system/index.js';
import type { Role } from '../table/index.js';
import { type Phrase } from '../words/index.js';

/** The edit that creates a partition of `size` bytes at the start of a gap; `undefined` where none holds it. */
export function createIn(
  planned: Planned,
  wanted: { readonly role: Role; readonly owners: readonly System[]; readonly size: number },
  gap?: GapPart,
): Edit | undefined {
  const { plan, survey } = planned;
  const gaps = gap ? [gap] : plannedGaps(planned);
  return gaps
    .map((g) => createInGap(planned, g, wanted))
    .find((edit) => edit !== undefined && apply(plan, edit, () => survey).ok);
}

export function resize(planned: Planned, partition: PlannedPartition, size: number): Edit {
  return resizeTo(planned, partition, size);
}

/** `[remedy]`, or `[]` where there is no edit to offer. */
export function remedy(title: Phrase, edit: Edit | undefined): Remedy[] {
  return edit ? [{ title, edit }] : [];
}
