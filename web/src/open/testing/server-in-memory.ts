import {
  apply,
  EMPTY_PLAN,
  digestAfter,
  digestOfBeginning,
  type Digest,
  type HistoryEntry,
  type OpenedMachine,
  type Plan,
  type SentEdit,
  type Survey,
} from '@rhizotome/core';
import { Problem, Unreachable } from '../../api/client.js';

/** A server in memory that behaves as the real one does; `down` makes it unreachable, `mute` drops its answers. */
export class ServerInMemory {
  down = false;
  mute = false;
  /** Answers with this problem, once. */
  problem: Problem | null = null;
  revision = 0;
  plan: Plan = EMPTY_PLAN;
  surveys: Survey[] = [];
  history: HistoryEntry[] = [];

  private reach(): void {
    if (this.down) throw new Unreachable();
  }

  /** Edits that are sent at once. */
  sends = 500;

  /** What the history has come to at a revision. */
  digestAt(revision: number): Digest {
    return this.history
      .slice(0, revision)
      .reduce(
        (digest, { key, intent, edit }) => digestAfter(digest, { key, intent, edit: JSON.stringify(edit) }),
        digestOfBeginning(this.beginning),
      );
  }
  /** Another one is another history from the first edit on. */
  beginning = '{}';

  private goesBy({ revision, digest }: { readonly revision: number; readonly digest: string }): boolean {
    return revision <= this.revision && this.digestAt(revision) === digest;
  }

  /** What was put in the data folder later takes the place of what is here. */
  put({ revision, plan, history }: Pick<ServerInMemory, 'revision' | 'plan' | 'history'>): void {
    Object.assign(this, { revision, plan, history });
  }

  /** The data folder as it is now. */
  copied() {
    const { revision, plan, history } = this;
    return { revision, plan, history: [...history] };
  }

  open = (
    id: string,
    seen?: { readonly revision: number; readonly digest: string },
  ): Promise<OpenedMachine> =>
    Promise.resolve().then(() => {
      this.reach();
      this.opens += 1;
      const { revision, plan, history } = this;
      const surveys = this.surveys.filter((survey) => survey.id === plan.surveyId);
      const digest = this.digestAt(revision);
      return {
        ...{ id, name: 'm', story: '', revision, digest, plan, surveys },
        history: history.slice(-this.sends),
        follows: seen === undefined || this.goesBy(seen),
        aside: [],
      };
    });

  older = (_id: string, before: number): Promise<HistoryEntry[]> =>
    Promise.resolve().then(() => {
      this.reach();
      return this.history.filter((e) => e.revision < before).slice(-this.sends);
    });

  /** How often the whole machine was sent. */
  opens = 0;
  /** Whether it makes edits on top of others', as the real one does where either order gives the same plan. */
  rebases = false;

  survey = (_id: string, name: string): Promise<Survey> =>
    Promise.resolve().then(() => {
      this.reach();
      const survey = this.surveys.find((s) => s.id === name);
      if (!survey) throw new Problem(404, 'not-found', 'no such survey');
      return survey;
    });

  addSurvey = (_id: string, survey: Survey) =>
    Promise.resolve().then(() => {
      this.reach();
      this.surveys.push(survey);
      return { surveyId: survey.id };
    });

  postEdits = (
    _id: string,
    point: { readonly revision: number; readonly digest: string },
    edits: readonly SentEdit[],
  ) =>
    Promise.resolve().then(() => {
      this.reach();
      const { problem } = this;
      this.problem = null;
      if (problem) throw problem;
      if (!this.goesBy(point)) throw new Problem(409, 'history-differs', 'another history');
      const base = point.revision;
      const known = this.history.map((e) => e.key).filter((key) => edits.some((e) => e.key === key));
      const fresh = edits.filter((e) => !known.includes(e.key));
      const others = this.history.filter((e) => e.revision > base && !known.includes(e.key));
      if (fresh.length > 0 && others.length > 0 && !this.rebases)
        throw new Problem(409, 'stale-revision', 'changed meanwhile');
      let { plan } = this;
      const made: HistoryEntry[] = [];
      for (const { key, intent, edit } of fresh) {
        const result = apply(plan, edit, (id) => this.surveys.find((s) => s.id === id));
        if (!result.ok) throw new Problem(422, 'edit-refused', result.refusal.code, key);
        ({ plan } = result);
        made.push({ revision: this.revision + made.length + 1, key, intent, edit, inverse: result.inverse });
      }
      this.plan = plan;
      this.revision += made.length;
      this.history.push(...made);
      if (this.mute) throw new Unreachable();
      return { revision: this.revision, digest: this.digestAt(this.revision), known, others };
    });
}
