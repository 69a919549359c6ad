import {
  type Planned,
  apply,
  batch,
  createInGap,
  partitionTitle,
  placeLeastMoved,
  plannedGaps,
  singles,
  type Edit,
  type EfiStrategyId,
  type Plan,
  type PlannedPartition,
  type SingleEdit,
} from '../plan/index.js';
import { sectors, sectorsToHold, type Bytes } from '../quantity/index.js';
import { procedureFor, type Exposure, type Range } from '../sequence/index.js';
import { efiBudget, newEfiBytes, totalOf, type SizeLine } from '../sizing/index.js';
import { message, type Code, type Message } from '../words/index.js';
import type { Survey } from '../survey/index.js';
import { isArriving, type System } from '../system/index.js';

export type StrategySays = Message<Extract<Code, `efi.${string}`>>;
export type HindranceSays = Message<Extract<Code, `efi-no.${string}`>>;
export type RiskSays = Message<Extract<Code, `efi-risk.${string}`>>;

/** One way to give arriving systems a place for their loaders, worked out on this disk. Sizes in bytes. */
export interface EfiStrategy {
  readonly id: EfiStrategyId;
  readonly title: StrategySays;
  /** Why it cannot be done here; empty where it can. */
  readonly hindrances: readonly HindranceSays[];
  /** Takes the plan there from where it is; `null` where it cannot be done. */
  readonly edit: Edit | null;
  readonly after: Plan | null;
  /** Of the partition that the arriving systems would use. */
  readonly sizeBytes: number | null;
  /** What that partition has to hold. */
  readonly budget: readonly SizeLine[];
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
  const { plan, survey } = planned;
  const arriving = plan.systems.filter(isArriving);
  if (plan.target.mode !== 'uefi' || arriving.length === 0) return [];
  const base = unadopted(planned, arriving);
  const present = base.plan.partitions.find((p) => p.role === 'efi' && p.treatment === 'keep');
  const situation: Situation = { ...base, survey, arriving, present, from: plan };
  return [share(situation), second(situation), enlarge(situation), replace(situation)];
}

interface Situation {
  /** The plan as it is, and the edits that undo what was adopted. */
  readonly from: Plan;
  readonly edits: readonly SingleEdit[];
  /** The plan after those. */
  readonly plan: Plan;
  readonly survey: Survey;
  readonly arriving: readonly System[];
  /** The EFI system partition that is kept, where there is one. */
  readonly present: PlannedPartition | undefined;
}

/** Takes the arriving systems out of every EFI system partition, and those that were only for them out of the plan. */
function unadopted(planned: Planned, arriving: readonly System[]): Pick<Situation, 'plan' | 'edits'> {
  const { plan, survey } = planned;
  const ids = new Set(arriving.map((s) => s.id));
  const edits = plan.partitions
    .filter((p) => p.role === 'efi' && p.owners.some((o) => ids.has(o)))
    .map((p): SingleEdit => {
      const owners = p.owners.filter((o) => !ids.has(o));
      return p.from === null && owners.length === 0
        ? { kind: 'remove', partition: p.id }
        : { kind: 'describe', partition: p.id, changes: { owners } };
    });
  const result = apply(plan, batch(message('edit.several'), edits), () => survey);
  return result.ok ? { plan: result.plan, edits } : { plan, edits: [] };
}

const NONE_PRESENT = message('efi-no.none');

function ownersWith(p: PlannedPartition, arriving: readonly System[]): string[] {
  return [...p.owners, ...arriving.map((s) => s.id)];
}

function budgetFor({ plan, survey, arriving }: Situation, present: PlannedPartition | undefined): SizeLine[] {
  const staying = present
    ? plan.systems.filter((s) => present.owners.includes(s.id) && s.change !== 'retire')
    : [];
  return [...efiBudget([...new Set([...staying, ...arriving])], survey.disk.sectorBytes)];
}

const mountFor = (arriving: readonly System[]) =>
  arriving.some((s) => s.kernelsOnEfi) ? '/boot' : '/boot/efi';

function sharing({ arriving }: Situation, present: PlannedPartition): SingleEdit {
  const mountPoint = present.mountPoint || mountFor(arriving);
  return {
    kind: 'describe',
    partition: present.id,
    changes: { owners: ownersWith(present, arriving), mountPoint },
  };
}

function share(situation: Situation): EfiStrategy {
  const { present, survey } = situation;
  const budget = budgetFor(situation, present);
  const title = message('efi.share');
  const risks = [message('efi-risk.not-format'), message('efi-risk.disturb')];
  if (!present) return settle(situation, { id: 'share', title, risks, budget, hindrances: [NONE_PRESENT] });
  const size = present.length * survey.disk.sectorBytes;
  const needed = totalOf(budget);
  const hindrances = [
    ...(present.fileSystem === 'fat' ? [] : [message('efi-no.not-fat', { volume: partitionTitle(present) })]),
    ...(size >= needed ? [] : [message('efi-no.too-small', { bytes: size, needed })]),
  ];
  return settle(situation, {
    id: 'share',
    title,
    risks,
    budget,
    hindrances,
    edits: [sharing(situation, present)],
    sizeBytes: size,
  });
}

/**
 * A new one in the first gap that holds it, large enough for what it has to hold; else before a new partition, which
 * gives the room: nothing is lost of what is not there yet.
 */
function createNew(
  { plan, survey }: Situation,
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

function second(situation: Situation): EfiStrategy {
  const { arriving, present } = situation;
  const made = createNew(situation, arriving, newEfiBytes(arriving));
  return settle(situation, {
    id: 'second',
    title: message(present ? 'efi.second' : 'efi.first'),
    budget: budgetFor(situation, undefined),
    ...('edit' in made ? { edits: singles(made.edit), hindrances: [] } : { hindrances: [made.hindrance] }),
    sizeBytes: newEfiBytes(arriving),
    risks: present ? [message('efi-risk.first-only')] : [],
  });
}

function enlarge(situation: Situation): EfiStrategy {
  const { plan, survey, present, arriving } = situation;
  const budget = budgetFor(situation, present);
  const size = Math.max(newEfiBytes(arriving), totalOf(budget)) as Bytes;
  const about = { id: 'enlarge', title: message('efi.enlarge'), budget } as const;
  const risks = [message('efi-risk.moves'), message('efi-risk.repair')];
  if (!present) return settle(situation, { ...about, risks, hindrances: [NONE_PRESENT] });
  if (present.length * survey.disk.sectorBytes >= size)
    return settle(situation, { ...about, risks: [], hindrances: [message('efi-no.large-enough')] });
  const length = sectorsToHold(size, survey.disk.sectorBytes);
  const packed = placeLeastMoved({ plan, survey }, new Map([[present.id, length]]));
  if (!packed.ok)
    return settle(situation, {
      ...about,
      risks,
      hindrances: [message('efi-no.stuck', { bytes: packed.shortBy * survey.disk.sectorBytes })],
    });
  return settle(situation, {
    ...about,
    risks: packed.packing.moves > 0 ? risks : [],
    hindrances: [],
    edits: [packed.edit, sharing(situation, present)],
    sizeBytes: size,
  });
}

function replace(situation: Situation): EfiStrategy {
  const { plan, survey, arriving, present } = situation;
  const staying = present ? plan.systems.filter((s) => present.owners.includes(s.id)) : [];
  const owners = [...staying, ...arriving];
  const budget = budgetFor(situation, present);
  const size = Math.max(newEfiBytes(arriving), totalOf(budget)) as Bytes;
  const about = {
    id: 'replace',
    title: message('efi.replace'),
    budget,
    sizeBytes: size,
    risks: [message('efi-risk.copy'), message('efi-risk.keep-old')],
  } as const;
  if (!present) return settle(situation, { ...about, hindrances: [NONE_PRESENT] });
  if (present.length * survey.disk.sectorBytes >= size)
    return settle(situation, {
      ...about,
      hindrances: [message('efi-no.large-enough')],
    });
  const made = createNew(situation, owners, size);
  if (!('edit' in made)) return settle(situation, { ...about, hindrances: [made.hindrance] });
  return settle(situation, {
    ...about,
    hindrances: [],
    edits: [...singles(made.edit), { kind: 'remove', partition: present.id }],
  });
}

interface Draft extends Pick<EfiStrategy, 'id' | 'title' | 'hindrances' | 'risks' | 'budget'> {
  readonly edits?: readonly SingleEdit[] | undefined;
  readonly sizeBytes?: number | undefined;
}

const NOTHING: Range = { least: 0, most: 0 };

/** Tries the edits, and works out what adopting them costs. */
function settle(situation: Situation, draft: Draft): EfiStrategy {
  const { from, survey, plan } = situation;
  const { edits, sizeBytes = null, ...about } = draft;
  const none = {
    edit: null,
    after: null,
    moved: NOTHING,
    movedMore: NOTHING,
    seconds: NOTHING,
    restarts: 0,
    exposures: [],
  };
  if (!edits || about.hindrances.length > 0) return { ...about, sizeBytes, ...none };
  const edit = batch(message('edit.efi', { strategy: about.title }), [...situation.edits, ...edits]);
  const result = apply(from, edit, () => survey);
  const procedure = result.ok ? procedureFor({ plan: result.plan, survey }) : undefined;
  if (!result.ok || !procedure?.ordered.ok)
    return {
      ...about,
      sizeBytes,
      ...none,
      hindrances: [message('efi-no.no-order')],
    };
  const before = procedureFor({ plan, survey }).moved;
  const { moved, seconds, restarts, ordered } = procedure;
  return {
    ...about,
    sizeBytes,
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
