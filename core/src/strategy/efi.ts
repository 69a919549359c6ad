import { batch, createInGap, placeLeastMoved, singles } from '../compose/index.js';
import { apply, type Edit, type SingleEdit } from '../edits/index.js';
import { plannedGaps } from '../layout/index.js';
import type { Planned, EfiStrategyId, Plan, PlannedPartition } from '../plan/index.js';
import { sectors, sectorsToHold, type Bytes } from '../quantity/index.js';
import { procedureFor, type Exposure, type Range } from '../sequence/index.js';
import { message, type Code, type Message } from '../words/index.js';
import type { Survey } from '../survey/index.js';
import type { System } from '../system/index.js';
import { efiShapes, type EfiShape, type EfiShapes, type HindranceSays } from './efi-shapes.js';

export type RiskSays = Message<Extract<Code, `efi-risk.${string}`>>;

/** One way to give arriving systems a place for their loaders, worked out on this disk. Sizes in bytes. */
export interface EfiStrategy extends Pick<EfiShape, 'id' | 'title' | 'hindrances' | 'sizeBytes' | 'budget'> {
  /** Takes the plan there from where it is; `null` where it cannot be done. */
  readonly edit: Edit | null;
  readonly after: Plan | null;
  /** Data, time and restarts of the whole plan when this is adopted, and what of the data it adds. */
  readonly moved: Range;
  readonly movedMore: Range;
  readonly seconds: Range;
  readonly restarts: number;
  /** What power off could cost while the plan is carried out. */
  readonly exposures: readonly Exposure[];
  readonly risks: readonly RiskSays[];
}

/**
 * The four strategies for the EFI system partition of the systems that arrive, always all of them, each worked out on
 * the plan as if none had been adopted yet. Empty where nothing arrives or nothing starts by UEFI.
 */
export function efiStrategies(planned: Planned): EfiStrategy[] {
  const situation = efiShapes(planned);
  return situation ? situation.shapes.map((shape) => settle(planned, situation, shape)) : [];
}

const RISKS: Readonly<Record<EfiStrategyId, readonly RiskSays[]>> = {
  share: [message('efi-risk.not-format'), message('efi-risk.disturb')],
  second: [message('efi-risk.first-only')],
  enlarge: [message('efi-risk.moves'), message('efi-risk.repair')],
  replace: [message('efi-risk.copy'), message('efi-risk.keep-old')],
};

type Places =
  | { readonly ok: true; readonly edits: readonly SingleEdit[]; readonly moves: boolean }
  | { readonly ok: false; readonly hindrance: HindranceSays };

/** Where what a strategy makes or enlarges comes to lie, and how large it is. */
function placesFor(shapes: EfiShapes, survey: Survey, shape: EfiShape): Places & { size: Bytes | null } {
  const { sizeBytes, leastBytes } = shape;
  const usual = placesOfSize(shapes, survey, shape, sizeBytes);
  if (usual.ok || leastBytes === null || leastBytes === sizeBytes) return { ...usual, size: sizeBytes };
  return { ...placesOfSize(shapes, survey, shape, leastBytes), size: leastBytes };
}

function placesOfSize({ plan }: EfiShapes, survey: Survey, shape: EfiShape, size: Bytes | null): Places {
  if (size !== null && shape.fresh) {
    const made = createNew({ plan, survey }, shape.fresh, size);
    return 'edit' in made
      ? { ok: true, edits: singles(made.edit), moves: false }
      : { ok: false, hindrance: made.hindrance };
  }
  if (size === null || shape.grows === null) return { ok: true, edits: [], moves: false };
  const length = sectorsToHold(size, survey.disk.sectorBytes);
  const packed = placeLeastMoved({ plan, survey }, new Map([[shape.grows, length]]));
  if (packed.ok) return { ok: true, edits: [packed.edit], moves: packed.packing.moves > 0 };
  return {
    ok: false,
    hindrance: message('efi-no.stuck', { bytes: packed.shortBy * survey.disk.sectorBytes }),
  };
}

/**
 * A new one in the first gap that holds it, large enough for what it has to hold; else before a new partition, which
 * gives the room: nothing is lost of what is not there yet.
 */
function createNew(
  { plan, survey }: Planned,
  owners: readonly System[],
  size: Bytes,
): { edit: Edit } | { hindrance: HindranceSays } {
  for (const gap of plannedGaps({ plan, survey })) {
    const edit = createInGap({ plan, survey }, gap, { role: 'efi', owners, size });
    if (edit && apply(plan, edit, () => survey).ok) return { edit };
  }
  for (const p of plan.partitions.filter((q) => canGive(plan, survey, q, size))) {
    const edit = createBefore({ plan, survey }, p, owners, size);
    if (edit) return { edit };
  }
  return { hindrance: message('efi-no.no-gap', { bytes: size }) };
}

/** Whether a partition that is not there yet can do with less: a root keeps what its system needs. */
function canGive(plan: Plan, survey: Survey, p: PlannedPartition, size: Bytes): boolean {
  if (p.from !== null || !['root', 'home', 'data'].includes(p.role)) return false;
  const least = plan.systems.filter((s) => p.owners.includes(s.id)).map((s) => s.leastBytes);
  const left = p.length * survey.disk.sectorBytes - size;
  return left >= (p.role === 'root' ? Math.max(...least, 0) : size);
}

function createBefore(
  { plan, survey }: Planned,
  p: PlannedPartition,
  owners: readonly System[],
  size: Bytes,
): Edit | undefined {
  const length = sectors(p.length - sectorsToHold(size, survey.disk.sectorBytes));
  const smaller: SingleEdit = { kind: 'resize', partition: p.id, length, hold: 'end' };
  const made = apply(plan, smaller, () => survey);
  if (!made.ok) return undefined;
  const after = { plan: made.plan, survey };
  for (const gap of plannedGaps(after)) {
    const edit = createInGap(after, gap, { role: 'efi', owners, size });
    if (edit && apply(made.plan, edit, () => survey).ok)
      return batch(message('edit.several'), [smaller, ...singles(edit)]);
  }
  return undefined;
}

const NOTHING: Range = { least: 0, most: 0 };

/** Tries the edits, and works out what adopting them costs. */
function settle({ plan: from, survey }: Planned, situation: EfiShapes, shape: EfiShape): EfiStrategy {
  const { id, title, budget } = shape;
  const places =
    shape.hindrances.length > 0
      ? ({ ok: true, edits: [], moves: false, size: shape.sizeBytes } as const)
      : placesFor(situation, survey, shape);
  const isFirst = id === 'second' && !situation.present;
  const stays = id === 'enlarge' && places.ok && !places.moves;
  const about = { id, title, budget, sizeBytes: places.size, risks: isFirst || stays ? [] : RISKS[id] };
  const not = (hindrances: readonly HindranceSays[]): EfiStrategy => ({
    ...about,
    hindrances,
    edit: null,
    after: null,
    moved: NOTHING,
    movedMore: NOTHING,
    seconds: NOTHING,
    restarts: 0,
    exposures: [],
  });
  if (shape.hindrances.length > 0) return not(shape.hindrances);
  if (!places.ok) return not([places.hindrance]);
  const removes: SingleEdit[] = shape.removes === null ? [] : [{ kind: 'remove', partition: shape.removes }];
  const edit = batch(message('edit.efi', { strategy: title }), [
    ...situation.edits,
    ...places.edits,
    ...shape.describes,
    ...removes,
  ]);
  const result = apply(from, edit, () => survey);
  const procedure = result.ok ? procedureFor({ plan: result.plan, survey }) : undefined;
  if (!result.ok || !procedure?.ordered.ok) return not([message('efi-no.no-order')]);
  const before = procedureFor({ plan: situation.plan, survey }).moved;
  const { moved, seconds, restarts, ordered } = procedure;
  return {
    ...about,
    hindrances: [],
    edit,
    after: result.plan,
    moved,
    movedMore: {
      least: Math.max(0, moved.least - before.least),
      most: Math.max(0, moved.most - before.most),
    },
    seconds,
    restarts,
    exposures: ordered.steps.flatMap((s) => s.exposure ?? []),
  };
}
