import { apply, type HistoryEntry, type HistoryPoint, type SentEdit, type Survey } from '@rhizotome/core';
import type { Opened } from './opening.js';

/** So much of the history is kept for the way back without the server. */
const MOST_HISTORY = 300;

/** What the server had when it was opened, and what it has taken since: together what it has now, without asking again. */
export class Heard {
  private taken: readonly SentEdit[] = [];

  constructor(
    private opened: Opened,
    private readonly surveyWith: (id: string) => Survey | undefined,
  ) {}

  get lost(): Opened['lost'] {
    return this.opened.lost;
  }

  /** The server has taken these, in this order. */
  take(edits: readonly SentEdit[]): void {
    this.taken = [...this.taken, ...edits];
  }

  /** What the server has lost is decided on. */
  settle(): void {
    this.opened = { ...this.opened, lost: [], follows: true };
  }

  /** What the server has at a point; `undefined` where what is known here does not lead there. */
  at(point: HistoryPoint): Opened | undefined {
    let { plan, revision } = this.opened;
    const history: HistoryEntry[] = [...this.opened.history];
    for (const { key, intent, edit } of this.taken) {
      const result = apply(plan, edit, this.surveyWith);
      if (!result.ok) return undefined;
      ({ plan } = result);
      revision += 1;
      history.push({ revision, key, intent, edit, inverse: result.inverse });
    }
    if (revision !== point.revision) return undefined;
    const survey = plan.surveyId === null ? undefined : this.surveyWith(plan.surveyId);
    this.opened = {
      ...this.opened,
      ...{ plan, revision, digest: point.digest },
      history: history.slice(-MOST_HISTORY),
      surveys: survey ? [survey] : [],
    };
    this.taken = [];
    return this.opened;
  }
}
