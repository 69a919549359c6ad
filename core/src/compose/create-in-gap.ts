import { message } from '../words/index.js';
import type { Edit, SingleEdit } from '../edits/index.js';
import { alignmentSectors, lengthFor, hull, slotsOf, type GapPart, type Span } from '../layout/index.js';
import { endOf, type Planned } from '../plan/index.js';
import { batch } from './batch.js';
import { newPartition } from './create.js';
import { alignDown, sectors } from '../quantity/index.js';
import type { System } from '../system/index.js';
import type { Role } from '../table/index.js';

/** What is to be made in a gap. Without `size`, in bytes, it fills the gap. */
export interface GapWish {
  readonly role: Role;
  readonly owners: readonly System[];
  readonly size?: number | undefined;
  /** Which end of the gap it takes; its start where absent. */
  readonly at?: 'start' | 'end' | undefined;
  /** MBR: as which it is listed; where absent, what leaves most freedom. */
  readonly slot?: 'primary' | 'logical' | undefined;
}

/** What firmware and loaders look for among the primaries only. */
const STARTED_FROM: readonly Role[] = ['efi', 'system', 'boot'];

/** Where a partition of this size lies in the gap; `undefined` where it does not fit. */
export function placeInGap(
  gap: Pick<GapPart, 'usable'>,
  wish: GapWish,
  sectorBytes: number,
): Span | undefined {
  const { usable } = gap;
  if (wish.size === undefined) return usable.length > 0 ? usable : undefined;
  const length = lengthFor(wish.size, usable.start, usable.length, sectorBytes);
  if (length < 1 || length > usable.length) return undefined;
  if (wish.at !== 'end') return { start: usable.start, length };
  const start = alignDown(endOf(usable) - Math.ceil(wish.size / sectorBytes), alignmentSectors(sectorBytes));
  return start < usable.start ? usable : { start: sectors(start), length: sectors(endOf(usable) - start) };
}

/**
 * The edit that makes a partition in a gap; `undefined` where its size does not fit there. On an MBR it is listed as a
 * primary while a slot stays free for others, or where it is started from, else in the extended container, which is made in the gap, or grown over
 * it where it touches it.
 */
export function createInGap(planned: Planned, gap: GapPart, wish: GapWish): Edit | undefined {
  const { plan, survey } = planned;
  const { sectorBytes } = survey.disk;
  const create = (place: Span | undefined, logical: boolean): SingleEdit | undefined =>
    place && {
      kind: 'create',
      partition: newPartition(plan, { role: wish.role, owners: wish.owners, ...place, logical }),
    };
  const slots = slotsOf(planned);
  if (!slots || gap.inside) return create(placeInGap(gap, wish, sectorBytes), slots !== undefined);
  const container = containerOver(slots.container, gap);
  const spare = STARTED_FROM.includes(wish.role) ? 0 : 1;
  const primary = wish.slot === 'primary' || (wish.slot !== 'logical' && (slots.free > spare || !container));
  if (primary || !container) return create(placeInGap(gap, wish, sectorBytes), false);
  if (!slots.container && slots.free < 1) return create(placeInGap(gap, wish, sectorBytes), false);
  const inner = roomInside(gap, container, alignmentSectors(sectorBytes));
  const made = create(placeInGap({ usable: inner }, wish, sectorBytes), true);
  return made && batch(message('edit.create-logical'), [{ kind: 'set-container', container }, made]);
}

/** The container that takes in the whole gap: a new one, or the present one where the two touch. */
function containerOver(container: Span | null, gap: GapPart): Span | undefined {
  if (gap.usable.length === 0) return undefined;
  if (!container) return gap.usable;
  const touches = endOf(gap) === container.start || endOf(container) === gap.start;
  return touches ? hull(container, gap.usable) : undefined;
}

/** What a first partition in the gap may take once it is inside: a record stands before it, and before what follows. */
function roomInside(gap: GapPart, container: Span, step: number): Span {
  const { usable } = gap;
  const start = usable.start + step;
  const followed = endOf(usable) < endOf(container);
  const end = followed ? alignDown(endOf(usable) - 1, step) : endOf(usable);
  return { start: sectors(start), length: sectors(Math.max(0, end - start)) };
}
