import { Problem, Unreachable } from '../api/client.js';
import {
  apply,
  beginEdit,
  EMPTY_PLAN,
  GIB,
  surveyFromHand,
  type Edit,
  type Plan,
  type Survey,
  type HistoryEntry,
  type OpenedMachine,
  type SentEdit,
} from '@rhizotome/core';
import { OpenPlan } from './open-plan.js';
import { browserStore } from './unsent.js';

/** A server in memory that behaves as the real one does; `down` makes it unreachable. */
class FakeServer {
  down = false;
  revision = 0;
  plan: Plan = EMPTY_PLAN;
  surveys: Survey[] = [];
  history: HistoryEntry[] = [];

  private reach(): void {
    if (this.down) throw new Unreachable();
  }

  /** Edits that are sent at once. */
  sends = 500;

  open = (id: string): Promise<OpenedMachine> =>
    Promise.resolve().then(() => {
      this.reach();
      const { revision, plan, surveys, history } = this;
      return { id, name: 'm', story: '', revision, plan, surveys, history: history.slice(-this.sends) };
    });

  older = (_id: string, before: number): Promise<HistoryEntry[]> =>
    Promise.resolve().then(() => {
      this.reach();
      return this.history.filter((e) => e.revision < before).slice(-this.sends);
    });

  addSurvey = (_id: string, survey: Survey) =>
    Promise.resolve().then(() => {
      this.reach();
      this.surveys.push(survey);
      return { surveyId: survey.id };
    });

  postEdits = (_id: string, base: number, edits: readonly SentEdit[]) =>
    Promise.resolve().then(() => {
      this.reach();
      if (base !== this.revision) throw new Problem(409, 'stale-revision', 'changed meanwhile');
      for (const { key, intent, edit } of edits) {
        const result = apply(this.plan, edit, (id) => this.surveys.find((s) => s.id === id));
        if (!result.ok) throw new Problem(422, 'edit-refused', result.refusal.code);
        this.plan = result.plan;
        this.revision += 1;
        this.history.push({ revision: this.revision, key, intent, edit, inverse: result.inverse });
      }
      return { revision: this.revision };
    });
}

const memory = () => {
  const held = new Map<string, string>();
  return {
    getItem: (k: string) => held.get(k) ?? null,
    setItem: (k: string, v: string) => void held.set(k, v),
    removeItem: (k: string) => void held.delete(k),
  };
};

const ram = (gibibytes: number): Edit => ({ kind: 'set-machine', changes: { ramBytes: gibibytes * GIB } });

async function opened(server: FakeServer, storage = memory()) {
  let keys = 0;
  const timers: (() => void)[] = [];
  const plan = new OpenPlan('m', await server.open('m'), {
    api: server,
    unsent: browserStore(storage),
    newKey: () => `key-${server.revision}-${++keys}-${Math.random()}`,
    later: (_, work) => timers.push(work),
  });
  const settle = async () => {
    for (let i = 0; i < 30; i++) {
      await new Promise((done) => setImmediate(done));
      timers.splice(0).forEach((work) => work());
    }
  };
  return { plan, settle, storage };
}

describe('an open plan', () => {
  test('applies an edit at once and sends it', async () => {
    const server = new FakeServer();
    const { plan, settle } = await opened(server);
    plan.do(ram(8));
    expect(plan.getState()).toMatchObject({ plan: { machine: { ramBytes: 8 * GIB } }, unsent: 1 });
    await settle();
    expect(plan.getState()).toMatchObject({ sync: 'saved', unsent: 0 });
    expect(server.plan.machine.ramBytes).toBe(8 * GIB);
  });

  test('keeps what is done while the server is gone, and sends it in order when it answers', async () => {
    const server = new FakeServer();
    const { plan, settle } = await opened(server);
    server.down = true;
    plan.do(ram(8));
    plan.do(ram(16));
    await settle();
    expect(plan.getState()).toMatchObject({
      sync: 'unreachable',
      unsent: 2,
      plan: { machine: { ramBytes: 16 * GIB } },
    });
    server.down = false;
    await settle();
    expect(plan.getState()).toMatchObject({ sync: 'saved', unsent: 0 });
    expect(server.history.map((h) => h.edit)).toEqual([ram(8), ram(16)]);
  });

  test('what is unsent outlives a reload', async () => {
    const server = new FakeServer();
    const first = await opened(server);
    server.down = true;
    first.plan.do(ram(8));
    await first.settle();
    server.down = false;
    const second = await opened(server, first.storage);
    expect(second.plan.getState().plan.machine.ramBytes).toBe(8 * GIB);
    await second.settle();
    expect(server.plan.machine.ramBytes).toBe(8 * GIB);
    expect(second.storage.getItem('rhizotome:unsent:m')).toBeNull();
  });

  test('makes its edits again on top of others’', async () => {
    const server = new FakeServer();
    const mine = await opened(server);
    const theirs = await opened(server);
    theirs.plan.do({ kind: 'set-machine', changes: { device: 'sdb' } });
    await theirs.settle();
    mine.plan.do(ram(8));
    await mine.settle();
    expect(server.plan.machine).toMatchObject({ device: 'sdb', ramBytes: 8 * GIB });
    expect(mine.plan.getState()).toMatchObject({ sync: 'saved', othersChanged: true, setAside: [] });
  });

  test('sets aside what no longer fits, and says so', async () => {
    const server = new FakeServer();
    const survey = drawn();
    const mine = await opened(server);
    mine.plan.adoptSurvey(survey, beginEdit({ plan: EMPTY_PLAN, survey }));
    await mine.settle();
    const theirs = await opened(server);
    theirs.plan.do({ kind: 'remove', partition: 'found-1' });
    await theirs.settle();
    expect(mine.plan.do({ kind: 'treat', partition: 'found-1', treatment: 'format' })).toBeUndefined();
    await mine.settle();
    expect(mine.plan.getState().setAside).toMatchObject([
      { edit: { kind: 'treat' }, reason: 'That partition is no longer in the plan.' },
    ]);
    expect(mine.plan.getState()).toMatchObject({ sync: 'saved', unsent: 0 });
  });

  test('undo and redo are edits too, and outlive a reload', async () => {
    const server = new FakeServer();
    const { plan, settle } = await opened(server);
    plan.do(ram(8));
    plan.do(ram(16));
    plan.undo();
    await settle();
    const again = await opened(server);
    expect(again.plan.getState().plan.machine.ramBytes).toBe(8 * GIB);
    again.plan.redo();
    expect(again.plan.getState().plan.machine.ramBytes).toBe(16 * GIB);
    again.plan.undo();
    again.plan.undo();
    expect(again.plan.getState().plan.machine.ramBytes).toBeNull();
    expect(again.plan.undo()).toBeUndefined();
  });

  test('what was done long ago is undone too, though it was not sent at once', async () => {
    const server = new FakeServer();
    server.sends = 2;
    const first = await opened(server);
    for (const gibibytes of [1, 2, 3, 4, 5]) first.plan.do(ram(gibibytes));
    await first.settle();
    const { plan, settle } = await opened(server);
    expect(plan.getState()).toMatchObject({ older: true, history: { undo: { length: 2 } } });
    for (let n = 0; n < 5; n++) {
      plan.undo();
      await settle();
    }
    expect(plan.getState()).toMatchObject({ older: false, plan: { machine: { ramBytes: null } } });
    for (let n = 0; n < 5; n++) plan.redo();
    expect(plan.getState().plan.machine.ramBytes).toBe(5 * GIB);
  });

  test('a refused edit changes nothing and is not sent', async () => {
    const server = new FakeServer();
    const { plan, settle } = await opened(server);
    expect(plan.do({ kind: 'remove', partition: 'x' })).toEqual({ code: 'no-survey' });
    await settle();
    expect(server.revision).toBe(0);
  });
});

function drawn(): Survey {
  const outcome = surveyFromHand(
    { diskBytes: 500 * GIB, sectorBytes: 512, style: 'gpt', text: '100MiB efi\n200GiB windows' },
    { id: 'survey-1', takenAt: '2026-05-04T07:30:00.000Z' },
  );
  if (!outcome.ok) throw new Error(outcome.refusal.message);
  return outcome.survey;
}
