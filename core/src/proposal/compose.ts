import { batch, createInGap, singles } from '../compose/index.js';
import { apply, type BatchEdit, type SingleEdit } from '../edits/index.js';
import { plannedGaps } from '../layout/index.js';
import type { Plan } from '../plan/index.js';
import type { EfiShape } from '../strategy/index.js';
import { message } from '../words/index.js';
import type { Placing } from './places/search.js';
import type { Search, Situation } from './situation.js';

export interface Composed {
  readonly edit: BatchEdit;
  readonly after: Plan;
}

/** The edit that brings a plan to a placing: what stays takes its place, then what is new is made; `undefined` where the plan refuses it. */
export function composed(
  situation: Situation,
  loader: EfiShape | undefined,
  { parts }: Search,
  placing: Placing,
): Composed | undefined {
  const writing = new Writing(situation);
  const { sectorBytes } = situation.before.survey.disk;
  const places = situation.before.plan.partitions.flatMap(({ id, start, length }) => {
    const to = { start: placing.starts.get(id)!, length: placing.lengths.get(id)! };
    return to.start === start && to.length === length ? [] : [{ partition: id, ...to }];
  });
  if (places.length > 0) writing.make({ kind: 'arrange', places });
  writing.make(...(loader?.describes ?? []));
  const inOrder = [...parts].sort((a, b) => placing.starts.get(a.id)! - placing.starts.get(b.id)!);
  for (const { id, role, owners } of inOrder) {
    if (role === null) continue;
    const start = placing.starts.get(id)!;
    const gap = plannedGaps(writing.now).find((g) => g.start <= start && start < g.start + g.length);
    const size = placing.lengths.get(id)! * sectorBytes;
    const edit = gap && createInGap(writing.now, gap, { role, owners, size });
    if (!edit) return undefined;
    writing.make(...singles(edit));
  }
  if (loader?.removes) writing.make({ kind: 'remove', partition: loader.removes });
  return writing.done();
}

/** Edits made one after the other on the plan before. */
class Writing {
  private readonly edits: SingleEdit[];
  private plan: Plan;
  private refused = false;

  constructor(private readonly situation: Situation) {
    this.edits = [...situation.edits];
    this.plan = situation.before.plan;
  }

  get now() {
    return { plan: this.plan, survey: this.situation.before.survey };
  }

  make(...edits: readonly SingleEdit[]): void {
    for (const edit of edits) {
      const result = apply(this.plan, edit, () => this.now.survey);
      if (!result.ok) {
        this.refused = true;
        return;
      }
      this.plan = result.plan;
      this.edits.push(edit);
    }
  }

  done(): Composed | undefined {
    if (this.refused) return undefined;
    const names = this.situation.systems.map((s) => s.name);
    const says = message('edit.propose', { system: names.join(', ') });
    return { edit: batch(says, this.edits), after: this.plan };
  }
}
