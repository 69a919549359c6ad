import { message } from '../words/index.js';
import { fillEdit, halveEdit, swapOrderEdit, undeleteEdit, splitHomeEdit } from '../compose/index.js';
import { apply, type Edit } from '../edits/index.js';
import { alignmentSectors, roomAround } from '../layout/index.js';
import {
  keptPartition,
  endOf,
  partitionOf,
  partitionTitle,
  type Planned,
  type PartitionId,
  type PlannedPartition,
} from '../plan/index.js';
import { gapVerbsOf } from './gap-verbs.js';
import type { Verb } from './verb.js';
import { surveyedPartition } from '../survey/index.js';
import { alignDown, alignUp, sectors } from '../quantity/index.js';

/**
 * What can be done with a partition at a press, those used most first; for one that the plan deletes, that it be kept.
 * Only what makes sense where it lies; a refusal is left to `apply`. Of free space, what `gapVerbsOf` tells.
 */
export function verbsOf(planned: Planned, id: PartitionId): Verb[] {
  const { plan, survey } = planned;
  const partition = partitionOf(plan, id);
  if (!partition) {
    const edit = surveyedPartition(survey, id) && undeleteEdit(planned, id);
    return edit ? [{ id: 'undelete', title: message('verb.undelete'), edit }] : gapVerbsOf(planned, id);
  }
  const allowed = ({ edit }: Verb) => apply(plan, edit, () => survey).ok;
  return [
    ...contentVerbs(partition),
    ...roomVerbs(planned, partition),
    ...sideVerbs(planned, partition).filter(allowed),
    ...homeVerbs(planned, partition).filter(allowed),
    // Most neighbours cannot move, and then there is nothing to offer.
    ...neighbourVerbs(planned, partition).filter(allowed),
    ...returnVerbs(planned, partition),
  ];
}

function contentVerbs({ id, from, treatment }: PlannedPartition): Verb[] {
  const treat = (to: 'keep' | 'format'): Edit => ({ kind: 'treat', partition: id, treatment: to });
  return [
    ...(from !== null && treatment === 'format'
      ? [{ id: 'keep', title: message('verb.keep'), edit: treat('keep') } as const]
      : []),
    ...(from !== null && treatment === 'keep'
      ? [{ id: 'format', title: message('verb.format'), edit: treat('format') } as const]
      : []),
    { id: 'delete', title: message('verb.delete'), edit: { kind: 'remove', partition: id } },
  ];
}

function roomVerbs(planned: Planned, partition: PlannedPartition): Verb[] {
  const { survey } = planned;
  const step = alignmentSectors(survey.disk.sectorBytes);
  const behind = roomAround(planned, partition.id).after >= step;
  const halved = halveEdit(planned, partition);
  const shrinks = halved.places.some((place) => place.length < partition.length);
  return [
    ...(behind
      ? [{ id: 'fill', title: message('verb.fill'), edit: fillEdit(planned, partition) } as const]
      : []),
    ...(shrinks ? [{ id: 'halve', title: message('verb.halve'), edit: halved } as const] : []),
  ];
}

/** To the other side of the free space that it lies in; only of what has no data that would travel. */
function sideVerbs(planned: Planned, partition: PlannedPartition): Verb[] {
  if (partition.from !== null && partition.treatment === 'keep') return [];
  const step = alignmentSectors(planned.survey.disk.sectorBytes);
  const { before, after } = roomAround(planned, partition.id);
  const move = (start: number): Edit => ({ kind: 'move', partition: partition.id, start: sectors(start) });
  return [
    ...(before >= step
      ? [
          {
            id: 'to-start',
            title: message('verb.to-start'),
            edit: move(alignUp(partition.start - before, step)),
          } as const,
        ]
      : []),
    ...(after >= step
      ? [
          {
            id: 'to-end',
            title: message('verb.to-end'),
            edit: move(alignDown(partition.start + after, step)),
          } as const,
        ]
      : []),
  ];
}

function homeVerbs(planned: Planned, partition: PlannedPartition): Verb[] {
  const edit = splitHomeEdit(planned, partition);
  return edit ? [{ id: 'split-home', title: message('verb.split-home'), edit }] : [];
}

function neighbourVerbs(planned: Planned, partition: PlannedPartition): Verb[] {
  const { plan } = planned;
  const at = plan.partitions.findIndex((p) => p.id === partition.id);
  const trade = (by: -1 | 1): Verb[] => {
    const other = plan.partitions[at + by];
    const edit = other && swapOrderEdit(planned, partition.id, other.id);
    if (!edit) return [];
    return [
      {
        id: by < 0 ? 'trade-previous' : 'trade-next',
        title: message('verb.trade', { other: partitionTitle(other) }),
        edit,
      },
    ];
  };
  return [...trade(-1), ...trade(1)];
}

function returnVerbs(planned: Planned, partition: PlannedPartition): Verb[] {
  const { plan, survey } = planned;
  const found = surveyedPartition(survey, partition.from);
  const note = found && plan.found[found.id];
  if (!found || !note) return [];
  if (partition.start === found.start && endOf(partition) === endOf(found)) return [];
  return [
    {
      id: 'as-found',
      title: message('verb.as-found'),
      edit: { kind: 'restore', partition: keptPartition(survey, found, note) },
    },
  ];
}
