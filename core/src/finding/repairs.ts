import {
  alignmentSectors,
  lengthFor,
  newPartition,
  plannedGaps,
  resizeTo,
  type Edit,
  type GapPart,
  type PlannedPartition,
} from '../plan/index.js';
import type { System } from '../system/index.js';
import type { Role } from '../table/index.js';
import type { Context } from './context.js';

/** The edit that creates a partition of `size` bytes at the start of a gap that holds it; `undefined` where none does. */
export function createIn(
  context: Context,
  wanted: { readonly role: Role; readonly owners: readonly System[]; readonly size: number },
  gap = gapFor(context, wanted.size),
): Edit | undefined {
  if (!gap) return undefined;
  const { start } = gap.usable;
  const length = lengthFor(wanted.size, start, gap.usable.length, context.sectorBytes);
  if (length < 1 || length > gap.usable.length) return undefined;
  return {
    kind: 'create',
    partition: newPartition(context.plan, { role: wanted.role, owners: wanted.owners, start, length }),
  };
}

/** The first gap with room for `size` bytes. */
export function gapFor(context: Context, size: number): GapPart | undefined {
  return plannedGaps(context.plan, context.survey).find(
    (gap) =>
      gap.usable.length * context.sectorBytes >= size &&
      gap.usable.length >= alignmentSectors(context.sectorBytes),
  );
}

export function resize(context: Context, partition: PlannedPartition, size: number): Edit {
  return resizeTo(context.plan, context.survey, partition, size);
}

/** `[remedy]`, or `[]` where there is no edit to offer. */
export function remedy(title: string, edit: Edit | undefined): { title: string; edit: Edit }[] {
  return edit ? [{ title, edit }] : [];
}
