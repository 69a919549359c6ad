import { overlap } from '../layout/index.js';
import { fatesOf, type Planned, type Plan } from '../plan/index.js';
import {
  isForGood,
  kindOf,
  pieceOf,
  TableModel,
  undoIn,
  type Copy,
  type Step,
  type StepBack,
  type StepBase,
  type TableFault,
} from '../sequence/index.js';
import type { Survey, SurveyPartition } from '../survey/index.js';
import { ModelDisk } from './model-disk.js';

/** What power off at one moment would leave. */
export interface PowerCut {
  readonly step: string;
  /** Sectors written within the step. */
  readonly written: number;
  /** Whether the step is done. */
  readonly done: boolean;
  /** Surveyed partitions that cannot be read at the place the table names, or at all. */
  readonly lost: readonly string[];
  /** Logicals that the chain of records does not reach any more. */
  readonly unlisted: readonly string[];
  /** Those of which some sector is nowhere on the disk any more. */
  readonly destroyed: readonly string[];
}

export interface Rehearsed {
  /** Surveyed partitions that are not whole at the end where the table lists them. */
  readonly lost: readonly string[];
  readonly fault: { readonly step: string; readonly fault: TableFault } | undefined;
  readonly table: TableModel;
  readonly disk: ModelDisk;
}

/**
 * How a rehearsal is watched: the longest piece in which it copies, in sectors, how many moments of a copy are looked at
 * at the most (all where absent), and who looks.
 */
export interface Watch {
  readonly piece?: number | undefined;
  readonly moments?: number | undefined;
  readonly onMoment?: ((moment: PowerCut) => void) | undefined;
}

/**
 * Carries the steps out on a model of the disk, every sector of which knows what it is. Told after every piece copied and
 * after every step; stops at the first step that leaves a table which cannot be.
 */
export function rehearse(planned: Planned, steps: readonly Step[], watch: Watch = {}): Rehearsed {
  const { plan, survey } = planned;
  const rehearsal = new Rehearsal(plan, survey, watch);
  for (const step of steps) {
    const fault = rehearsal.carryOut(step);
    if (fault) return { ...rehearsal.end(), fault: { step: step.id, fault } };
  }
  return { ...rehearsal.end(), fault: undefined };
}

/**
 * Carries steps out, and then the way back from there, each of which undoes the one with its id. The disk that comes of
 * it is to be compared with the one that was found.
 */
export function rehearseBack(
  planned: Planned,
  done: readonly Step[],
  back: readonly StepBack[],
  watch: Watch = {},
): Omit<Rehearsed, 'fault' | 'lost'> {
  const { plan, survey } = planned;
  const rehearsal = new Rehearsal(plan, survey, {});
  for (const step of done) rehearsal.carryOut(step);
  rehearsal.watched(watch);
  for (const step of back) rehearsal.undo(step);
  const { table, disk } = rehearsal.end();
  return { table, disk };
}

/** Whether it writes the records of the chain of logicals. */
const writesRecords = (step: Step): boolean => ['chain', 'rewritten'].includes(kindOf(step).table ?? '');

class Rehearsal {
  private readonly disk: ModelDisk;
  private readonly table: TableModel;
  /** How many sectors of each surveyed partition its file system counts as its own. */
  private readonly sizes: Map<string, number>;
  /** Logicals as found, in the order of their records. */
  private readonly chain: readonly SurveyPartition[];
  /** Where the record of each lies. */
  private readonly records = new Map<string, number>();
  /** File systems that are being changed. */
  private readonly inChange = new Set<string>();

  constructor(
    readonly plan: Plan,
    readonly survey: Survey,
    private watch: Watch,
  ) {
    this.disk = new ModelDisk(survey.disk.sizeSectors);
    this.table = new TableModel(plan, survey);
    for (const p of survey.partitions) this.disk.put(p.start, p.length, p.id);
    this.chain = survey.partitions.filter((p) => p.logical).sort((a, b) => a.number - b.number);
    for (const p of this.chain) if (p.ebrAt !== undefined) this.putRecord(p.id, p.ebrAt);
    const kept = fatesOf({ plan, survey }).filter((f) => f.kind !== 'erased' && f.kind !== 'formatted');
    this.sizes = new Map(kept.map((f) => [f.found.id, f.found.length]));
  }

  /** Who looks from now on. */
  watched(watch: Watch): void {
    this.watch = watch;
  }

  end(): Omit<Rehearsed, 'fault'> {
    return { lost: this.lost(), table: this.table, disk: this.disk };
  }

  carryOut(step: Step): TableFault | undefined {
    const kind = kindOf(step);
    if (step.kind === 'grow') {
      const fault = kind.write?.(this.table, step);
      if (fault) return fault;
      this.look(step, 0, false);
    }
    if (step.kind === 'shrink' || step.kind === 'grow')
      this.changeFileSystem(step, step.found, step.after.length);
    if (step.copy) this.copy(step.copy, step);
    if (step.kind === 'format' || step.kind === 'create')
      for (const span of step.writes) this.disk.put(span.start, span.length, `new ${step.partition}`);
    // What a setup makes in the free space that it is given; its own partitions have steps of their own.
    if (step.kind === 'install')
      for (const span of step.writes)
        if (!this.plan.partitions.some((p) => overlap(p, span)))
          this.disk.put(span.start, span.length, `made by the setup of ${step.system}`);
    if (writesRecords(step))
      for (const span of step.writes) this.disk.put(span.start, span.length, 'a record');
    const fault = this.writeTable(step, () => kind.write?.(this.table, step));
    this.look(step, step.copy?.sectors ?? 0, true);
    return fault;
  }

  /** The table is written: what is listed otherwise than before, and what had lost its record, gets a new one. */
  private writeTable<T>(step: Step, write: () => T): T {
    const spans = () => this.chain.map((p) => this.table.entries.get(p.id)?.span);
    const before = spans();
    const result = write();
    spans().forEach((span, i) => {
      const { id } = this.chain[i]!;
      const same = span?.start === before[i]?.start && span?.length === before[i]?.length;
      if (same && this.hasRecord(id) && !writesRecords(step)) return;
      // The nearest place there is: others are as true.
      if (span && this.table.entries.get(id)?.logical) this.putRecord(id, span.start - 1);
      else this.records.delete(id);
    });
    return result;
  }

  private putRecord(id: string, at: number): void {
    this.records.set(id, at);
    this.disk.put(at, 1, `record ${id}`);
  }

  private hasRecord(id: string): boolean {
    const at = this.records.get(id);
    return at === undefined || this.disk.holds(`record ${id}`, at, 1);
  }

  /** From the first whose record is gone on, as far as the table lists them. */
  private unlisted(): string[] {
    const from = this.chain.findIndex((p) => !this.hasRecord(p.id));
    const behind = from < 0 ? [] : this.chain.slice(from);
    return behind.filter((p) => this.table.entries.get(p.id)?.logical).map((p) => p.id);
  }

  undo(back: StepBack): void {
    const { undoes, table } = back;
    if (back.copy) this.copy(back.copy, back);
    this.writeTable(undoes, () => undoIn(this.table, back));
    const forGood: boolean = isForGood(this, undoes);
    if (forGood && undoes.kind === 'grow') {
      // Made anew at its old size.
      this.disk.put(undoes.before.start, undoes.before.length, `again ${undoes.found}`);
      this.sizes.delete(undoes.found);
    } else if (table === undefined && (undoes.kind === 'shrink' || undoes.kind === 'grow'))
      this.changeFileSystem(back, undoes.found, undoes.before.length);
    this.look(back, back.copy?.sectors ?? 0, true);
  }

  /** A file system that is shrunk or grown keeps its first sectors; until it is done nothing in it can be relied on. */
  private changeFileSystem(step: StepBase, found: string, size: number): void {
    this.inChange.add(found);
    this.look(step, 1, false);
    this.inChange.delete(found);
    const before = this.sizes.get(found)!;
    this.sizes.set(found, size);
    const { span } = this.table.entries.get(found)!;
    if (size < before) this.disk.put(span.start + size, before - size, null);
    else this.disk.put(span.start + before, size - before, found, before);
  }

  private copy(copy: Copy, step: StepBase): void {
    const longest = pieceOf(copy);
    const piece = Math.min(longest, this.watch.piece ?? longest);
    const stride = Math.ceil(copy.sectors / piece / (this.watch.moments ?? Infinity)) || 1;
    for (let done = 0, n = 1; done < copy.sectors; n++) {
      const length = Math.min(piece, copy.sectors - done);
      const offset = copy.direction === 'forward' ? done : copy.sectors - done - length;
      this.disk.copy(copy.from + offset, copy.to + offset, length);
      done += length;
      if (n % stride === 0) this.look(step, done, false);
    }
  }

  private look(step: StepBase, written: number, done: boolean): void {
    if (!this.watch.onMoment) return;
    const destroyed = [...this.sizes].filter(([id, size]) => !this.disk.has(id, size)).map(([id]) => id);
    const { lost, unlisted } = { lost: this.lost(), unlisted: this.unlisted() };
    this.watch.onMoment({ step: step.id, written, done, lost, unlisted, destroyed });
  }

  private lost(): string[] {
    return [...this.sizes].filter(([id, size]) => !this.isWhole(id, size)).map(([id]) => id);
  }

  private isWhole(id: string, size: number): boolean {
    const entry = this.table.entries.get(id);
    if (!entry || this.inChange.has(id)) return false;
    return size <= entry.span.length && this.disk.holds(id, entry.span.start, size);
  }
}
