import {
  type Planned,
  alignmentSectors,
  endOf,
  fatesOf,
  isLogical,
  plannedArea,
  plannedContainer,
  type Span,
} from '../plan/index.js';
import { alignUp, sectors } from '../quantity/index.js';
import { containerIn } from '../survey/index.js';

/**
 * A place where a part can wait until its own is free: one that nothing kept takes, as found or as planned. For a logical
 * it lies in the extended container, with a sector before it. `undefined` where there is none.
 */
export function scratchFor(planned: Planned, found: string, taken: readonly Span[]): Span | undefined {
  const { survey } = planned;
  const fates = fatesOf(planned);
  const fate = fates.find((f) => f.found.id === found);
  if (!fate?.planned) return undefined;
  const length = Math.min(fate.found.length, fate.planned.length);
  const logical = isLogical(planned, fate.planned);
  const kept = fates.flatMap((f) => (f.planned && f.kind !== 'formatted' ? [f.found, f.planned] : []));
  const containers = [containerIn(survey), plannedContainer(planned)].filter(
    (c) => c !== null && c !== undefined,
  );
  const lead = logical ? 1 : 0;
  const blocked = [...kept, ...taken, ...(logical ? [] : containers)]
    .map((s) => [s.start, endOf(s)] as const)
    .sort((a, b) => a[0] - b[0]);
  const area = plannedArea(planned);
  const room = logical && containers[0] ? commonOf(containers) : { first: area.first, end: area.end };
  const step = alignmentSectors(survey.disk.sectorBytes);
  let at: number = room.first;
  for (const [start, end] of [...blocked, [room.end, room.end] as const]) {
    const from = alignUp(at + lead, step);
    if (from + length + lead <= Math.min(start, room.end))
      return { start: sectors(from), length: sectors(length) };
    at = Math.max(at, end);
  }
  return undefined;
}

function commonOf(spans: readonly Span[]): { first: number; end: number } {
  return { first: Math.max(...spans.map((s) => s.start)), end: Math.min(...spans.map(endOf)) };
}
