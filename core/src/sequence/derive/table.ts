import { hull, type Span } from '../../layout/index.js';
import { containerStep } from '../steps/container.js';
import { conversions } from '../steps/convert-table.js';
import { emptyTable } from '../steps/new-table.js';
import type { Step } from '../steps/kinds.js';
import { repairs } from '../steps/repair-table.js';
import { activations } from '../steps/set-active.js';
import { sameSpan, writesNewTable, type Situation } from './situation.js';
import type { TableStep } from './table-step.js';

/** Under this name the extended container stands among the objects of the table. */
export const CONTAINER = 'the container';

/** Steps on the table as a whole, before the partitions in it are changed. */
export function wholeTableSteps(situation: Situation): Step[] {
  if (writesNewTable(situation)) return [emptyTable()];
  return [...repairs(situation), ...conversions(situation)];
}

type ContainerKind =
  'create-container' | 'grow-container' | 'shrink-container' | 'delete-container' | 'relist';

/**
 * Steps on the extended container of a kept MBR. It grows to take in both what it was and what it shall be, and shrinks
 * once its partitions have left what it gives up; where partitions change their kind, everything is written at once.
 */
export function containerSteps(situation: Situation): TableStep[] {
  const marks = activations(situation).map((step): TableStep => ({
    step,
    object: CONTAINER,
    world: 'disk',
    holds: null,
    takes: null,
  }));
  return [...containerChanges(situation), ...marks];
}

function containerChanges(situation: Situation): TableStep[] {
  const { before, after, relisted } = situation.slots;
  const change = (kind: ContainerKind, from: Span | null, to: Span | null): TableStep => ({
    step: containerStep(kind, situation, from, to),
    object: CONTAINER,
    world: 'disk',
    holds: from,
    takes: to,
  });
  if (relisted.length > 0) return [change('relist', before, after)];
  if (sameSpan(before, after)) return [];
  if (!before) return [change('create-container', null, after)];
  if (!after) return [change('delete-container', before, null)];
  const both = hull(before, after);
  return [
    ...(sameSpan(both, before) ? [] : [change('grow-container', before, both)]),
    ...(sameSpan(both, after) ? [] : [change('shrink-container', both, after)]),
  ];
}
