import { slotsOf } from '../layout/index.js';
import type { Planned } from '../plan/index.js';
import { containerIn, type Survey } from '../survey/index.js';

/** Under this key `partitionNumbers` tells the slot of the extended container; no partition has it as its id. */
export const CONTAINER_NUMBER = '';

/**
 * Partition numbers as they will be. Kept partitions keep theirs, and new ones get the lowest free number in the order
 * in which they are made, which is disk order. On an MBR the slots are numbered so from 1 to 4, the extended container
 * among them, and logical partitions from 5 in the order of their chain, which is disk order: their numbers close up
 * when one goes.
 */
export function forecastNumbers(planned: Planned): ReadonlyMap<string, number> {
  const { plan, survey } = planned;
  const slots = slotsOf(planned);
  if (!slots) return numbered(plan.partitions, survey, 0);
  const container: Numbered[] = slots.container
    ? [
        {
          id: CONTAINER_NUMBER,
          from: null,
          start: slots.container.start,
          number: containerIn(survey)?.number,
        },
      ]
    : [];
  const inOrder = [...slots.primaries, ...container].sort((a, b) => a.start - b.start);
  return new Map([
    ...numbered(inOrder, survey, 4),
    ...slots.logicals.map((p, i): [string, number] => [p.id, 5 + i]),
  ]);
}

interface Numbered {
  readonly id: string;
  readonly from: string | null;
  readonly start: number;
  /** Wished for; else the one of the surveyed partition. */
  readonly number?: number | undefined;
}

/** @param most the highest number that can be kept; 0 for any. */
function numbered(list: readonly Numbered[], survey: Survey, most: number): Map<string, number> {
  const found = new Map(survey.partitions.map((p) => [p.id, p.number]));
  const numbers = new Map<string, number>();
  const taken = new Set<number>();
  for (const p of list) {
    const number = p.number ?? (p.from === null ? undefined : found.get(p.from));
    if (number === undefined || (most > 0 && number > most) || taken.has(number)) continue;
    numbers.set(p.id, number);
    taken.add(number);
  }
  let next = 1;
  for (const p of list) {
    if (numbers.has(p.id)) continue;
    while (taken.has(next)) next += 1;
    numbers.set(p.id, next);
    taken.add(next);
  }
  return numbers;
}
