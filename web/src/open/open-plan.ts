import {
  apply,
  EMPTY_HISTORY,
  MOST_SURVEY_BYTES,
  readingsNamed,
  remember,
  same,
  type AsideTold,
  type Edit,
  type History,
  type HistoryPoint,
  type LiveEvent,
  type MadeEdit,
  type Plan,
  type Presence,
  type Refusal,
  type SentEdit,
  type Survey,
} from '@rhizotome/core';
import { Problem, Unreachable, type Api } from '../api/client.js';
import type { Followers } from './followers.js';
import { Heard } from './heard.js';
import type { KeptStore } from './kept.js';
import type { Live } from './live.js';
import { openMachine, readingsOf, type Opened } from './opening.js';
import { Outbox, type UnsentEdit } from './outbox.js';
import { replay } from './replay.js';
import type { SeenStore } from './seen.js';
import { troubleOf, type Trouble } from './trouble.js';
import { idOf, type SetAside, type Unsent, type UnsentStore } from './unsent.js';

/** `saved`: the server has everything on its disk. `waiting`: it has not, and it is tried again. */
export type SyncState = 'saved' | 'saving' | 'waiting';

export interface OpenState {
  readonly plan: Plan;
  readonly survey: Survey | undefined;
  readonly history: History;
  /** Where the history of the server is; `null` while it has not all that is here. */
  readonly point: HistoryPoint | null;
  /** Older edits are on the server, and come when they are to be undone. */
  readonly older: boolean;
  readonly sync: SyncState;
  /** What keeps the server from having everything, while `waiting`. */
  readonly trouble: Trouble | null;
  readonly unsent: number;
  /** Whether what is unsent would outlive this window. */
  readonly kept: boolean;
  readonly setAside: readonly SetAside[];
  /** The server has another history than it had: so many edits from here are not in it. `null` where it goes on from what was seen. */
  readonly wentBack: { readonly edits: number } | null;
  /** What other windows are at that have this machine open. */
  readonly others: readonly Presence[];
  /** Since when the server is not heard of, in milliseconds of the epoch; `null` while it is. */
  readonly aloneSince: number | null;
  /** What the server found damaged and put aside. */
  readonly aside: readonly AsideTold[];
  /** What others set meanwhile, and what was done here went over: offered, until it is taken or let go. */
  readonly overruled: readonly Edit[];
  /** Whether others' edits came in since it was opened. */
  readonly othersChanged: boolean;
}

export interface OpenPlanOptions {
  readonly api: Pick<Api, 'open' | 'older' | 'survey' | 'addSurvey' | 'postEdits'>;
  readonly unsent: UnsentStore;
  readonly seen: SeenStore;
  readonly kept: Pick<KeptStore, 'keep' | 'forget'>;
  readonly followers: Followers;
  readonly live: Live;
  readonly newKey: () => string;
  /** Calls back after so many milliseconds. */
  readonly later: (milliseconds: number, work: () => void) => void;
}

const RETRY_MILLISECONDS = [500, 1000, 2000, 4000];
const EDITS_A_REQUEST = 50;
/** So long others are told which step was ticked off here. */
const STEP_MILLISECONDS = 30_000;
/** Answers that say that something sent is not taken, now or ever. */
const NOT_TAKEN = [400, 409, 413, 422];

/**
 * The plan that is open. Edits are applied here at once and sent in order; what the server has not
 * confirmed is kept. When others have changed the plan meanwhile, unsent edits are made again on top of
 * theirs; those that no longer fit are set aside, not lost.
 */
export class OpenPlan {
  private readonly listeners = new Set<() => void>();
  private readonly surveys = new Map<string, Survey>();
  /** Where the history of the server was when it was heard last. */
  private point: HistoryPoint;
  private heardPlan: Heard;
  /** The latest revision that another window has told. */
  private heard = 0;
  /** When what is shown was heard from the server last, where it was opened without it. */
  private keptAt: number | null;
  private readonly outbox: Outbox;
  /** Every edit that is known, in order. */
  private made: readonly (MadeEdit & { readonly revision?: number })[] = [];
  /** Whether the server may have another history than the one that is known here. */
  private doubted = false;
  private attended = false;
  private sending = false;
  /** After a batch was not taken and the server has not said which of it: each edit by itself. */
  private oneByOne = false;
  private failures = 0;
  private state: OpenState;

  constructor(
    private readonly machineId: string,
    opened: Opened,
    private readonly options: OpenPlanOptions,
  ) {
    this.heardPlan = new Heard(opened, this.surveyWith);
    this.point = opened;
    this.keptAt = opened.keptAt;
    this.outbox = new Outbox(machineId, options.unsent);
    const setAside = options.unsent.loadAside(machineId);
    this.state = this.begin(opened, { setAside, othersChanged: false });
    this.update({});
  }

  /** Sends what is unsent and follows other windows, until the returned function is called. */
  attend(): () => void {
    this.attended = true;
    const stop = this.options.followers.listen((revision) => {
      this.heard = Math.max(this.heard, revision);
      void this.send();
    });
    const goSilent = this.options.live.listen(
      (event) => this.hear(event),
      // Who else is there is not known either then.
      (since) => {
        if (since === null) this.keptAt = null;
        const aloneSince = since === null ? null : (this.keptAt ?? since);
        this.update({ aloneSince, ...(since === null ? {} : { others: [] }) });
      },
    );
    // A window before this one may have been closed between an answer and telling of it.
    this.options.followers.tell(this.point.revision);
    void this.send();
    return () => {
      this.attended = false;
      stop();
      goSilent();
    };
  }

  private hear(event: LiveEvent): void {
    // Heard before it was missed long enough to be worth a word.
    if (this.keptAt !== null) {
      this.keptAt = null;
      this.update({ aloneSince: null });
    }
    switch (event.name) {
      case 'others':
        return this.update({ others: event.data });
      case 'deleted':
        this.options.kept.forget(this.machineId);
        return this.update({ sync: 'waiting', trouble: 'deleted' });
      case 'point':
        return this.hearPoint(event.data);
    }
  }

  private hearPoint({ revision, digest }: HistoryPoint): void {
    if (revision > this.point.revision) this.heard = revision;
    // Behind what is known here, or beside it: data was put back, unless the word is older than an answer.
    else if (digest !== this.point.digest && !this.sending) this.doubted = true;
    else return;
    void this.send();
  }

  /** What this window is at, for the others. */
  at(presence: Presence): void {
    this.options.live.at(presence);
    if (presence.step === null) return;
    this.options.later(STEP_MILLISECONDS, () => this.options.live.at({ ...presence, step: null }));
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
    const { older, history } = this.state;
    if (older && history.undo.length === 0) void this.undoOlder();
    return this.step(1);
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
    return this.step(-1);
  }

  /** Goes so many edits back, or forth where negative. Stops where one is refused. */
  step(back: number): Refusal | undefined {
    const { history } = this.state;
    const missing = this.edits(back)
      .flatMap(({ edit }) => readingsNamed(edit))
      .filter((id) => !this.surveys.has(id));
    if (missing.length === 0) return this.go(back);
    void this.know(missing).then(
      () => this.state.history === history && this.go(back),
      // Nothing happens while the server is gone.
      () => undefined,
    );
    return undefined;
  }

  private go(back: number): Refusal | undefined {
    for (const { edit, intent } of this.edits(back)) {
      const refusal = this.make(edit, intent);
      if (refusal) return refusal;
    }
    return undefined;
  }

  /** The edits that lead so many back, or forth where negative, in order. */
  private edits(back: number): readonly Pick<SentEdit, 'edit' | 'intent'>[] {
    const { undo, redo } = this.state.history;
    const made = back > 0 ? undo.slice(-back) : redo.slice(back);
    return made
      .reverse()
      .map((one) => (back > 0 ? { edit: one.inverse, intent: 'undo' } : { edit: one.edit, intent: 'redo' }));
  }

  /** Fetches readings that are not known here. @throws Unreachable */
  async know(readings: readonly string[]): Promise<void> {
    const missing = readings.filter((id) => !this.surveys.has(id));
    for (const survey of await readingsOf(this.options.api, this.machineId, missing))
      this.surveys.set(survey.id, survey);
  }

  /** Waits until the server has everything. @throws Unreachable while it does not answer */
  saved(): Promise<number> {
    return new Promise((done, fail) => {
      let stop: () => void = () => undefined;
      const look = () => {
        if (this.outbox.length === 0 && !this.state.wentBack) done(this.point.revision);
        else if (this.state.sync === 'waiting') fail(new Unreachable());
        else return;
        stop();
      };
      stop = this.subscribe(look);
      look();
    });
  }

  /** Takes in a new reading of the disk and rests the plan on it by `edit`. */
  adoptSurvey(survey: Survey, edit: Edit): Refusal | undefined {
    const size = new TextEncoder().encode(JSON.stringify(survey)).length;
    if (size > MOST_SURVEY_BYTES) return { code: 'survey-too-large', bytes: size, most: MOST_SURVEY_BYTES };
    this.surveys.set(survey.id, survey);
    const trial = apply(this.state.plan, edit, this.surveyWith);
    if (!trial.ok) return trial.refusal;
    this.outbox.add({ kind: 'survey', survey });
    return this.do(edit);
  }

  /** Lets go what was set aside: it is not kept any more. */
  forgetSetAside(): void {
    this.options.unsent.forgetAside(this.machineId);
    this.update({ setAside: [], othersChanged: false });
  }

  private make(edit: Edit, intent: SentEdit['intent']): Refusal | undefined {
    const key = this.options.newKey();
    const result = apply(this.state.plan, edit, this.surveyWith);
    if (!result.ok) return result.refusal;
    const made: MadeEdit = { intent, edit, inverse: result.inverse };
    this.made = [...this.made, made];
    this.outbox.add({ kind: 'edit', key, intent, edit });
    this.update({
      plan: result.plan,
      survey: this.surveyOf(result.plan),
      history: remember(this.state.history, made),
      sync: this.state.sync === 'waiting' ? 'waiting' : 'saving',
    });
    void this.send();
    return undefined;
  }

  private async send(): Promise<void> {
    if (this.sending || !this.attended || this.held) return;
    this.sending = true;
    try {
      // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- whoever attends may have gone while it was sent
      while (this.attended && this.outbox.length > 0 && !this.held) {
        this.update({ sync: this.failures > 0 ? 'waiting' : 'saving' });
        await this.sendNext();
        this.failures = 0;
        this.update({});
      }
      // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- whoever attends may have gone while it was sent
      while (this.attended && (this.heard > this.point.revision || this.doubted)) {
        const { heard } = this;
        this.doubted = false;
        await this.rebase();
        // The server knows better than another window, whose edits it may have lost.
        if (this.heard === heard) this.heard = Math.min(heard, this.point.revision);
      }
      this.failures = 0;
      // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- what was lost may have been noticed while it was sent
      if (this.held) this.update({ sync: 'waiting', trouble: 'behind' });
      else this.update(this.outbox.length === 0 ? { sync: 'saved', trouble: null } : {});
      this.keepHere();
    } catch (error) {
      await this.afterFailure(error);
    } finally {
      this.sending = false;
    }
    // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- what was lost may have been noticed while it was sent
    if (this.state.sync !== 'saved' && this.failures === 0 && !this.held)
      this.options.later(0, () => void this.send());
  }

  /** For when the server is not there. */
  private keepHere(): void {
    if (this.held || this.outbox.length > 0 || this.keptAt !== null) return;
    const opened = this.heardPlan.at(this.point);
    if (!opened) return;
    const { lost: _, keptAt: __, ...machine } = opened;
    this.options.kept.keep(machine);
  }

  private async sendNext(): Promise<void> {
    const { first } = this.outbox;
    if (first?.kind === 'survey') {
      await this.options.api.addSurvey(this.machineId, first.survey);
      this.outbox.drop([first]);
      this.options.seen.confirmed(this.machineId, this.point, [{ revision: 1, item: first }]);
      return;
    }
    const batch = this.outbox.batch(this.batchSize);
    const sent = batch.map(({ key, intent, edit }) => ({ key, intent, edit }));
    const { revision, digest, known, others } = await this.options.api.postEdits(
      this.machineId,
      this.point,
      sent,
    );
    this.point = { revision, digest };
    const fresh = batch.filter(({ key }) => !known.includes(key));
    const revisionOf = (item: UnsentEdit) => {
      const at = fresh.indexOf(item);
      return at < 0 ? 1 : revision - fresh.length + at + 1;
    };
    this.options.seen.confirmed(
      this.machineId,
      this.point,
      batch.map((item) => ({ revision: revisionOf(item), item })),
    );
    this.outbox.drop(batch);
    this.heardPlan.take([...others, ...sent]);
    // What the server had already may have been made here on top of itself.
    if (known.length > 0) await this.rebase();
    else if (others.length > 0 && !this.follow()) await this.rebase({ othersChanged: true });
    this.options.followers.tell(revision);
  }

  private get batchSize(): number {
    return this.oneByOne ? 1 : EDITS_A_REQUEST;
  }

  private async afterFailure(error: unknown): Promise<void> {
    let trouble = troubleOf(error);
    if (error instanceof Problem && NOT_TAKEN.includes(error.status)) {
      try {
        await this.afterNotTaken(error);
        this.failures = 0;
        return;
      } catch (second) {
        trouble = troubleOf(second);
      }
    }
    this.failures += 1;
    this.update({ sync: this.outbox.length > 0 ? 'waiting' : this.state.sync, trouble });
    const wait = RETRY_MILLISECONDS[Math.min(this.failures, RETRY_MILLISECONDS.length) - 1]!;
    this.options.later(wait, () => void this.send());
  }

  private async afterNotTaken(problem: Problem): Promise<void> {
    if (problem.code === 'history-differs') {
      await this.rebase();
      return;
    }
    if (problem.code === 'stale-revision') {
      await this.rebase({ othersChanged: true });
      return;
    }
    const { first } = this.outbox;
    const refused = this.outbox.find(problem.key);
    if (!refused && this.outbox.batch(this.batchSize).length > 1) {
      this.oneByOne = true;
      return;
    }
    this.oneByOne = false;
    const item = refused ?? first;
    if (!item) return;
    this.outbox.drop([item]);
    this.putAside([{ item, reason: problem.message }]);
    await this.rebase();
  }

  /** Puts what others have done under what was done here. Returns whether that can be told without asking again. */
  private follow(): boolean {
    const opened = this.heardPlan.at(this.point);
    if (opened) this.beginAgain({ ...opened, lost: [], follows: true }, true);
    return opened !== undefined;
  }

  /** Begins from the server's plan again, and makes the unsent edits on top. */
  private async rebase({ othersChanged = this.state.othersChanged } = {}): Promise<void> {
    const { api, seen } = this.options;
    const { revision } = this.point;
    const own = new Set(this.outbox.all.map(idOf));
    const opened = await openMachine(api, this.machineId, this.outbox.all, seen.load(this.machineId));
    this.beginAgain(opened, othersChanged);
    if (own.size === 0) return;
    const others = opened.history.filter((entry) => entry.revision > revision && !own.has(entry.key));
    this.update({ overruled: [...this.state.overruled, ...this.notThereAnyMore(others)] });
  }

  /** Of what others did, what the plan does not have any more, now that what was done here is on top. */
  private notThereAnyMore(others: readonly MadeEdit[]): Edit[] {
    return others.flatMap(({ intent, edit }) => {
      const again = intent === 'do' ? apply(this.state.plan, edit, this.surveyWith) : undefined;
      return again?.ok && !same(again.plan, this.state.plan) ? [edit] : [];
    });
  }

  /** Takes what others had set, over what was done here. */
  takeTheirs(edit: Edit): void {
    this.letGo(edit);
    this.do(edit);
  }

  /** What was done here counts. */
  letGo(edit: Edit): void {
    this.update({ overruled: this.state.overruled.filter((one) => one !== edit) });
  }

  private beginAgain(opened: Opened, othersChanged: boolean): void {
    const { setAside, sync, trouble, others, aloneSince, overruled } = this.state;
    const begun = this.begin(opened, { setAside, othersChanged });
    this.state = { ...begun, ...(begun.wentBack ? {} : { sync, trouble }), others, aloneSince, overruled };
    this.update({});
  }

  private begin(
    opened: Opened,
    { setAside, othersChanged }: Pick<OpenState, 'setAside' | 'othersChanged'>,
  ): OpenState {
    this.heardPlan = new Heard(opened, this.surveyWith);
    this.point = { revision: opened.revision, digest: opened.digest };
    if (opened.lost.length > 0) this.outbox.putFirst(opened.lost);
    const fromServer = opened.keptAt === null;
    // What this browser kept may be behind what the server has: nothing is told by that.
    const wentBack =
      !fromServer || (opened.follows && opened.lost.length === 0) ? null : { edits: editsIn(opened.lost) };
    if (fromServer && !wentBack) this.options.seen.standAt(this.machineId, this.point);
    for (const survey of opened.surveys) this.surveys.set(survey.id, survey);
    for (const item of this.outbox.all)
      if (item.kind === 'survey') this.surveys.set(item.survey.id, item.survey);
    const known = new Set([...opened.history.map((e) => e.key), ...opened.surveys.map((s) => s.id)]);
    this.outbox.drop(this.outbox.all.filter((item) => known.has(idOf(item))));
    const from = { plan: opened.plan, history: historyOf(opened.history) };
    const { plan, history, made, items, setAside: aside } = replay(from, this.outbox.all, this.surveyWith);
    this.made = [...opened.history, ...made];
    for (const one of aside) this.options.unsent.setAside(this.machineId, one);
    this.outbox.become(items);
    return {
      plan,
      survey: this.surveyOf(plan),
      history,
      point: null,
      others: [],
      overruled: [],
      aloneSince: this.keptAt,
      older: (opened.history[0]?.revision ?? 1) > 1,
      sync: wentBack ? 'waiting' : items.length === 0 ? 'saved' : 'saving',
      trouble: wentBack ? 'behind' : null,
      wentBack,
      aside: opened.aside,
      unsent: items.length,
      kept: this.outbox.kept,
      setAside: [...setAside, ...aside],
      othersChanged,
    };
  }

  /** Nothing is sent until it is decided what becomes of what the server has lost. */
  private get held(): boolean {
    return this.state.wentBack !== null;
  }

  /** What the server has lost is made there again, with what is unsent on top. */
  makeAgain(): void {
    this.options.seen.forget(this.machineId, this.heardPlan.lost);
    this.goOn();
  }

  /** The server's plan counts; what it has lost is let go. */
  leaveOut(): void {
    const { lost } = this.heardPlan;
    const opened = this.heardPlan.at(this.point);
    if (!opened) return;
    this.options.seen.forget(this.machineId, lost);
    this.outbox.drop(lost);
    this.beginAgain({ ...opened, lost: [], follows: true }, this.state.othersChanged);
    this.goOn();
  }

  private goOn(): void {
    this.heardPlan.settle();
    this.options.seen.standAt(this.machineId, this.point);
    this.update({
      wentBack: null,
      sync: this.outbox.length === 0 ? 'saved' : 'saving',
      trouble: null,
    });
    void this.send();
  }

  private putAside(aside: readonly SetAside[]): void {
    for (const one of aside) this.options.unsent.setAside(this.machineId, one);
    this.state = { ...this.state, setAside: [...this.state.setAside, ...aside] };
  }

  /** The reading that a plan of this machine rests on. */
  surveyOf(plan: Plan): Survey | undefined {
    return plan.surveyId === null ? undefined : this.surveys.get(plan.surveyId);
  }

  private readonly surveyWith = (id: string): Survey | undefined => this.surveys.get(id);

  private update(changes: Partial<OpenState>): void {
    const { length: unsent, kept } = this.outbox;
    this.state = { ...this.state, ...changes, unsent, kept };
    const { sync, point } = this.state;
    const now = sync === 'saved' ? this.point : null;
    if (now?.digest !== point?.digest) this.state = { ...this.state, point: now };
    for (const listener of this.listeners) listener();
  }
}

const editsIn = (items: readonly Unsent[]): number => items.filter(({ kind }) => kind === 'edit').length;

function historyOf(made: readonly MadeEdit[]): History {
  return made.reduce(remember, EMPTY_HISTORY);
}
