import { message } from '../../words/index.js';
import { alignmentSectors } from '../area.js';
import { alignUp, sectors, type Bytes, bytes } from '../../quantity/index.js';
import { canGrow } from '../../volume/index.js';
import { apply, type Edit } from '../edits/edit.js';
import { sizedAs } from '../inside/index.js';
import { plannedGaps, type GapPart } from '../layout.js';
import { partitionTitle } from '../names.js';
import { packRows, type PackRow } from '../pack-rows.js';
import { endOf, partitionOf, type PlannedPartition } from '../plan.js';
import type { Planned } from '../planned.js';
import { isLogical } from '../slots/index.js';
import { distributeEdit, placeLeastMoved } from './arrange.js';
import type { Verb } from './verbs.js';

/** More than this nobody reads. */
const MOST_TAKERS = 5;

/**
 * What can be done with free space at a press, each with the data that moves for it: neighbours take it, or share it, one further
 * away takes it while what lies between slides, or what lies behind it closes up. Only what the plan takes.
 */
export function gapVerbsOf(planned: Planned, id: string): Verb[] {
  const { plan, survey } = planned;
  const gap = plannedGaps(planned).find((g) => g.id === id);
  if (!gap || gap.usable.length < alignmentSectors(survey.disk.sectorBytes)) return [];
  const row = packRows(planned).find((r) => r.inside === gap.inside);
  if (!row) return [];
  const near = [...row.parts]
    .flatMap(({ id: part }) => partitionOf(plan, part) ?? [])
    .sort((a, b) => distance(a, gap) - distance(b, gap));
  const verbs = [
    ...near
      .filter(takesSpace)
      .slice(0, MOST_TAKERS)
      .flatMap((p) => give(planned, row, gap, p)),
    ...share(planned, row, gap),
    ...close(planned, row, gap),
  ];
  return verbs.filter(({ edit }) => apply(plan, edit, () => survey).ok);
}

const distance = (p: PlannedPartition, gap: GapPart): number =>
  p.start < gap.start ? gap.start - endOf(p) : p.start - endOf(gap);

/** Whether more space is of use to it, and can be given to it. */
const takesSpace = (p: PlannedPartition): boolean =>
  ['root', 'home', 'data', 'system', 'swap'].includes(p.role) &&
  (p.from === null || p.treatment === 'format' || canGrow(sizedAs(p)));

/** The whole of it goes to one partition; what lies between slides, and moves as little data as can be. */
function give(planned: Planned, row: PackRow, gap: GapPart, taker: PlannedPartition): Verb[] {
  const touches = endOf(taker) === gap.start || taker.start === endOf(gap);
  // Directly behind it, all of the gap is its own, to the last sector.
  const more = endOf(taker) === gap.start ? endOf(gap.usable) - gap.start : gap.usable.length;
  const step = alignmentSectors(planned.survey.disk.sectorBytes);
  const wanted = taker.length + (touches ? more : Math.floor(more / step) * step);
  const placed = placeLeastMoved(planned, new Map([[taker.id, sectors(wanted)]]));
  if (!placed.ok) return [];
  const title = message('verb.give', {
    volume: partitionTitle(taker),
    moved: movedMore(planned, row, placed.edit),
  });
  return [{ id: `give:${taker.id}`, title, edit: placed.edit }];
}

/** Both neighbours take of it, by their sizes. */
function share(planned: Planned, row: PackRow, gap: GapPart): Verb[] {
  const { plan } = planned;
  const at = plan.partitions.findIndex((p) => p.start > gap.start);
  const pair = [plan.partitions[at - 1], plan.partitions[at]];
  if (at < 1 || !pair.every((p) => p !== undefined && takesSpace(p))) return [];
  const wishes = new Map(pair.map((p) => [p!.id, { weight: p!.length, least: p!.length }]));
  const edit = distributeEdit(planned, wishes);
  if (!edit) return [];
  return [
    { id: 'share-out', title: message('verb.share-out', { moved: movedMore(planned, row, edit) }), edit },
  ];
}

/** What lies behind it, up to the next free space, slides to its beginning. */
function close(planned: Planned, row: PackRow, gap: GapPart): Verb[] {
  const { plan, survey } = planned;
  const step = alignmentSectors(survey.disk.sectorBytes);
  const behind = plan.partitions.filter((p) => p.start >= endOf(gap) && isLogical(planned, p) === gap.inside);
  let [at, from]: [number, number] = [gap.usable.start, endOf(gap)];
  const places: {
    partition: string;
    start: ReturnType<typeof sectors>;
    length: PlannedPartition['length'];
  }[] = [];
  for (const p of behind) {
    if (p.start - from >= step && places.length > 0) break;
    const start = alignUp(at + (gap.inside && places.length > 0 ? 1 : 0), step);
    places.push({ partition: p.id, start: sectors(start), length: p.length });
    [at, from] = [start + p.length, endOf(p)];
  }
  if (places.length === 0) return [];
  const edit: Edit = { kind: 'arrange', places };
  return [{ id: 'close', title: message('verb.close', { moved: movedMore(planned, row, edit) }), edit }];
}

/** Data of kept partitions that would travel after the edit and does not yet, in bytes. */
function movedMore(planned: Planned, { parts }: PackRow, edit: Edit): Bytes {
  const { plan, survey } = planned;
  const result = apply(plan, edit, () => survey);
  if (!result.ok) return bytes(0);
  const travels = (p: PlannedPartition | undefined, from: number) => p !== undefined && p.start !== from;
  return bytes(
    parts.reduce((sum, { id, now, dataBytes }) => {
      if (!now || !travels(partitionOf(result.plan, id), now.start)) return sum;
      return travels(partitionOf(plan, id), now.start) ? sum : sum + dataBytes;
    }, 0),
  );
}
