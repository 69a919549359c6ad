import { alignDown, bytes, sectors, type Bytes } from '../quantity/index.js';
import type { System } from '../system/index.js';
import { message, type Message } from '../words/index.js';
import { apply, type Edit, type SingleEdit } from '../edits/index.js';
import { alignmentSectors, plannedGaps, sizeOf, overlap, slotsOf, type GapPart } from '../layout/index.js';
import {
  partitionTitle,
  endOf,
  partitionOf,
  type PartitionId,
  type PlannedPartition,
  type Planned,
} from '../plan/index.js';
import { placeLeastMoved } from './arrange.js';
import { batch, singles } from './batch.js';
import { giveEdit, movedMore, takesSpace } from './give.js';
import { becomeEdit } from './systems.js';

/** More than this nobody reads. */
const MOST_WAYS = 6;

/** Space that a system leaves, given away. */
export interface RoomWay {
  readonly taker: PartitionId;
  /** How much larger it gets, in bytes. */
  readonly gained: Bytes;
  /** Data of partitions that stay which is copied for it, in bytes. */
  readonly moved: Bytes;
  readonly title: Message<'verb.give-room'>;
  readonly edit: Edit;
}

/**
 * Who can have the space of a system that goes, each as one edit: the system is retired, where it is not yet, and what was its
 * alone and is free goes to one partition: all of it, or what lies directly behind, for which nothing moves. Those that gain most
 * come first, then those that move least. Empty for a system that comes.
 */
export function roomWaysOf(planned: Planned, system: System): RoomWay[] {
  if (system.origin !== 'found') return [];
  const gone = system.change === 'retire' ? [] : singles(becomeEdit(planned, system, 'retire'));
  const without = after(planned, gone);
  const retire = [...gone, ...(without ? closeContainer(without) : [])];
  const retired = after(planned, retire);
  if (!retired) return [];
  const freed = freedGaps(retired, system);
  return retired.plan.partitions
    .filter(takesSpace)
    .flatMap((taker) => {
      const ways = [giveAll(retired, freed, taker), giveBehind(retired, freed, taker)];
      return ways.flatMap((given) => (given ? wayOf(planned, system, taker, [...retire, ...given]) : []));
    })
    .filter((way, i, all) => all.findIndex((w) => w.taker === way.taker && w.gained === way.gained) === i)
    .sort((a, b) => b.gained - a.gained || a.moved - b.moved)
    .slice(0, MOST_WAYS);
}

/** An extended container in which nothing is left only holds its space back from what lies outside of it. */
function closeContainer(planned: Planned): SingleEdit[] {
  const slots = slotsOf(planned);
  return slots?.container && slots.logicals.length === 0 ? [{ kind: 'set-container', container: null }] : [];
}

function wayOf(
  planned: Planned,
  system: System,
  taker: PlannedPartition,
  edits: readonly SingleEdit[],
): RoomWay[] {
  const volume = partitionTitle(taker);
  const edit = batch(message('edit.give-room', { system: system.name, volume }), edits);
  const given = after(planned, [edit]);
  const larger = given && partitionOf(given.plan, taker.id);
  if (!larger || larger.length <= taker.length) return [];
  const gained = bytes(sizeOf(larger, planned.survey) - sizeOf(taker, planned.survey));
  const moved = movedMore(planned, edit);
  const title = message('verb.give-room', { volume, gained, moved });
  return [{ taker: taker.id, gained, moved, title, edit }];
}

/** All at once; where it cannot reach all, piece by piece, since each that is given changes where the others lie. */
function giveAll(
  retired: Planned,
  freed: readonly GapPart[],
  taker: PlannedPartition,
): readonly SingleEdit[] | undefined {
  const step = alignmentSectors(retired.survey.disk.sectorBytes);
  const more = freed.reduce((sum, { usable }) => sum + alignDown(usable.length, step), 0);
  if (freed.length > 1) {
    const whole = placeLeastMoved(retired, new Map([[taker.id, sectors(taker.length + more)]]));
    if (whole.ok) return singles(whole.edit);
  }
  let [at, edits]: [Planned, readonly SingleEdit[]] = [retired, []];
  for (const gap of freed) {
    const still = plannedGaps(at).find((g) => overlap(g, gap));
    const partition = partitionOf(at.plan, taker.id);
    const edit = still && partition && giveEdit(at, still, partition);
    const next = edit && after(at, singles(edit));
    if (next) [at, edits] = [next, [...edits, ...singles(edit)]];
  }
  return edits.length > 0 ? edits : undefined;
}

function giveBehind(
  retired: Planned,
  freed: readonly GapPart[],
  taker: PlannedPartition,
): readonly SingleEdit[] | undefined {
  const behind = freed.find((gap) => gap.start === endOf(taker));
  const edit = behind && giveEdit(retired, behind, taker);
  return edit && singles(edit);
}

/** Free space where something lay, as found, that was the system's alone. */
export function freedGaps(planned: Planned, system: System): GapPart[] {
  const { plan, survey } = planned;
  const its = survey.partitions.filter(({ id }) => {
    const owners = plan.found[id]?.owners ?? [];
    return owners.length === 1 && owners[0] === system.id;
  });
  return plannedGaps(planned).filter((gap) => gap.usable.length > 0 && its.some((p) => overlap(p, gap)));
}

function after(planned: Planned, edits: readonly Edit[]): Planned | undefined {
  let { plan } = planned;
  for (const edit of edits) {
    const result = apply(plan, edit, () => planned.survey);
    if (!result.ok) return undefined;
    plan = result.plan;
  }
  return { plan, survey: planned.survey };
}
