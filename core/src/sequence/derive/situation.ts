import { isActive, isLogical, plannedContainer, type Span } from '../../layout/index.js';
import {
  fatesOf,
  volumesOf,
  insideFatesOf,
  isWindowsEncrypted,
  type Planned,
  type Fate,
  type Plan,
  type PlannedPartition,
} from '../../plan/index.js';
import { typeOf } from '../../recognition/index.js';
import { containerIn, type SurveyPartitionId } from '../../survey/index.js';
import { VOLUME_TRAITS } from '../../volume/index.js';
import { ability } from '../../ability/index.js';
import { BOOT_ROLES } from '../../start/index.js';
import type { Waiting } from '../aside.js';
import { liveFrom } from '../place.js';
import type { Environment } from '../step.js';
import { hasOwnVolumes, isArriving, type System } from '../../system/index.js';

/** What all derivations look at, worked out once. */
export interface Situation extends Planned {
  readonly fates: readonly Fate[];
  /** Systems that are to be installed. */
  readonly arriving: readonly System[];
  readonly retiring: readonly System[];
  /** Systems that are on the disk at the end: installed, or kept as they are. */
  readonly staying: readonly System[];
  /** Volumes encrypted by their own system that stay. */
  readonly encrypted: readonly Fate[];
  readonly slots: SlotChange;
  /** Where parts are put for the time being, by their surveyed ids: those that stand in each other's way. */
  readonly aside: ReadonlyMap<string, Span>;
  /** Ids of moves in the order in which they can be made, where that matters; else none. */
  readonly sequence: readonly string[];
  /** Whether anything is to be done at all. */
  readonly changed: boolean;
}

/** What changes in the lists of an MBR whose table is kept; nothing elsewhere. */
export interface SlotChange {
  readonly before: Span | null;
  readonly after: Span | null;
  /** Kept partitions that are listed as a logical and were a primary, or the other way round. */
  readonly relisted: readonly Fate[];
  /** Whether other partitions are marked active than were. */
  readonly active: boolean;
}

export function situationOf(planned: Planned, { aside, sequence }: Waiting): Situation {
  const { plan, survey } = planned;
  const fates = fatesOf(planned);
  const slots = slotChange(planned, fates);
  const arriving = plan.systems.filter(isArriving);
  const retiring = plan.systems.filter((s) => s.change === 'retire');
  const tableChanged =
    plan.target.table !== 'keep' ||
    plan.partitions.some((p) => p.from === null) ||
    fates.some(
      (fate) =>
        fate.kind !== 'untouched' ||
        isRelabelled(fate) ||
        isRetyped(planned, fate) ||
        isRenamed(planned, fate),
    ) ||
    slots.active ||
    slots.relisted.length > 0 ||
    !sameSpan(slots.before, slots.after);
  return {
    plan,
    survey,
    fates,
    arriving,
    retiring,
    staying: plan.systems.filter(
      (s) => arriving.includes(s) || (s.menu && s.change === undefined) || stays({ plan, fates }, s),
    ),
    slots,
    aside,
    sequence,
    encrypted: fates.filter(
      (f) => isWindowsEncrypted(planned, f.found.id) && f.kind !== 'erased' && f.kind !== 'formatted',
    ),
    changed:
      tableChanged ||
      insideFatesOf(planned).some((f) => f.kind !== 'untouched') ||
      switchesController(plan) ||
      turnsSecureBootOn(plan) ||
      arriving.length > 0 ||
      retiring.length > 0,
  };
}

/** A found system of which the system volume or root is kept as it is. */
export function stays({ plan, fates }: Pick<Situation, 'plan' | 'fates'>, system: System): boolean {
  const kept = new Set(
    fates.flatMap((f) =>
      plan.found[f.found.id]?.owners.includes(system.id) && f.planned?.treatment === 'keep'
        ? [f.planned.id]
        : [],
    ),
  );
  return (
    system.origin === 'found' &&
    system.change === undefined &&
    volumesOf(plan).some(
      (v) => kept.has(v.within?.id ?? v.id) && v.treatment === 'keep' && ['system', 'root'].includes(v.role),
    )
  );
}

/** What a system mounts only while it writes its loader there. */
const HARDLY_MOUNTED: readonly PlannedPartition['role'][] = ['efi', 'reserved', 'bios-boot'];

/** A found system that was told where it is, and of which no volume is kept: nothing that it held when it was turned off matters. */
export function goesWhole({ plan, fates }: Pick<Situation, 'plan' | 'fates'>, { id }: System): boolean {
  const own = fates.filter(({ found }) => {
    const note = plan.found[found.id];
    return note?.owners.includes(id) && !HARDLY_MOUNTED.includes(note.role);
  });
  return own.length > 0 && own.every((f) => f.planned?.treatment !== 'keep');
}

/**
 * The system that stays and changes the table with a tool of its own, Windows first; none where a live session comes with the medium of
 * a system that is installed, and so costs no start.
 */
export function toolThatStays(
  { plan, staying }: Situation,
  able: (system: System) => boolean,
): Environment | undefined {
  if (liveFrom(plan)) return undefined;
  const there = staying
    .filter(
      (s) => !isArriving(s) && hasOwnVolumes(s) && able(s) && ability(s.family, 'delete', 'none') === 'yes',
    )
    .sort((a, b) => Number(b.family === 'windows') - Number(a.family === 'windows'));
  return there[0] && { kind: 'running', system: there[0].id };
}

/** The system that opens an encrypted volume when all is done. */
export const ownerAtTheEnd = ({ plan, staying }: Situation, found: SurveyPartitionId): System | undefined =>
  staying.find((s) => plan.found[found]?.owners.includes(s.id));

/** The system whose own tool changes this volume, where it is on the disk and stays. */
export function ownTool({ plan }: Situation, p: PlannedPartition): System | undefined {
  const family = VOLUME_TRAITS[p.fileSystem].ownTool;
  if (family !== 'windows' && family !== 'macos') return undefined;
  return plan.systems.find(
    (s) => s.origin === 'found' && s.change === undefined && s.family === family && p.owners.includes(s.id),
  );
}

/** Whether the firmware, what it starts, or the table is other than before once the plan is carried out. */
export function startsOtherwise({ plan, fates, arriving, retiring }: Situation): boolean {
  const { mode, table } = plan.target;
  const now = plan.machine.modeInUse;
  return (
    arriving.length > 0 ||
    retiring.length > 0 ||
    table === 'convert' ||
    turnsSecureBootOff(plan) ||
    turnsSecureBootOn(plan) ||
    switchesController(plan) ||
    (now !== 'unknown' && now !== mode) ||
    fates.some((f) => plan.found[f.found.id]?.role === 'efi' && f.kind !== 'untouched') ||
    fates.some((f) => bootedFrom(plan, f) && (f.kind === 'erased' || f.kind === 'formatted'))
  );
}

/** Whether a system was started from it. */
const bootedFrom = ({ found }: Plan, fate: Fate): boolean =>
  BOOT_ROLES.includes(found[fate.found.id]?.role ?? '');

/** Whether the disk is to be shown as it is, and is not by now. */
export const switchesController = ({ machine, target }: Plan): boolean =>
  machine.controller === 'raid' && target.controller === 'plain';

/** Whether a system comes that Secure Boot would not start. */
export function turnsSecureBootOff(plan: Plan): boolean {
  return plan.machine.secureBoot !== 'off' && plan.systems.some((s) => s.origin === 'new' && !s.signed);
}

/** Whether it is to be on, and is not by now. */
export const turnsSecureBootOn = ({ machine, target }: Plan): boolean =>
  target.mode === 'uefi' && target.secureBoot === 'on' && machine.secureBoot !== 'on';

export function sameSpan(a: Span | null, b: Span | null): boolean {
  return a === b || (a !== null && b !== null && a.start === b.start && a.length === b.length);
}

/** A partition that was there and of which the table shall give another type. A conversion rewrites all types at once. */
export function isRetyped(planned: Planned, fate: Fate): boolean {
  const { found, planned: part } = fate;
  if (!part || !staysListed(planned, fate) || found.type === undefined) return false;
  return typeOf(planned, part) !== found.type;
}

/** One that the table of a GPT shall give another name. */
export function isRenamed(planned: Planned, fate: Fate): boolean {
  const { found, planned: part } = fate;
  if (!part || planned.plan.target.style !== 'gpt' || !staysListed(planned, fate)) return false;
  return part.name !== (found.name ?? '');
}

/** Its entry stays in the table, whether its volume is kept or made anew in its place. */
function staysListed({ plan }: Planned, { kind, found, planned }: Fate): boolean {
  if (!planned || plan.target.table !== 'keep') return false;
  return kind !== 'formatted' || (found.start === planned.start && found.length === planned.length);
}

/** A kept volume that shall be called otherwise than its label says. */
export function isRelabelled({ kind, found, planned }: Fate): boolean {
  const label = found.volume?.label;
  return planned !== undefined && kind !== 'formatted' && label !== undefined && planned.label !== label;
}

/** Whether the disk gets an empty table first: it shall, or it has none. */
export function writesNewTable(planned: Planned): boolean {
  const { plan, survey } = planned;
  return plan.target.table === 'new' || survey.disk.style === 'none';
}

function slotChange(planned: Planned, fates: readonly Fate[]): SlotChange {
  const { plan, survey } = planned;
  const isMbr = plan.target.style === 'mbr';
  if (isMbr && writesNewTable(planned))
    return {
      before: null,
      after: plannedContainer(planned),
      relisted: [],
      active: plan.partitions.some((p) => isActive(planned, p)),
    };
  if (!isMbr || plan.target.table !== 'keep' || survey.disk.style !== 'mbr')
    return { before: null, after: null, relisted: [], active: false };
  const container = containerIn(survey);
  const kept = fates.filter((f) => f.planned && f.planned.treatment === 'keep');
  const actives = plan.partitions.filter((p) => isActive(planned, p)).map((p) => p.from ?? p.id);
  const wereActive = survey.partitions.filter((p) => p.active).map((p) => p.id);
  const stillThere = wereActive.filter((id) => plan.partitions.some((p) => p.from === id));
  return {
    before: container ? { start: container.start, length: container.length } : null,
    after: plannedContainer(planned),
    relisted: kept.filter((f) => isLogical(planned, f.planned!) !== (f.found.logical ?? false)),
    active: [...actives].sort().join() !== stillThere.sort().join(),
  };
}
