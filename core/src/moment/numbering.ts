import { MBR_SLOTS } from '../plan/index.js';
import type { TableModel } from '../sequence/index.js';
import { containerIn, type Survey } from '../survey/index.js';
import { CONTAINER_NUMBER } from './forecast.js';

/** The first number of a logical partition (Linux: the slots of an MBR come before). */
const FIRST_LOGICAL = 5;

/**
 * The numbers of partitions while the table is written step by step: each keeps its own, a new one takes the lowest that
 * is free then. Logicals are numbered in the order of their chain, which is disk order once it was written.
 */
export class Numbering {
  private known = new Map<string, number>();

  /** @param named the id in the plan of an id in the table */
  constructor(
    survey: Survey,
    private readonly named: (id: string) => string,
  ) {
    for (const p of survey.partitions) this.known.set(named(p.id), p.number);
    const container = containerIn(survey);
    if (container) this.known.set(CONTAINER_NUMBER, container.number);
  }

  /** By id, as the table is now. Never changed: another step gives another map. */
  get numbers(): ReadonlyMap<string, number> {
    return this.known;
  }

  /** Takes in what the table lists after a step. */
  follow(table: TableModel): void {
    const mbr = table.style === 'mbr';
    const listed = [...table.entries].map(([id, entry]) => ({ ...entry, id: this.named(id) }));
    const logicals = listed.filter((e) => mbr && e.logical).sort((a, b) => a.span.start - b.span.start);
    const others = [
      ...listed.filter((e) => !(mbr && e.logical)),
      ...(mbr && table.container ? [{ id: CONTAINER_NUMBER, span: table.container }] : []),
    ].sort((a, b) => a.span.start - b.span.start);
    const next = new Map<string, number>();
    const highest = mbr ? MBR_SLOTS : Infinity;
    const taken = new Set<number>();
    for (const { id } of others) {
      const number = this.known.get(id);
      if (number === undefined || number > highest || taken.has(number)) continue;
      next.set(id, number);
      taken.add(number);
    }
    let free = 1;
    for (const { id } of others) {
      if (next.has(id)) continue;
      while (taken.has(free)) free += 1;
      next.set(id, free);
      taken.add(free);
    }
    for (const [i, { id }] of logicals.entries()) next.set(id, FIRST_LOGICAL + i);
    this.known = next;
  }
}
