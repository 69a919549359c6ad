import { hull, type Span } from '../../plan/index.js';
import type { Step } from '../step.js';
import { LIVE, step } from './draft.js';
import type { TableStep } from './parts.js';
import { sameSpan, writesNewTable, type Situation } from './situation.js';

/** Under this name the extended container stands among the objects of the table. */
export const CONTAINER = 'the container';

const REPAIRABLE = [
  'primary-broken',
  'backup-broken',
  'backup-not-at-end',
  'protective-missing',
  'protective-short',
];

/** Steps on the table as a whole, before the partitions in it are changed. */
export function wholeTableSteps({ plan, survey }: Situation): Step[] {
  if (writesNewTable({ plan, survey })) return [step('new-table', '', LIVE, { undo: 'from-backup' })];
  const repair = survey.damage.some((d) => REPAIRABLE.includes(d.id));
  return [
    ...(repair ? [step('repair-table', '', LIVE, { undo: 'yes' })] : []),
    ...(plan.target.table === 'convert' ? [conversion()] : []),
  ];
}

function conversion(): Step {
  return step('convert-table', '', LIVE, { undo: 'yes' });
}

/**
 * Steps on the extended container of a kept MBR. It grows to take in both what it was and what it shall be, and shrinks
 * once its partitions have left what it gives up; where partitions change their kind, everything is written at once.
 */
export function containerSteps(situation: Situation): TableStep[] {
  const { before, after, relisted, active } = situation.slots;
  const of = (s: Step): TableStep => ({
    step: s,
    object: CONTAINER,
    world: 'disk',
    holds: s.before,
    takes: s.after,
  });
  const needs = writesNewTable(situation) ? ['new-table'] : [];
  const marks = active
    ? [{ ...of(step('set-active', '', LIVE, { undo: 'yes' })), holds: null, takes: null }]
    : [];
  const change = (kind: Step['kind'], from: Span | null, to: Span | null) =>
    of(step(kind, '', LIVE, { before: from, after: to, needs, undo: 'yes' }));
  if (relisted.length > 0) return [change('relist', before, after), ...marks];
  if (sameSpan(before, after)) return marks;
  if (!before) return [change('create-container', null, after), ...marks];
  if (!after) return [change('delete-container', before, null), ...marks];
  const both = hull(before, after);
  return [
    ...(sameSpan(both, before) ? [] : [change('grow-container', before, both)]),
    ...(sameSpan(both, after) ? [] : [change('shrink-container', both, after)]),
    ...marks,
  ];
}
