import {
  endOf,
  isLogical,
  MBR_SLOTS,
  overlap,
  plannedArea,
  type Area,
  type Plan,
  type Planned,
  type Span,
} from '../plan/index.js';
import { surveyedPartition, containerIn, type Survey, type SurveyPartition } from '../survey/index.js';
import { ENTRY_COUNT, type TableStyle } from '../table/index.js';
import type { Step, StepKind } from './step.js';

/** Why a table cannot be as a step would leave it. Partitions by their id; `null` stands for the extended container. */
export type TableFault =
  | { readonly code: 'overlap'; readonly one: string | null; readonly other: string | null }
  | { readonly code: 'outside' | 'outside-container'; readonly one: string | null }
  | { readonly code: 'too-many'; readonly most: number };

interface Entry {
  readonly span: Span;
  readonly logical: boolean;
}

type Change = (step: Step) => TableFault | undefined;

/** The table while the steps are carried out: what is listed where. Known by the ids of planned or surveyed partitions. */
export class TableModel implements Planned {
  readonly entries = new Map<string, Entry>();
  container: Span | null;
  style: TableStyle | 'none';
  private area: Area;

  constructor(
    readonly plan: Plan,
    readonly survey: Survey,
  ) {
    const { style, firstUsable, usableEnd } = survey.disk;
    this.style = style === 'none' ? plan.target.style : style;
    this.area = style === 'none' ? plannedArea(this) : { first: firstUsable, end: usableEnd };
    const container = containerIn(survey);
    this.container = container ? { start: container.start, length: container.length } : null;
    for (const p of survey.partitions) this.entries.set(p.id, this.entryOf(p));
  }

  /** Writes the table as the step leaves it, and says what is wrong with it then. */
  write(step: Step): TableFault | undefined {
    return this.writers[step.kind]?.(step);
  }

  /** Writes the table as it was before the step. */
  undo(step: Step): void {
    this.undoers[step.kind]?.(step);
  }

  private readonly place: Change = (step) => {
    this.entries.set(step.found!, { ...this.entries.get(step.found!)!, span: step.after! });
    return this.faultOf(step.found!);
  };

  private readonly replace = ({ found, before }: Step): void => {
    this.entries.set(found!, { ...this.entries.get(found!)!, span: before! });
  };

  private readonly contain: Change = (step) => {
    this.container = step.after;
    return this.faultOfAll();
  };

  private readonly uncontain = ({ before }: Step): void => {
    this.container = before;
  };

  private readonly writers: Partial<Record<StepKind, Change>> = {
    'new-table': () => {
      this.entries.clear();
      this.container = null;
      this.become();
      return undefined;
    },
    'convert-table': () => this.convert(),
    delete: (step) => {
      this.entries.delete(step.found!);
      return undefined;
    },
    create: (step) => this.create(step),
    shrink: this.place,
    move: this.place,
    'move-aside': this.place,
    grow: this.place,
    relist: (step) => {
      this.relist();
      return this.contain(step);
    },
    'create-container': this.contain,
    'grow-container': this.contain,
    'shrink-container': this.contain,
    'delete-container': this.contain,
  };

  private readonly undoers: Partial<Record<StepKind, (step: Step) => void>> = {
    'new-table': () => {
      this.beAsFound();
      for (const p of this.survey.partitions) this.entries.set(p.id, this.entryOf(p));
    },
    'convert-table': () => {
      this.beAsFound();
      for (const id of [...this.entries.keys()]) this.relistAsFound(id);
    },
    delete: (step) => {
      const p = surveyedPartition(this.survey, step.found)!;
      const sameStyle = this.style === this.survey.disk.style;
      this.entries.set(p.id, sameStyle ? this.entryOf(p) : { span: p, logical: false });
    },
    create: (step) => {
      this.entries.delete(step.partition!);
    },
    shrink: this.replace,
    move: this.replace,
    'move-aside': this.replace,
    grow: this.replace,
    relist: (step) => {
      for (const id of [...this.entries.keys()]) this.relistAsFound(id);
      this.uncontain(step);
    },
    'create-container': this.uncontain,
    'grow-container': this.uncontain,
    'shrink-container': this.uncontain,
    'delete-container': this.uncontain,
  };

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

  private relistAsFound(id: string): void {
    const p = surveyedPartition(this.survey, id);
    const entry = this.entries.get(id);
    if (p && entry) this.entries.set(id, { ...entry, logical: this.entryOf(p).logical });
  }

  private become(): void {
    this.style = this.plan.target.style;
    this.area = plannedArea(this);
  }

  private convert(): TableFault | undefined {
    this.become();
    const { container } = this.plan;
    this.container = this.style === 'mbr' ? (container ?? null) : null;
    this.relist();
    return this.faultOfAll();
  }

  /** Lists what is kept as the plan says. */
  private relist(): void {
    for (const p of this.plan.partitions) {
      const entry = p.from === null ? undefined : this.entries.get(p.from);
      if (entry) this.entries.set(p.from!, { ...entry, logical: isLogical(this, p) });
    }
  }

  private create(step: Step): TableFault | undefined {
    const planned = this.plan.partitions.find((p) => p.id === step.partition)!;
    const logical = isLogical(this, planned);
    this.entries.set(planned.id, { span: step.after!, logical });
    return this.faultOf(planned.id);
  }

  private faultOfAll(): TableFault | undefined {
    if (this.container && !within(this.container, this.area)) return { code: 'outside', one: null };
    for (const id of this.entries.keys()) {
      const fault = this.faultOf(id);
      if (fault) return fault;
    }
    return undefined;
  }

  private faultOf(id: string): TableFault | undefined {
    const mine = this.entries.get(id)!;
    const { container } = this;
    if (!within(mine.span, this.area)) return { code: 'outside', one: id };
    if (
      mine.logical &&
      !(container && within(claimed(mine), { first: container.start, end: endOf(container) }))
    )
      return { code: 'outside-container', one: id };
    if (!mine.logical && container && overlap(mine.span, container))
      return { code: 'overlap', one: id, other: null };
    let primaries = container ? 1 : 0;
    for (const [other, entry] of this.entries) {
      if (!entry.logical) primaries += 1;
      if (other !== id && overlap(claimed(mine), claimed(entry))) return { code: 'overlap', one: id, other };
    }
    const most = this.style === 'mbr' ? MBR_SLOTS : ENTRY_COUNT;
    return primaries > most ? { code: 'too-many', most } : undefined;
  }
}

/** A logical takes a sector before it for its record. */
function claimed({ span, logical }: Entry): { start: number; length: number } {
  return logical ? { start: span.start - 1, length: span.length + 1 } : span;
}

function within(
  span: { start: number; length: number },
  { first, end }: { first: number; end: number },
): boolean {
  return span.start >= first && span.start + span.length <= end;
}
