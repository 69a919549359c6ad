import { overlap, plannedArea, type Span } from '../../layout/index.js';
import { endOf } from '../../plan/index.js';
import { waitingFor, withNeeds } from '../step.js';
import { kindOf, type Step } from '../steps/kinds.js';
import type { TableStep } from './table-step.js';
import { CONTAINER } from './table.js';
import type { Situation } from './situation.js';
import { SpanIndex } from './span-index.js';

const frees = (s: Step) => ['frees', 'both'].includes(kindOf(s).room ?? '');
const takes = (s: Step) => ['takes', 'both'].includes(kindOf(s).room ?? '');

/**
 * Adds what every step waits for: one that takes a span, for all that free some of it; one inside the extended container,
 * for the container to reach there; and one that gives up container room, for its logicals to have left it.
 */
export function withSpanNeeds(situation: Situation, list: readonly TableStep[]): Step[] {
  const freeing = list
    .filter((t) => frees(t.step))
    .map((t): Freeing => ({ of: t, held: claim(t, t.holds), still: claim(t, t.takes) }));
  const held = new SpanIndex(freeing, (f) => f.held);
  const widens = list.find((t) => t.object === CONTAINER && takes(t.step) && t.takes);
  const narrows = list.find((t) => t.object === CONTAINER && frees(t.step));
  const relisted = new Set(situation.slots.relisted.map((f) => f.found.id));
  return list.map((t) => {
    const waits = new Set(t.step.needs);
    const taken = claim(t, t.takes);
    if (taken && takes(t.step))
      for (const f of held.overlapping(taken))
        if (givesUp(f, t, taken) && !isLater(situation, f.of.step, t.step)) waits.add(f.of.step.id);
    if (widens && t.world === 'container' && taken && !isWithin(taken, situation.slots.before))
      waits.add(widens.step.id);
    if (t === narrows)
      for (const { of: f } of freeing)
        if (f.world === 'container' && f.holds && !isWithin(f.holds, t.takes)) waits.add(f.step.id);
    if (t.step.kind === 'relist')
      for (const other of list) if (relisted.has(other.object)) waits.add(other.step.id);
    if (t.step.kind === 'set-active')
      for (const other of list) if (other !== t && other.step.kind !== 'format') waits.add(other.step.id);
    waits.delete(t.step.id);
    return waits.size === t.step.needs.length ? t.step : withNeeds(t.step, [...waits]);
  });
}

/** Whether one move comes behind another where all their places were tried: then it frees nothing for it. */
function isLater({ sequence }: Situation, one: Step, other: Step): boolean {
  const [a, b] = [sequence.indexOf(one.id), sequence.indexOf(other.id)];
  return a >= 0 && b >= 0 && a > b;
}

/** A step that frees something, with what it claims before and after. */
interface Freeing {
  readonly of: TableStep;
  readonly held: Span | null;
  readonly still: Span | null;
}

/** Whether it leaves some of what is taken: what it held there overlaps that. */
function givesUp({ of, still }: Freeing, t: TableStep, taken: Span): boolean {
  if (of.world !== t.world || of.object === t.object) return false;
  const stays = still !== null && overlap(still, taken);
  return !stays || of.step.copy !== null;
}

/** A logical takes a sector before it for its record. */
function claim(t: TableStep, span: Span | null): Span | null {
  if (!span || t.world === 'disk') return span;
  return { start: (span.start - 1) as Span['start'], length: (span.length + 1) as Span['length'] };
}

function isWithin(a: Span, b: Span | null): boolean {
  return b !== null && a.start >= b.start && endOf(a) <= endOf(b);
}

/**
 * A conversion comes after everything that is done in systems of the old mode and after what frees room or the table's
 * own places, and before everything that is new.
 */
export function withConversionNeeds(situation: Situation, steps: readonly Step[]): Step[] {
  if (situation.plan.target.table !== 'convert') return [...steps];
  const area = plannedArea(situation);
  const toMbr = situation.plan.target.style === 'mbr';
  const leavesRoom = (s: Step) =>
    toMbr ||
    ('before' in s && s.before !== null && (s.before.start < area.first || endOf(s.before) > area.end));
  const isBefore = (s: Step): boolean => {
    if (s.environment.kind === 'running' || s.environment.kind === 'first-start') return s.kind !== 'grow';
    const { conversion } = kindOf(s);
    return conversion === 'before' || (conversion === 'where-needed' && leavesRoom(s));
  };
  const before = steps.filter((s) => s.kind !== 'convert-table' && isBefore(s)).map((s) => s.id);
  return steps.map((s) => {
    if (s.kind === 'convert-table') return waitingFor(s, before);
    return before.includes(s.id) ? s : waitingFor(s, ['convert-table']);
  });
}
