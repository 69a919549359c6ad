import type { Span } from '../layout/index.js';
import { endOf, type Planned } from '../plan/index.js';
import { MIB, sectors } from '../quantity/index.js';
import type { SurveyPartition } from '../survey/index.js';
import type { Copy, Exposure, StepBase } from './step.js';
import { kindOf, type Step } from './steps/kinds.js';
import { undoIn, type StepBack } from './step-back.js';
import { TableModel } from './table-model.js';

/** Whether every record of the chain was written anew by it. */
function rewritesChain(step: Step): boolean {
  const { table } = kindOf(step);
  return table === 'renewed' || table === 'rewritten' || table === 'chain';
}

/**
 * The steps, each with what it unlists. A logical is listed by a record in front of it, and its record tells of the next
 * (the chain of an extended partition): a copy over a record takes away that logical and all behind it, until the table
 * is written at the end of the step. Their data stays.
 */
export function withUnlisting(planned: Planned, steps: readonly Step[]): Step[] {
  const chain = Chain.of(planned);
  return chain ? steps.map((step) => saying(step, chain.pass(step))) : [...steps];
}

/** The same for steps back, after those that are done. */
export function withUnlistingBack(
  planned: Planned,
  done: readonly Step[],
  back: readonly StepBack[],
): readonly StepBack[] {
  const chain = Chain.of(planned);
  if (!chain) return back;
  for (const step of done) chain.pass(step);
  return back.map((step) => saying(step, chain.passBack(step)));
}

const saying = <S extends StepBase>(step: S, unlists: Exposure | null): S =>
  unlists ? { ...step, unlists } : step;

/** The records by which logicals that were found are listed, from step to step. */
class Chain {
  /** Where the record of each lies, or somewhere in which stretch. */
  private readonly records: Map<string, Span>;
  private readonly table: TableModel;

  private constructor(
    private readonly logicals: readonly SurveyPartition[],
    private readonly planned: Planned,
  ) {
    this.table = new TableModel(planned.plan, planned.survey);
    this.records = new Map(
      logicals.flatMap(({ id, ebrAt }) =>
        ebrAt === undefined ? [] : [[id, { start: ebrAt, length: sectors(1) }]],
      ),
    );
  }

  /** `undefined` where no logical is kept to be listed. */
  static of(planned: Planned): Chain | undefined {
    const { survey, plan } = planned;
    if (survey.disk.style !== 'mbr' || plan.target.table === 'new') return undefined;
    const logicals = survey.partitions.filter((p) => p.logical).sort((a, b) => a.number - b.number);
    return logicals.length === 0 ? undefined : new Chain(logicals, planned);
  }

  /** What a power cut in the step unlists. The step is done after it. */
  pass(step: Step): Exposure | null {
    return this.after(step.copy, step, () => kindOf(step).write?.(this.table, step));
  }

  passBack(back: StepBack): Exposure | null {
    return this.after(back.copy, back.undoes, () => undoIn(this.table, back));
  }

  private after(copy: Copy | null, step: Step, write: () => void): Exposure | null {
    const hit = copy && this.hitBy(copy);
    const before = new Map(this.logicals.map(({ id }) => [id, this.table.entries.get(id)]));
    write();
    for (const { id } of this.logicals) {
      const [was, is] = [before.get(id), this.table.entries.get(id)];
      const stays = was?.span.start === is?.span.start && was?.span.length === is?.span.length;
      if (is && stays && !rewritesChain(step) && !hit?.ids.includes(id)) continue;
      if (is?.logical) this.records.set(id, this.inFrontOf(is.span));
      else this.records.delete(id);
    }
    if (!hit) return null;
    const from = this.logicals.findIndex((p) => p.id === hit.ids[0]);
    const what = this.logicals.slice(from).filter((p) => before.get(p.id)?.logical);
    return { what: what.map((p) => p.id), when: { from: sectors(hit.after), of: copy.sectors } };
  }

  /** Where a record lies that was written anew: nobody can know beforehand which sector of the gap a tool takes. */
  private inFrontOf({ start }: Span): Span {
    const close = start - MIB / this.planned.survey.disk.sectorBytes;
    const ends = [...this.table.entries.values()].map(({ span }) => endOf(span));
    const inside = this.table.container?.start ?? 0;
    const from = Math.max(inside, close, ...ends.filter((end) => end <= start));
    return { start: sectors(from), length: sectors(start - from) };
  }

  /** Records that the copy may write over, in the order of the chain, and how much is written before the first of them. */
  private hitBy({ to, sectors: length, direction }: Copy): { ids: string[]; after: number } | null {
    const end = to + length;
    const hits = this.logicals.flatMap(({ id }) => {
      const at = this.records.get(id);
      if (!at || endOf(at) <= to || at.start >= end || at.length === 0) return [];
      const after = direction === 'forward' ? Math.max(0, at.start - to) : end - Math.min(end, endOf(at));
      return [{ id, after }];
    });
    return hits.length === 0
      ? null
      : { ids: hits.map((hit) => hit.id), after: Math.min(...hits.map((hit) => hit.after)) };
  }
}
