import { message } from '../words/index.js';
import { distributeEdit, giveEdit, movedMore, takesSpace } from '../compose/index.js';
import { apply, type Edit } from '../edits/index.js';
import { alignmentSectors, plannedGaps, isLogical, type GapPart } from '../layout/index.js';
import { packRows } from '../packing/index.js';
import { partitionTitle, endOf, partitionOf, type PlannedPartition, type Planned } from '../plan/index.js';
import type { Verb } from './verb.js';
import { alignUp, sectors } from '../quantity/index.js';

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
      .flatMap((p) => give(planned, gap, p)),
    ...share(planned, gap),
    ...close(planned, gap),
  ];
  return verbs.filter(({ edit }) => apply(plan, edit, () => survey).ok);
}

const distance = (p: PlannedPartition, gap: GapPart): number =>
  p.start < gap.start ? gap.start - endOf(p) : p.start - endOf(gap);

function give(planned: Planned, gap: GapPart, taker: PlannedPartition): Verb[] {
  const edit = giveEdit(planned, gap, taker);
  if (!edit) return [];
  const title = message('verb.give', { volume: partitionTitle(taker), moved: movedMore(planned, edit) });
  return [{ id: `give:${taker.id}`, title, edit }];
}

/** Both neighbours take of it, by their sizes. */
function share(planned: Planned, gap: GapPart): Verb[] {
  const { plan } = planned;
  const at = plan.partitions.findIndex((p) => p.start > gap.start);
  const pair = [plan.partitions[at - 1], plan.partitions[at]];
  if (at < 1 || !pair.every((p) => p !== undefined && takesSpace(p))) return [];
  const wishes = new Map(pair.map((p) => [p!.id, { weight: p!.length, least: p!.length }]));
  const edit = distributeEdit(planned, wishes);
  if (!edit) return [];
  return [{ id: 'share-out', title: message('verb.share-out', { moved: movedMore(planned, edit) }), edit }];
}

/** What lies behind it, up to the next free space, slides to its beginning. */
function close(planned: Planned, gap: GapPart): Verb[] {
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
  return [{ id: 'close', title: message('verb.close', { moved: movedMore(planned, edit) }), edit }];
}
