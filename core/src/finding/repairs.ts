import {
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
import type { Context } from './context.js';

/** The edit that creates a partition of `size` bytes at the start of a gap; `undefined` where none holds it. */
export function createIn(
  context: Context,
  wanted: { readonly role: Role; readonly owners: readonly System[]; readonly size: number },
  gap?: GapPart,
): Edit | undefined {
  const { plan, survey } = context;
  const gaps = gap ? [gap] : plannedGaps({ plan, survey });
  return gaps
    .map((g) => createInGap({ plan, survey }, g, wanted))
    .find((edit) => edit !== undefined && apply(plan, edit, () => survey).ok);
}

export function resize(context: Context, partition: PlannedPartition, size: number): Edit {
  return resizeTo(context, partition, size);
}

/** `[remedy]`, or `[]` where there is no edit to offer. */
export function remedy(title: string, edit: Edit | undefined): { title: string; edit: Edit }[] {
  return edit ? [{ title, edit }] : [];
}
