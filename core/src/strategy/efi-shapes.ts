import { batch } from '../compose/index.js';
import { apply, type SingleEdit } from '../edits/index.js';
import {
  partitionTitle,
  roleName,
  type Planned,
  type EfiStrategyId,
  type PartitionId,
  type Plan,
  type PlannedPartition,
} from '../plan/index.js';
import type { Bytes } from '../quantity/index.js';
import { efiBudget, leastEfiBytes, newEfiBytes, totalOf, type SizeLine } from '../sizing/index.js';
import { isArriving, type System } from '../system/index.js';
import { message, type Code, type Message } from '../words/index.js';

export type StrategySays = Message<Extract<Code, `efi.${string}`>>;
export type HindranceSays = Message<Extract<Code, `efi-no.${string}`>>;

/** A strategy for the EFI system partition before anybody asked where it lies: what it makes, changes and takes away. */
export interface EfiShape {
  readonly id: EfiStrategyId;
  readonly title: StrategySays;
  /** Why it cannot be done, wherever there is room; empty where it can. */
  readonly hindrances: readonly HindranceSays[];
  /** Of the partition that the arriving systems would use. */
  readonly sizeBytes: Bytes | null;
  /** With this it does too, where there is not the room for more. */
  readonly leastBytes: Bytes | null;
  /** What that partition has to hold. */
  readonly budget: readonly SizeLine[];
  /** Whose a new one is. */
  readonly fresh: readonly System[] | null;
  /** The present one, where it becomes larger. */
  readonly grows: PartitionId | null;
  /** What is said of the present one. */
  readonly describes: readonly SingleEdit[];
  /** The present one, where it goes, last of all. */
  readonly removes: PartitionId | null;
}

/** A plan in which the arriving systems use no EFI system partition yet, and the strategies for it. */
export interface EfiShapes {
  /** The edits that undo what was adopted. */
  readonly edits: readonly SingleEdit[];
  /** The plan after those. */
  readonly plan: Plan;
  /** The EFI system partition that is kept, where there is one. */
  readonly present: PlannedPartition | undefined;
  readonly arriving: readonly System[];
  /** All four, in the order in which they are offered. */
  readonly shapes: readonly EfiShape[];
}

/** `undefined` where nothing arrives, or nothing starts by UEFI. */
export function efiShapes(planned: Planned): EfiShapes | undefined {
  const { plan, survey } = planned;
  const arriving = plan.systems.filter(isArriving);
  if (plan.target.mode !== 'uefi' || arriving.length === 0) return undefined;
  const base = unadopted(planned, arriving);
  const present = base.plan.partitions.find((p) => p.role === 'efi' && p.treatment === 'keep');
  const staying = present
    ? base.plan.systems.filter((s) => present.owners.includes(s.id) && s.change !== 'retire')
    : [];
  const { disk } = survey;
  const { sectorBytes } = disk;
  const fresh = { sizeBytes: newEfiBytes(arriving, disk), leastBytes: leastEfiBytes(arriving, sectorBytes) };
  const shared = [...efiBudget([...new Set([...staying, ...arriving])], sectorBytes)];
  const holding = (size: Bytes) => Math.max(size, totalOf(shared)) as Bytes;
  const large = { sizeBytes: holding(fresh.sizeBytes), leastBytes: holding(fresh.leastBytes) };
  const has = present ? present.length * sectorBytes : 0;
  const about = { fresh: null, grows: null, describes: [], removes: null, budget: shared } as const;
  const larger = !present ? [NONE_PRESENT] : has >= large.leastBytes ? [message('efi-no.large-enough')] : [];
  const sizes = larger.length > 0 ? { sizeBytes: null, leastBytes: null } : large;
  const sharing = present ? [shareEdit(present, arriving)] : [];
  const shapes: EfiShape[] = [
    {
      ...about,
      id: 'share',
      title: message('efi.share'),
      hindrances: present ? hindrancesOfSharing(present, has, totalOf(shared)) : [NONE_PRESENT],
      sizeBytes: present ? (has as Bytes) : null,
      leastBytes: null,
      describes: sharing,
    },
    {
      ...about,
      id: 'second',
      title: message(present ? 'efi.second' : 'efi.first'),
      hindrances: [],
      ...fresh,
      budget: [...efiBudget(arriving, sectorBytes)],
      fresh: arriving,
    },
    {
      ...about,
      id: 'enlarge',
      title: message('efi.enlarge'),
      hindrances: larger,
      ...sizes,
      grows: present?.id ?? null,
      describes: sharing,
    },
    {
      ...about,
      id: 'replace',
      title: message('efi.replace', { volume: present ? partitionTitle(present) : roleName('efi') }),
      hindrances: larger,
      ...sizes,
      fresh: [...base.plan.systems.filter((s) => present?.owners.includes(s.id)), ...arriving],
      removes: present?.id ?? null,
    },
  ];
  return { ...base, present, arriving, shapes };
}

/** Takes the arriving systems out of every EFI system partition, and those that were only for them out of the plan. */
function unadopted(planned: Planned, arriving: readonly System[]): Pick<EfiShapes, 'plan' | 'edits'> {
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

const mountFor = (arriving: readonly System[]) =>
  arriving.some((s) => s.kernelsOnEfi) ? '/boot' : '/boot/efi';

function shareEdit(present: PlannedPartition, arriving: readonly System[]): SingleEdit {
  const mountPoint = present.mountPoint || mountFor(arriving);
  const owners = [...present.owners, ...arriving.map((s) => s.id)];
  return { kind: 'describe', partition: present.id, changes: { owners, mountPoint } };
}

function hindrancesOfSharing(present: PlannedPartition, has: number, needed: number): HindranceSays[] {
  return [
    ...(present.fileSystem === 'fat' ? [] : [message('efi-no.not-fat', { volume: partitionTitle(present) })]),
    ...(has >= needed ? [] : [message('efi-no.too-small', { bytes: has, needed })]),
  ];
}
