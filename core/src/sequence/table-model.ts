import { isLogical, MBR_SLOTS, overlap, plannedArea, type Area, type Span } from '../layout/index.js';
import { endOf, type Plan, type Planned } from '../plan/index.js';
import {
  surveyedPartition,
  containerIn,
  type Survey,
  type SurveyPartition,
  type SurveyPartitionId,
} from '../survey/index.js';
import { ENTRY_COUNT, type TableStyle } from '../table/index.js';

/** Why a table cannot be as a step would leave it. Partitions by their id; `null` stands for the extended container. */
export type TableFault =
  | { readonly code: 'overlap'; readonly one: string | null; readonly other: string | null }
  | { readonly code: 'outside' | 'outside-container'; readonly one: string | null }
  | { readonly code: 'too-many'; readonly most: number };

interface Entry {
  readonly span: Span;
  readonly logical: boolean;
}

/** The table while the steps are carried out: what is listed where. Known by the ids of planned or surveyed partitions. */
export class TableModel implements Planned {
  readonly entries = new Map<string, Entry>();
  container: Span | null;
  style: TableStyle | 'none';
  private area: Area;

  /** @param judged whether faults are looked for; not needed where the order was checked before */
  constructor(
    readonly plan: Plan,
    readonly survey: Survey,
    private readonly judged = true,
  ) {
    const { style, firstUsable, usableEnd } = survey.disk;
    this.style = style === 'none' ? plan.target.style : style;
    this.area = style === 'none' ? plannedArea(this) : { first: firstUsable, end: usableEnd };
    const container = containerIn(survey);
    this.container = container ? { start: container.start, length: container.length } : null;
    for (const p of survey.partitions) this.entries.set(p.id, this.entryOf(p));
  }

  /** Lists a partition at a span, and says what is wrong with the table then. */
  list(id: string, span: Span, logical: boolean): TableFault | undefined {
    this.entries.set(id, { span, logical });
    return this.judged ? this.faultOf(id) : undefined;
  }

  /** The same entry with another span. */
  place(id: string, span: Span): TableFault | undefined {
    const { logical = false } = this.entries.get(id) ?? {};
    return this.list(id, span, logical);
  }

  remove(id: string): void {
    this.entries.delete(id);
  }

  clear(): void {
    this.entries.clear();
    this.container = null;
  }

  /** Puts the extended container at a span, or takes it away. */
  contain(span: Span | null): TableFault | undefined {
    this.container = span;
    return this.faultOfAll();
  }

  /** Lists a deleted partition where and as it was found. */
  listAsFound(found: SurveyPartitionId): void {
    const p = surveyedPartition(this.survey, found);
    if (!p) return;
    const sameStyle = this.style === this.survey.disk.style;
    this.entries.set(p.id, sameStyle ? this.entryOf(p) : { span: p, logical: false });
  }

  /** The table as it was found, with all its partitions. */
  restore(): void {
    this.beAsFound();
    for (const p of this.survey.partitions) this.entries.set(p.id, this.entryOf(p));
  }

  private beAsFound(): void {
    const { style, firstUsable, usableEnd } = this.survey.disk;
    const container = containerIn(this.survey);
    this.style = style;
    this.area = { first: firstUsable, end: usableEnd };
    this.container = container ? { start: container.start, length: container.length } : null;
  }

  private entryOf(p: SurveyPartition): Entry {
    return { span: p, logical: this.survey.disk.style === 'mbr' && (p.logical ?? false) };
  }

  /** The style and the area of the planned table, whatever is listed. */
  become(): void {
    this.style = this.plan.target.style;
    this.area = plannedArea(this);
  }

  convert(): TableFault | undefined {
    this.become();
    this.container = this.style === 'mbr' ? (this.plan.container ?? null) : null;
    this.relist();
    return this.faultOfAll();
  }

  unconvert(): void {
    this.beAsFound();
    this.unlist();
  }

  /** Lists what is kept as logical or primary as the plan says. */
  relist(): void {
    for (const p of this.plan.partitions) {
      const entry = p.from === null ? undefined : this.entries.get(p.from);
      if (p.from !== null && entry) this.entries.set(p.from, { ...entry, logical: isLogical(this, p) });
    }
  }

  /** Lists what was found as logical or primary as it was. */
  unlist(): void {
    for (const [id, entry] of this.entries) {
      const p = surveyedPartition(this.survey, id);
      if (p) this.entries.set(id, { ...entry, logical: this.entryOf(p).logical });
    }
  }

  /** What is wrong with the table as it is listed now. */
  faultOfAll(): TableFault | undefined {
    if (!this.judged) return undefined;
    if (this.container && !within(this.container, this.area)) return { code: 'outside', one: null };
    for (const id of this.entries.keys()) {
      const fault = this.faultOf(id);
      if (fault) return fault;
    }
    return undefined;
  }

  private faultOf(id: string): TableFault | undefined {
    const mine = this.entries.get(id);
    if (!mine) return undefined;
    const { container } = this;
    if (!within(mine.span, this.area)) return { code: 'outside', one: id };
    if (
      mine.logical &&
      !(container && within(claimed(mine), { first: container.start, end: endOf(container) }))
    )
      return { code: 'outside-container', one: id };
    if (!mine.logical && container && overlap(mine.span, container))
      return { code: 'overlap', one: id, other: null };
    const { start, length } = claimed(mine);
    const end = start + length;
    let primaries = container ? 1 : 0;
    for (const [other, entry] of this.entries) {
      if (!entry.logical) primaries += 1;
      if (entry === mine || entry.span.start - recordOf(entry) >= end || endOf(entry.span) <= start) continue;
      return { code: 'overlap', one: id, other };
    }
    const most = this.style === 'mbr' ? MBR_SLOTS : ENTRY_COUNT;
    return primaries > most ? { code: 'too-many', most } : undefined;
  }
}

/** Sectors before it that are its own: a logical has its record there. */
const recordOf = ({ logical }: Entry): number => (logical ? 1 : 0);

function claimed(entry: Entry): { start: number; length: number } {
  const { start, length } = entry.span;
  return { start: start - recordOf(entry), length: length + recordOf(entry) };
}

function within(
  span: { start: number; length: number },
  { first, end }: { first: number; end: number },
): boolean {
  return span.start >= first && span.start + span.length <= end;
}
