import { MBR_SLOTS, overlap, type Span } from '../layout/index.js';
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

  /** Takes in what the table lists after a step, and what setups made beside it. */
  follow(table: TableModel, bySetups: readonly (Span & { readonly id: string })[]): void {
    const next = new Map<string, number>();
    const logicals: Numbered[] = [];
    const fresh: Numbered[] = [];
    const mbr = table.style === 'mbr';
    const highest = mbr ? MBR_SLOTS : Infinity;
    const taken: boolean[] = [];
    const take = (id: string, span: Span) => {
      const number = this.known.get(id);
      if (number === undefined || number > highest || taken[number]) return void fresh.push({ id, span });
      next.set(id, number);
      taken[number] = true;
    };
    for (const [id, { span, logical }] of table.entries)
      if (mbr && logical) logicals.push({ id: this.named(id), span });
      else take(this.named(id), span);
    if (mbr && table.container) take(CONTAINER_NUMBER, table.container);
    const { container } = table;
    for (const { id, start, length } of bySetups)
      if (mbr && container && overlap(container, { start, length }))
        logicals.push({ id, span: { start, length } });
      else take(id, { start, length });
    let free = 1;
    for (const { id } of fresh.sort(byPlace)) {
      while (taken[free]) free += 1;
      next.set(id, free);
      taken[free] = true;
    }
    for (const [i, { id }] of logicals.sort(byPlace).entries()) next.set(id, FIRST_LOGICAL + i);
    this.known = next;
  }
}

interface Numbered {
  readonly id: string;
  readonly span: Span;
}

const byPlace = (a: Numbered, b: Numbered) => a.span.start - b.span.start;
