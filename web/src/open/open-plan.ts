import {
  apply,
  EMPTY_HISTORY,
  refusalInWords,
  remember,
  type Edit,
  type History,
  type MadeEdit,
  type Plan,
  type Refusal,
  type Survey,
} from '@rhizotome/core';
import { Problem, Unreachable, type Api } from '../api/client.js';
import type { OpenedMachine, SentEdit } from '@rhizotome/core';
import type { Unsent, UnsentStore } from './unsent.js';

/** `saved`: the server has everything. `unreachable`: kept here, and sent when it answers again. */
export type SyncState = 'saved' | 'saving' | 'unreachable';

/** An edit made here that no longer fits the plan as others have changed it. Kept until the user lets it go. */
export interface SetAside {
  readonly edit: Edit;
  readonly reason: string;
}

export interface OpenState {
  readonly plan: Plan;
  readonly survey: Survey | undefined;
  readonly history: History;
  /** Older edits are on the server, and come when they are to be undone. */
  readonly older: boolean;
  readonly sync: SyncState;
  readonly unsent: number;
  readonly setAside: readonly SetAside[];
  /** Whether others' edits came in since it was opened. */
  readonly othersChanged: boolean;
}

export interface OpenPlanOptions {
  readonly api: Pick<Api, 'open' | 'older' | 'addSurvey' | 'postEdits'>;
  readonly unsent: UnsentStore;
  readonly newKey: () => string;
  /** Calls back after so many milliseconds. */
  readonly later: (milliseconds: number, work: () => void) => void;
}

const RETRY_MILLISECONDS = [500, 1000, 2000, 4000];
const EDITS_A_REQUEST = 50;

/**
 * The plan that is open. Edits are applied here at once and sent in order; what the server has not
 * confirmed is kept. When others have changed the plan meanwhile, unsent edits are made again on top of
 * theirs; those that no longer fit are set aside, not lost.
 */
export class OpenPlan {
  private readonly listeners = new Set<() => void>();
  private readonly surveys = new Map<string, Survey>();
  private revision: number;
  private items: Unsent[];
  /** Every edit that is known, in order. */
  private made: readonly (MadeEdit & { readonly revision?: number })[] = [];
  private sending = false;
  private failures = 0;
  private state: OpenState;

  constructor(
    private readonly machineId: string,
    opened: OpenedMachine,
    private readonly options: OpenPlanOptions,
  ) {
    this.revision = opened.revision;
    this.items = [];
    this.state = this.stateFrom(opened);
    this.replay(options.unsent.load(machineId));
    if (this.items.length > 0) void this.send();
  }

  readonly getState = (): OpenState => this.state;

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** Makes an edit; returns the refusal where the plan does not allow it. */
  do(edit: Edit): Refusal | undefined {
    return this.make(edit, 'do');
  }

  undo(): Refusal | undefined {
    const last = this.state.history.undo.at(-1);
    if (!last && this.state.older) void this.undoOlder();
    return last && this.make(last.inverse, 'undo');
  }

  /** Fetches what was done before what is known, and undoes the last of it. Nothing happens while the server is gone. */
  private async undoOlder(): Promise<void> {
    const first = this.made[0]?.revision;
    if (first === undefined) return;
    const entries = await this.options.api.older(this.machineId, first).catch(() => []);
    if (entries.length === 0 || this.made[0]?.revision !== first) return;
    this.made = [...entries, ...this.made];
    this.update({ history: historyOf(this.made), older: entries[0]!.revision > 1 });
    this.undo();
  }

  redo(): Refusal | undefined {
    const next = this.state.history.redo.at(-1);
    return next && this.make(next.edit, 'redo');
  }

  /** Goes so many edits back, or forth where negative. Stops where one is refused. */
  step(back: number): Refusal | undefined {
    for (let n = Math.abs(back); n > 0; n--) {
      const refusal = back > 0 ? this.undo() : this.redo();
      if (refusal) return refusal;
    }
    return undefined;
  }

  /** Waits until the server has everything. @throws Unreachable while it does not answer */
  saved(): Promise<number> {
    return new Promise((done, fail) => {
      let stop: () => void = () => undefined;
      const look = () => {
        if (this.items.length === 0) done(this.revision);
        else if (this.state.sync === 'unreachable') fail(new Unreachable());
        else return;
        stop();
      };
      stop = this.subscribe(look);
      look();
    });
  }

  /** Takes in a new reading of the disk and rests the plan on it by `edit`. */
  adoptSurvey(survey: Survey, edit: Edit): Refusal | undefined {
    this.surveys.set(survey.id, survey);
    const trial = apply(this.state.plan, edit, (id) => this.surveys.get(id));
    if (!trial.ok) return trial.refusal;
    this.items = [...this.items, { kind: 'survey', survey }];
    return this.do(edit);
  }

  forgetSetAside(): void {
    this.update({ setAside: [], othersChanged: false });
  }

  private make(edit: Edit, intent: SentEdit['intent']): Refusal | undefined {
    const refusal = this.applyHere(edit, intent);
    if (refusal) return refusal;
    this.items = [...this.items, { kind: 'edit', key: this.options.newKey(), intent, edit }];
    this.keep();
    void this.send();
    return undefined;
  }

  private applyHere(edit: Edit, intent: SentEdit['intent']): Refusal | undefined {
    const result = apply(this.state.plan, edit, (id) => this.surveys.get(id));
    if (!result.ok) return result.refusal;
    const made: MadeEdit = { intent, edit, inverse: result.inverse };
    this.made = [...this.made, made];
    this.update({
      plan: result.plan,
      survey: this.surveyOf(result.plan),
      history: remember(this.state.history, made),
    });
    return undefined;
  }

  private async send(): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    try {
      while (this.items.length > 0) {
        this.update({ sync: this.failures > 0 ? 'unreachable' : 'saving' });
        await this.sendNext();
        this.failures = 0;
      }
      this.update({ sync: 'saved' });
    } catch (error) {
      await this.afterFailure(error);
    } finally {
      this.sending = false;
    }
  }

  private async sendNext(): Promise<void> {
    const [first] = this.items;
    if (first?.kind === 'survey') {
      await this.options.api.addSurvey(this.machineId, first.survey);
      this.confirm(1);
      return;
    }
    const upTo = this.items.findIndex((item) => item.kind === 'survey');
    const batch = this.items
      .slice(0, Math.min(upTo < 0 ? this.items.length : upTo, EDITS_A_REQUEST))
      .filter((item) => item.kind === 'edit')
      .map(({ key, intent, edit }) => ({ key, intent, edit }));
    const { revision } = await this.options.api.postEdits(this.machineId, this.revision, batch);
    this.revision = revision;
    this.confirm(batch.length);
  }

  private confirm(count: number): void {
    this.items = this.items.slice(count);
    this.keep();
  }

  private async afterFailure(error: unknown): Promise<void> {
    if (error instanceof Problem && [400, 409, 413, 422].includes(error.status)) {
      try {
        await this.rebase(error.status === 409 ? undefined : error.message);
        if (this.items.length > 0) this.options.later(0, () => void this.send());
        return;
      } catch {
        // Unreachable meanwhile: try again below.
      }
    }
    this.failures += 1;
    this.update({ sync: 'unreachable' });
    const wait = RETRY_MILLISECONDS[Math.min(this.failures, RETRY_MILLISECONDS.length) - 1]!;
    this.options.later(wait, () => void this.send());
  }

  /** Begins from the server's plan again and makes the unsent edits on top. `refused`: why the first of them was not taken. */
  private async rebase(refused: string | undefined): Promise<void> {
    const opened = await this.options.api.open(this.machineId);
    const pending = this.items;
    const setAside = [...this.state.setAside];
    this.items = [];
    this.revision = opened.revision;
    this.state = { ...this.stateFrom(opened), setAside, othersChanged: refused === undefined };
    const known = new Set(opened.history.map((entry) => entry.key));
    const open = pending.filter((item) => item.kind === 'survey' || !known.has(item.key));
    if (refused !== undefined) {
      const at = open.findIndex((item) => item.kind === 'edit');
      const [dropped] = at < 0 ? [] : open.splice(at, 1);
      if (dropped?.kind === 'edit') this.setAside(dropped.edit, refused);
    }
    this.replay(open);
  }

  private replay(items: readonly Unsent[]): void {
    for (const item of items) {
      if (item.kind === 'survey') {
        this.surveys.set(item.survey.id, item.survey);
        this.items = [...this.items, item];
        continue;
      }
      const refusal = this.applyHere(item.edit, item.intent);
      if (refusal) this.setAside(item.edit, refusal);
      else this.items = [...this.items, item];
    }
    this.keep();
    this.update({});
  }

  private setAside(edit: Edit, reason: Refusal | string): void {
    const sectorBytes = this.state.survey?.disk.sectorBytes ?? 512;
    const words = typeof reason === 'string' ? reason : refusalInWords(reason, sectorBytes);
    this.state = { ...this.state, setAside: [...this.state.setAside, { edit, reason: words }] };
  }

  private stateFrom(opened: OpenedMachine): OpenState {
    for (const survey of opened.surveys) this.surveys.set(survey.id, survey);
    this.made = opened.history;
    return {
      plan: opened.plan,
      survey: this.surveyOf(opened.plan),
      history: historyOf(opened.history),
      older: (opened.history[0]?.revision ?? 1) > 1,
      sync: 'saved',
      unsent: 0,
      setAside: [],
      othersChanged: false,
    };
  }

  /** The reading that a plan of this machine rests on. */
  surveyOf(plan: Plan): Survey | undefined {
    return plan.surveyId === null ? undefined : this.surveys.get(plan.surveyId);
  }

  private keep(): void {
    this.options.unsent.save(this.machineId, this.items);
  }

  private update(changes: Partial<OpenState>): void {
    this.state = { ...this.state, ...changes, unsent: this.items.length };
    for (const listener of this.listeners) listener();
  }
}

function historyOf(made: readonly MadeEdit[]): History {
  return made.reduce(remember, EMPTY_HISTORY);
}
