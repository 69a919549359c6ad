import { message, type Code, type Message, type Text } from '../words/index.js';
import { createInGap, placeLeastMoved, sizeTo, sizeWithHome, splitHomeEdit } from '../compose/index.js';
import { apply, refusalSays, type Edit } from '../edits/index.js';
import { largestGap, lengthFor } from '../layout/index.js';
import {
  partitionTitle,
  roleInSentence,
  type Planned,
  type Plan,
  type PlannedPartition,
} from '../plan/index.js';
import { bytes, type Bytes } from '../quantity/index.js';
import type { System } from '../system/index.js';
import type { Role } from '../table/index.js';

/** A part of some role that is to have a size: a partition of the plan, or a new one for these owners. */
export type SizeTarget =
  | { readonly kind: 'partition'; readonly partition: PlannedPartition }
  | { readonly kind: 'new'; readonly role: Role; readonly owners: readonly System[] };

export type SizeEdit =
  | {
      readonly ok: true;
      readonly edit: Edit;
      /** What it does, in a few words. */
      readonly does: Message<Extract<Code, `size.${string}`>>;
      /** Data that travels for it, in bytes: 0 where the room beside it does. */
      readonly movedBytes: Bytes;
    }
  | { readonly ok: false; readonly hindrance: Text };

/** The partitions of the plan that a size for this role could be for; where there is none, a new one. */
export function sizeTargets(plan: Plan, role: Role, system: System | undefined): SizeTarget[] {
  const there = plan.partitions
    .filter((p) => p.role === role && (!system || p.owners.includes(system.id)))
    .map((partition): SizeTarget => ({ kind: 'partition', partition }));
  if (there.length > 0) return there;
  return [{ kind: 'new', role, owners: system ? [system] : [] }];
}

/**
 * Gives a part a size: out of the room beside it where that does, else neighbours slide as little as they can; a new
 * one is made in the largest gap. No size takes a partition out that holds nothing of worth, as swap. `size` in bytes.
 */
export function sizeEdit(planned: Planned, target: SizeTarget, size: number): SizeEdit {
  const { plan, survey } = planned;
  if (target.kind === 'new') return create(planned, target, size);
  const { partition } = target;
  const volume = partitionTitle(partition);
  if (size === 0) return remove(partition, volume);
  const resize = sizeTo(planned, partition, size);
  const tried = apply(plan, resize, () => survey);
  if (tried.ok)
    return {
      ok: true,
      edit: resize,
      does: message('size.becomes', { volume, bytes: size }),
      movedBytes: bytes(0),
    };
  const slid = slide(planned, partition, size, volume);
  const free = slid?.ok && slid.movedBytes === 0 ? slid : fromHome(planned, partition, size, volume);
  return free ?? slid ?? { ok: false, hindrance: refusalSays(tried.refusal, survey.disk.sectorBytes) };
}

function create(
  planned: Planned,
  { role, owners }: Extract<SizeTarget, { kind: 'new' }>,
  size: number,
): SizeEdit {
  const { plan, survey } = planned;
  if (size === 0) return { ok: false, hindrance: message('size-no.none') };
  const gap = largestGap(planned);
  const edit = gap && createInGap(planned, gap, { role, owners, size });
  if (!edit && role === 'home') {
    const split = fromRoot(planned, owners, size);
    if (split) return split;
  }
  const made = edit && apply(plan, edit, () => survey);
  if (!edit || !made) return { ok: false, hindrance: message('size-no.gap', { bytes: size }) };
  if (!made.ok) return { ok: false, hindrance: refusalSays(made.refusal, survey.disk.sectorBytes) };
  return {
    ok: true,
    edit,
    does: message('size.create', { role: roleInSentence(role), bytes: size }),
    movedBytes: bytes(0),
  };
}

/** A home from the end of the root of its system, where that is not there yet. */
function fromRoot(planned: Planned, [owner]: readonly System[], size: number): SizeEdit | undefined {
  const { plan, survey } = planned;
  const root = plan.partitions.find((p) => p.role === 'root' && p.owners.some((o) => o === owner?.id));
  const edit = root && splitHomeEdit(planned, root, size);
  if (!edit || !apply(plan, edit, () => survey).ok) return undefined;
  const does = message('size.from-root', { volume: partitionTitle(root), bytes: size });
  return { ok: true, edit, does, movedBytes: bytes(0) };
}

function remove(partition: PlannedPartition, volume: Text): SizeEdit {
  if (partition.role !== 'swap') return { ok: false, hindrance: message('size-no.needed', { volume }) };
  return {
    ok: true,
    edit: { kind: 'remove', partition: partition.id },
    does: message('size.delete', { volume }),
    movedBytes: bytes(0),
  };
}

/** The new home behind it gives the room. */
function fromHome(
  planned: Planned,
  partition: PlannedPartition,
  size: number,
  volume: Text,
): SizeEdit | undefined {
  const edit = sizeWithHome(planned, partition, size);
  if (!edit || !apply(planned.plan, edit, () => planned.survey).ok) return undefined;
  return { ok: true, edit, does: message('size.from-home', { volume, bytes: size }), movedBytes: bytes(0) };
}

function slide(
  planned: Planned,
  partition: PlannedPartition,
  size: number,
  volume: Text,
): SizeEdit | undefined {
  const { plan, survey } = planned;
  const { sectorBytes, sizeSectors } = survey.disk;
  const length = lengthFor(size, partition.start, sizeSectors, sectorBytes);
  const placed = placeLeastMoved(planned, new Map([[partition.id, length]]));
  if (!placed.ok || !apply(plan, placed.edit, () => survey).ok) return undefined;
  return {
    ok: true,
    edit: placed.edit,
    does: message('size.slide', { volume, bytes: size }),
    movedBytes: bytes(placed.packing.movedBytes),
  };
}
