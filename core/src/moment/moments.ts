import type { Span } from '../layout/index.js';
import {
  derived,
  keptPartition,
  systemOf,
  type Plan,
  type Planned,
  type PlannedPartition,
} from '../plan/index.js';
import { placedParts, roomIn, takesRoom, type PlacedSetupPart, type SetupRoom } from '../rooms/index.js';
import { kindOf, procedureFor, TableModel, type Step } from '../sequence/index.js';
import type { Survey, SurveyPartition } from '../survey/index.js';
import { forecastNumbers } from './forecast.js';
import { Numbering } from './numbering.js';

/** The disk between two steps. */
export interface Moment {
  /** How many steps are done. */
  readonly after: number;
  /** The disk as it is then, as a plan that keeps all of it: what is listed where, and what it holds by then. */
  readonly planned: Planned;
  /** By id, and under `CONTAINER_NUMBER` the slot of the extended container. */
  readonly numbers: ReadonlyMap<string, number>;
  /** Free space that a setup was given, in which it made partitions of its own by then. */
  readonly taken: readonly SetupRoom[];
  /** Those partitions, as they are likely to be; they have numbers too. */
  readonly made: readonly PlacedSetupPart[];
}

/** The disk before the first step, and after each; as found alone where the steps have no order. */
export const momentsOf = derived((planned): readonly Moment[] => {
  const disk = new DiskModel(planned);
  const { ordered } = procedureFor(planned);
  const moments = [disk.moment(0)];
  for (const [i, step] of (ordered.ok ? ordered.steps : []).entries()) {
    disk.carryOut(step);
    moments.push(disk.moment(i + 1));
  }
  return moments;
});

/**
 * Partition numbers as they will be. Kept partitions keep theirs, and new ones get the lowest number that is free when
 * they are made. Forecast in disk order where the steps have no order.
 */
export const partitionNumbers = derived((planned): ReadonlyMap<string, number> => endOfAll(planned).numbers);

/** How the disk is numbered when all is done, and what setups made on it; forecast where the steps have no order. */
export const endOfAll = derived((planned): Pick<Moment, 'numbers' | 'made' | 'taken'> => {
  const { ordered } = procedureFor(planned);
  if (!ordered.ok) return { numbers: forecastNumbers(planned), made: [], taken: [] };
  const disk = new DiskModel(planned);
  for (const step of ordered.steps) disk.carryOut(step);
  return disk.moment(ordered.steps.length);
});

/** Carries steps out on the table, on what its partitions hold, and on their numbers. */
class DiskModel {
  private readonly table: TableModel;
  private readonly numbering: Numbering;
  /** What each partition holds by now, under the id that it has in the plan. */
  private readonly held = new Map<string, PlannedPartition>();
  /** The ids of surveyed partitions, by those that they have in the plan. */
  private readonly idInPlan = new Map<string, string>();
  /** What was listed at the moment before, by id in the table. */
  private readonly before = new Map<string, Listed>();
  private taken: readonly SetupRoom[] = [];
  private made: readonly PlacedSetupPart[] = [];

  constructor(private readonly whole: Planned) {
    const { plan, survey } = whole;
    this.table = new TableModel(plan, survey, false);
    for (const p of plan.partitions) if (p.from !== null) this.idInPlan.set(p.from, p.id);
    for (const found of survey.partitions) {
      const held = asFound(survey, plan, found);
      if (held) this.held.set(held.id, held);
    }
    this.numbering = new Numbering(survey, (id) => this.named(id));
  }

  /** Whether something is listed no more that still has a number. */
  private stale = false;

  get numbers(): ReadonlyMap<string, number> {
    if (this.stale) this.renumber();
    return this.numbering.numbers;
  }

  private renumber(): void {
    this.stale = false;
    this.numbering.follow(this.table, this.made);
  }

  /** A setup that makes its own partitions takes the largest free room, unless a partition is held for it. */
  private install(id: string): void {
    const { plan, survey } = this.whole;
    const system = systemOf(plan, id);
    if (!system || !takesRoom(system, plan.partitions)) return;
    const now = { plan: this.planOf(plan, this.partitions()), survey };
    const room = roomIn(now, id, this.taken);
    if (!room) return;
    this.taken = [...this.taken, room];
    this.made = [...this.made, ...placedParts(now, room, this.made)];
    this.renumber();
  }

  carryOut(step: Step): void {
    if (step.kind === 'install') this.install(step.system);
    const kind = kindOf(step);
    kind.write?.(this.table, step);
    if (kind.holds) {
      const { partitions } = this.whole.plan;
      const target = 'partition' in step ? partitions.filter((p) => p.id === step.partition) : partitions;
      for (const p of target) {
        const now = this.held.get(p.id);
        this.held.set(p.id, kind.holds(p, now ?? p, step));
      }
    }
    if (!kind.write) return;
    // What only goes gives its number back when the next comes, or is asked for.
    if (kind.table === 'goes') this.stale = true;
    // On a GPT another place changes no number. On an MBR a logical may come to lie before another.
    else if (this.table.style !== 'gpt' || kind.table !== 'place') this.renumber();
  }

  moment(after: number): Moment {
    const { plan, survey } = this.whole;
    const planned = { plan: this.planOf(plan, this.partitions()), survey };
    return { after, planned, numbers: this.numbers, taken: this.taken, made: this.made };
  }

  private partitions(): PlannedPartition[] {
    const entries = [...this.table.entries].sort(([, a], [, b]) => a.span.start - b.span.start);
    const mbr = this.table.style === 'mbr';
    return entries.flatMap(([id, { span, logical }]): PlannedPartition[] => {
      const held = this.held.get(this.named(id));
      return held ? [this.listed(id, held, span, mbr ? logical : undefined)] : [];
    });
  }

  /** As at the moment before, where nothing of it changed: most of many partitions are as they were at most moments. */
  private listed(
    id: string,
    held: PlannedPartition,
    { start, length }: Span,
    logical: boolean | undefined,
  ): PlannedPartition {
    const was = this.before.get(id);
    if (was?.held === held && was.start === start && was.length === length && was.logical === logical)
      return was.partition;
    const partition = { ...held, start, length, ...(logical === undefined ? {} : { logical }) };
    this.before.set(id, { held, start, length, logical, partition });
    return partition;
  }

  private planOf(plan: Plan, partitions: readonly PlannedPartition[]): Plan {
    const { style, container } = this.table;
    const found = this.whole.survey.disk.style;
    const table = style === found ? 'keep' : found === 'none' ? 'new' : plan.target.table;
    return {
      ...plan,
      target: { ...plan.target, style: style === 'none' ? plan.target.style : style, table },
      partitions,
      container: style === 'mbr' ? container : undefined,
    };
  }

  private named(id: string): string {
    return this.idInPlan.get(id) ?? id;
  }
}

/** A partition as the table listed it, with what it was made of. */
interface Listed extends Span {
  readonly held: PlannedPartition;
  readonly logical: boolean | undefined;
  readonly partition: PlannedPartition;
}

/** What a surveyed partition is before the first step; of one that is kept, what is said of it stands. */
function asFound(survey: Survey, plan: Plan, found: SurveyPartition): PlannedPartition | undefined {
  const note = plan.found[found.id];
  const planned = plan.partitions.find((p) => p.from === found.id);
  if (!note) return undefined;
  const read = keptPartition(survey, found, note);
  if (!planned) return read;
  if (planned.treatment === 'format') return { ...read, id: planned.id };
  const { type: _, active: __, logical: ___, inside: ____, ...said } = planned;
  const inside = read.inside ?? planned.inside?.filter((v) => v.found);
  return {
    ...said,
    name: read.name,
    label: found.volume?.label ?? planned.label,
    ...(inside ? { inside } : {}),
  };
}
