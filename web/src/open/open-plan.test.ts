import { Problem } from '../api/client.js';
import {
  beginEdit,
  EMPTY_PLAN,
  GIB,
  surveyFromHand,
  type Edit,
  type OpenedMachine,
  type Survey,
  type SentEdit,
} from '@rhizotome/core';
import { OpenPlan } from './open-plan.js';
import type { KeptMachine } from './kept.js';
import { openKept, openMachine } from './opening.js';
import { seenIn } from './seen.js';
import { browserStore } from '../parts/browser-store.js';
import { storageInMemory } from '../parts/testing/storage-in-memory.js';
import { LiveInMemory } from './testing/live-in-memory.js';
import { ServerInMemory } from './testing/server-in-memory.js';
import { windowsInMemory } from './testing/windows-in-memory.js';
import { unsentIn } from './unsent.js';

type Base = Parameters<ServerInMemory['postEdits']>[1];
const ram = (gibibytes: number): Edit => ({ kind: 'set-machine', changes: { ramBytes: gibibytes * GIB } });

async function opened(
  server: ServerInMemory,
  storage = storageInMemory(),
  others = windowsInMemory(),
  keep: (machine: OpenedMachine) => void = () => undefined,
  fromHere?: KeptMachine,
) {
  let keys = 0;
  const timers: (() => void)[] = [];
  const waits: number[] = [];
  const live = new LiveInMemory();
  const kept = browserStore(() => storage);
  const [unsent, seen] = [unsentIn(kept), seenIn(kept)];
  const machine = fromHere
    ? openKept(fromHere, seen.load('m'))
    : await openMachine(server, 'm', unsent.load('m'), seen.load('m'));
  const plan = new OpenPlan('m', machine, {
    api: server,
    unsent,
    seen,
    kept: { keep, forget: () => undefined },
    followers: others.follower(),
    live,
    newKey: () => `key-${server.revision}-${++keys}-${Math.random()}`,
    later: (milliseconds, work) => waits.push(milliseconds) && timers.push(work),
  });
  const leave = plan.attend();
  const settle = async () => {
    for (let i = 0; i < 30; i++) {
      await new Promise((done) => setImmediate(done));
      timers.splice(0).forEach((work) => work());
    }
  };
  return { plan, settle, waits, storage, others, live, leave };
}

const unsentKeys = ({ held }: ReturnType<typeof storageInMemory>) =>
  [...held.keys()].filter((key) => key.startsWith('rhizotome:unsent:'));

describe('an open plan', () => {
  test('applies an edit at once and sends it', async () => {
    const server = new ServerInMemory();
    const { plan, settle } = await opened(server);
    plan.do(ram(8));
    expect(plan.getState()).toMatchObject({ plan: { machine: { ramBytes: 8 * GIB } }, unsent: 1 });
    await settle();
    expect(plan.getState()).toMatchObject({ sync: 'saved', unsent: 0 });
    expect(server.plan.machine.ramBytes).toBe(8 * GIB);
  });

  test('keeps what is done while the server is gone, and sends it in order when it answers', async () => {
    const server = new ServerInMemory();
    const { plan, settle } = await opened(server);
    server.down = true;
    plan.do(ram(8));
    plan.do(ram(16));
    await settle();
    expect(plan.getState()).toMatchObject({
      sync: 'waiting',
      trouble: 'gone',
      unsent: 2,
      plan: { machine: { ramBytes: 16 * GIB } },
    });
    server.down = false;
    await settle();
    expect(plan.getState()).toMatchObject({ sync: 'saved', unsent: 0 });
    expect(server.history.map((h) => h.edit)).toEqual([ram(8), ram(16)]);
  });

  test('is tried again after ever longer waits, up to four seconds, and from the shortest once it answered', async () => {
    const server = new ServerInMemory();
    const { plan, settle, waits } = await opened(server);
    server.down = true;
    plan.do(ram(8));
    await settle();
    expect(waits.slice(0, 6)).toEqual([500, 1000, 2000, 4000, 4000, 4000]);
    server.down = false;
    await settle();
    server.down = true;
    plan.do(ram(16));
    waits.length = 0;
    await settle();
    expect(waits.slice(0, 2)).toEqual([500, 1000]);
  });

  test('a server that is gone while nothing waits to be sent is a trouble, and nothing that waits', async () => {
    const server = new ServerInMemory();
    const { plan, settle, others } = await opened(server);
    server.down = true;
    others.follower().tell(7);
    await settle();
    expect(plan.getState()).toMatchObject({ sync: 'saved', trouble: 'gone', unsent: 0 });
  });

  test('what is unsent outlives a reload', async () => {
    const server = new ServerInMemory();
    const first = await opened(server);
    server.down = true;
    first.plan.do(ram(8));
    await first.settle();
    server.down = false;
    const second = await opened(server, first.storage);
    expect(second.plan.getState().plan.machine.ramBytes).toBe(8 * GIB);
    await second.settle();
    expect(server.plan.machine.ramBytes).toBe(8 * GIB);
    expect(unsentKeys(second.storage)).toEqual([]);
  });

  test('makes its edits again on top of others’', async () => {
    const server = new ServerInMemory();
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
    const server = new ServerInMemory();
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
      { item: { edit: { kind: 'treat' } }, reason: 'That partition is no longer in the plan.' },
    ]);
    expect(mine.plan.getState()).toMatchObject({ sync: 'saved', unsent: 0 });
  });

  test('what was set aside is kept over a reload, until it is let go', async () => {
    const server = new ServerInMemory();
    const first = await opened(server);
    server.problem = new Problem(422, 'edit-refused', 'Not today.', 'no key of this batch');
    first.plan.do(ram(8));
    await first.settle();
    expect(first.plan.getState()).toMatchObject({ sync: 'saved', plan: { machine: { ramBytes: null } } });
    const second = await opened(server, first.storage);
    expect(second.plan.getState().setAside).toMatchObject([{ item: { edit: ram(8) }, reason: 'Not today.' }]);
    second.plan.forgetSetAside();
    const third = await opened(server, first.storage);
    expect(third.plan.getState().setAside).toEqual([]);
  });

  test('the edit that the server names is set aside, and no other', async () => {
    const server = new ServerInMemory();
    const { plan, settle } = await opened(server);
    server.down = true;
    for (const gibibytes of [1, 2, 3]) plan.do(ram(gibibytes));
    await settle();
    server.postEdits = ((real) => (id: string, base: Base, edits: readonly SentEdit[]) => {
      if (edits.length === 3)
        return Promise.reject(new Problem(422, 'edit-refused', 'Not this.', edits[1]!.key));
      return real(id, base, edits);
    })(server.postEdits);
    server.down = false;
    await settle();
    expect(plan.getState().setAside).toMatchObject([{ item: { edit: ram(2) } }]);
    expect(server.history.map((h) => h.edit)).toEqual([ram(1), ram(3)]);
  });

  test('where the server does not say which of a batch it does not take, each is sent by itself', async () => {
    const server = new ServerInMemory();
    const { plan, settle } = await opened(server);
    server.postEdits = ((real) => (id: string, base: Base, edits: readonly SentEdit[]) =>
      edits.some((e) => (e.edit as { changes?: { ramBytes?: number } }).changes?.ramBytes === 2 * GIB)
        ? Promise.reject(new Problem(413, 'too-large', 'Too large.'))
        : real(id, base, edits))(server.postEdits);
    server.down = true;
    for (const gibibytes of [1, 2, 3]) plan.do(ram(gibibytes));
    await settle();
    server.down = false;
    await settle();
    expect(plan.getState().setAside).toMatchObject([{ item: { edit: ram(2) }, reason: 'Too large.' }]);
    expect(server.history.map((h) => h.edit)).toEqual([ram(1), ram(3)]);
    expect(plan.getState()).toMatchObject({ sync: 'saved', unsent: 0 });
  });

  test('an answer that is lost makes nothing twice, in this window or after a reload', async () => {
    const server = new ServerInMemory();
    const first = await opened(server);
    server.mute = true;
    first.plan.do({ kind: 'set-machine', changes: { device: 'sdb' } });
    first.plan.do(ram(8));
    await first.settle();
    expect(first.plan.getState()).toMatchObject({ sync: 'waiting', unsent: 2 });
    server.sends = 1;
    const second = await opened(server, first.storage);
    expect(second.plan.getState().plan.machine.ramBytes).toBe(8 * GIB);
    server.mute = false;
    await first.settle();
    await second.settle();
    for (const { plan } of [first, second]) {
      expect(plan.getState()).toMatchObject({ sync: 'saved', unsent: 0, setAside: [] });
      expect(plan.getState().plan).toEqual(server.plan);
    }
    expect(server.history).toHaveLength(2);
    expect(unsentKeys(first.storage)).toEqual([]);
  });

  test('a window that was left sends nothing more, and the next one does', async () => {
    const server = new ServerInMemory();
    const first = await opened(server);
    server.down = true;
    first.plan.do(ram(8));
    await first.settle();
    first.leave();
    server.down = false;
    await first.settle();
    expect(server.history).toEqual([]);
    const second = await opened(server, first.storage);
    await second.settle();
    expect(server.history.map((h) => h.edit)).toEqual([ram(8)]);
  });

  test('two windows keep each other’s unsent edits, and follow each other', async () => {
    const server = new ServerInMemory();
    const one = await opened(server);
    const other = await opened(server, one.storage, one.others);
    server.down = true;
    one.plan.do({ kind: 'set-machine', changes: { device: 'sdb' } });
    other.plan.do(ram(8));
    await one.settle();
    await other.settle();
    expect(unsentKeys(one.storage)).toHaveLength(2);
    server.down = false;
    await one.settle();
    await other.settle();
    await one.settle();
    expect(server.plan.machine).toMatchObject({ device: 'sdb', ramBytes: 8 * GIB });
    for (const { plan } of [one, other]) expect(plan.getState().plan).toEqual(server.plan);
  });

  test('a window hears of what another did, also while it opens the plan anew, and from one opened later', async () => {
    const server = new ServerInMemory();
    const one = await opened(server);
    const other = await opened(server, one.storage, one.others);
    const open = server.open;
    server.open = async (id) => {
      const answer = await open(id);
      server.open = open;
      // Comes when the answer has been read and not yet taken in.
      one.plan.do(ram(16));
      await new Promise((done) => setTimeout(done, 20));
      return answer;
    };
    one.plan.do(ram(8));
    await one.settle();
    await new Promise((done) => setTimeout(done, 40));
    await other.settle();
    expect(other.plan.getState().plan).toEqual(server.plan);
    one.leave();
    server.mute = true;
    const third = await opened(server, one.storage, one.others);
    third.plan.do(ram(4));
    await third.settle();
    third.leave();
    server.mute = false;
    await opened(server, one.storage, one.others);
    await other.settle();
    expect(other.plan.getState().plan.machine.ramBytes).toBe(4 * GIB);
  });

  test('where the browser keeps nothing, the state says that this window alone holds it', async () => {
    const server = new ServerInMemory();
    const full = storageInMemory();
    full.setItem = () => {
      throw new DOMException('full', 'QuotaExceededError');
    };
    const { plan, settle } = await opened(server, full);
    server.down = true;
    plan.do(ram(8));
    await settle();
    expect(plan.getState()).toMatchObject({ sync: 'waiting', kept: false, unsent: 1 });
    server.down = false;
    await settle();
    expect(plan.getState()).toMatchObject({ sync: 'saved', kept: true, unsent: 0 });
  });

  test.each([
    [401, 'token'],
    [404, 'deleted'],
    [500, 'failed'],
    [503, 'busy'],
    [507, 'full'],
  ] as const)('an answer of %i is %s, and what was done waits', async (status, trouble) => {
    const server = new ServerInMemory();
    const { plan, settle } = await opened(server);
    const states: unknown[] = [];
    plan.subscribe(() => states.push(plan.getState().trouble));
    server.problem = new Problem(status, 'x', 'x');
    plan.do(ram(8));
    await settle();
    expect(states).toContain(trouble);
    expect(plan.getState()).toMatchObject({ sync: 'saved', trouble: null });
    expect(server.history).toHaveLength(1);
  });

  test('is never said to be saved while something is unsent', async () => {
    const server = new ServerInMemory();
    const { plan, settle } = await opened(server);
    const wrong: unknown[] = [];
    plan.subscribe(() => {
      const { sync, unsent, plan: shown } = plan.getState();
      if (sync === 'saved' && (unsent > 0 || shown.machine.ramBytes !== server.plan.machine.ramBytes))
        wrong.push(plan.getState());
    });
    for (let gibibytes = 1; gibibytes <= 20; gibibytes++) {
      server.down = gibibytes % 5 === 0;
      plan.do(ram(gibibytes));
      if (gibibytes % 3 === 0) await settle();
    }
    server.down = false;
    await settle();
    expect(wrong).toEqual([]);
    expect(plan.getState().sync).toBe('saved');
  });

  test('knows from the first moment whether all is saved, and whether more was done before', async () => {
    const server = new ServerInMemory();
    const first = await opened(server);
    expect(first.plan.getState()).toMatchObject({ sync: 'saved', older: false, unsent: 0 });
    first.plan.do(ram(8));
    first.plan.do(ram(16));
    await first.settle();
    first.leave();
    expect((await opened(server)).plan.getState()).toMatchObject({ sync: 'saved', older: false });
    server.sends = 1;
    server.down = true;
    first.plan.do(ram(32));
    server.down = false;
    expect((await opened(server, first.storage)).plan.getState()).toMatchObject({
      sync: 'saving',
      older: true,
      unsent: 1,
    });
  });

  test('undo and redo are edits too, and outlive a reload', async () => {
    const server = new ServerInMemory();
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
    const server = new ServerInMemory();
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
    const server = new ServerInMemory();
    const { plan, settle } = await opened(server);
    expect(plan.do({ kind: 'remove', partition: 'x' })).toEqual({ code: 'no-survey' });
    await settle();
    expect(server.revision).toBe(0);
  });

  test('takes in what others did from the answer, without the whole machine', async () => {
    const server = new ServerInMemory();
    server.rebases = true;
    const one = await opened(server);
    const other = await opened(server);
    one.plan.do({ kind: 'set-machine', changes: { firmware: 'both' } });
    await one.settle();
    const { opens } = server;
    other.plan.do(ram(8));
    other.plan.do(ram(16));
    await other.settle();
    expect(other.plan.getState()).toMatchObject({
      plan: { machine: { firmware: 'both', ramBytes: 16 * GIB } },
      sync: 'saved',
      othersChanged: true,
    });
    expect(server.opens).toBe(opens);
    expect(server.revision).toBe(3);
    other.plan.step(2);
    expect(other.plan.getState().plan.machine).toMatchObject({ firmware: 'both', ramBytes: null });
  });

  test('fetches a reading when an undo leads back to it, and does nothing while the server is gone', async () => {
    const server = new ServerInMemory();
    const first = await opened(server);
    for (const id of ['one', 'two']) {
      const survey = drawn(id);
      first.plan.adoptSurvey(survey, beginEdit({ plan: first.plan.getState().plan, survey }));
      await first.settle();
    }
    const { plan, settle } = await opened(server);
    expect(plan.getState().survey?.id).toBe('two');
    server.down = true;
    plan.undo();
    await settle();
    expect(plan.getState().survey?.id).toBe('two');
    server.down = false;
    plan.step(1);
    await settle();
    expect(plan.getState()).toMatchObject({ survey: { id: 'one' }, sync: 'saved' });
    expect(server.plan.surveyId).toBe('one');
  });

  test('refuses a reading that the server would not keep, with the limit', async () => {
    const { plan } = await opened(new ServerInMemory());
    const survey = { ...drawn('one'), comments: { volume: 'x'.repeat(2_000_000) } } as never;
    const edit = beginEdit({ plan: plan.getState().plan, survey: drawn('one') });
    expect(plan.adoptSurvey(survey, edit)).toMatchObject({ code: 'survey-too-large', most: 1_000_000 });
    expect(plan.getState().unsent).toBe(0);
  });
});

function drawn(id = 'survey-1'): Survey {
  const outcome = surveyFromHand(
    { diskBytes: 500 * GIB, sectorBytes: 512, style: 'gpt', text: '100MiB efi\n200GiB windows' },
    { id, takenAt: '2026-05-04T07:30:00.000Z' },
  );
  if (!outcome.ok) throw new Error(outcome.refusal.says.code);
  return outcome.survey;
}

describe('what the server says by itself', () => {
  const pointOf = (server: ServerInMemory) =>
    ({
      name: 'point',
      data: { revision: server.revision, digest: server.digestAt(server.revision) },
    }) as const;

  test('that the plan has gone on elsewhere is followed; what is known already asks for nothing', async () => {
    const server = new ServerInMemory();
    const one = await opened(server);
    const other = await opened(server);
    other.plan.do(ram(8));
    await other.settle();
    one.live.say(pointOf(server));
    await one.settle();
    expect(one.plan.getState().plan).toEqual(server.plan);
    const { opens } = server;
    other.live.say(pointOf(server));
    one.live.say(pointOf(server));
    await other.settle();
    await one.settle();
    expect(server.opens).toBe(opens);
  });

  test('that its data went back is seen at once, without an edit', async () => {
    const server = new ServerInMemory();
    const one = await opened(server);
    one.plan.do(ram(1));
    await one.settle();
    const copy = server.copied();
    one.plan.do(ram(2));
    await one.settle();
    server.put(copy);
    one.live.say(pointOf(server));
    await one.settle();
    expect(one.plan.getState()).toMatchObject({ sync: 'waiting', trouble: 'behind', wentBack: { edits: 1 } });
  });

  test('who else is there, since when nothing was heard, and that the machine is gone', async () => {
    const { plan, live, settle } = await opened(new ServerInMemory());
    live.say({ name: 'others', data: [{ stage: 'runbook', step: 4 }] });
    expect(plan.getState().others).toEqual([{ stage: 'runbook', step: 4 }]);
    live.goSilent(1000);
    expect(plan.getState()).toMatchObject({ others: [], aloneSince: 1000 });
    live.goSilent(null);
    live.say({ name: 'deleted', data: null });
    await settle();
    expect(plan.getState()).toMatchObject({ aloneSince: null, sync: 'waiting', trouble: 'deleted' });
    plan.at({ stage: 'boot', step: null });
    expect(live.told).toEqual([{ stage: 'boot', step: null }]);
  });
});

describe('a server whose data was put back', () => {
  /** A window that saved three edits, of which the server has the first two now. */
  async function putBack(reload: boolean) {
    const server = new ServerInMemory();
    const one = await opened(server);
    for (const gibibytes of [1, 2]) one.plan.do(ram(gibibytes));
    await one.settle();
    const copy = server.copied();
    one.plan.do(ram(4));
    await one.settle();
    expect(one.plan.getState()).toMatchObject({ sync: 'saved', wentBack: null });
    server.put(copy);
    if (!reload) return { server, window: one };
    one.leave();
    const window = await opened(server, one.storage);
    await window.settle();
    return { server, window };
  }

  test.each([
    ['is seen by a window that is opened then', true],
    ['is seen by the window that was open, with its next edit', false],
  ])('%s: nothing is called saved, and what is missing is offered again', async (_, reload) => {
    const { server, window } = await putBack(reload);
    const { plan, settle } = window;
    plan.do({ kind: 'set-machine', changes: { device: 'sdb' } });
    await settle();
    expect(plan.getState()).toMatchObject({
      sync: 'waiting',
      trouble: 'behind',
      wentBack: { edits: 1 },
      plan: { machine: { ramBytes: 4 * GIB, device: 'sdb' } },
    });
    expect(server.revision).toBe(2);
    plan.makeAgain();
    await settle();
    expect(plan.getState()).toMatchObject({ sync: 'saved', wentBack: null, unsent: 0 });
    expect(server.plan.machine).toMatchObject({ ramBytes: 4 * GIB, device: 'sdb' });
    expect(server.history.map((h) => h.revision)).toEqual([1, 2, 3, 4]);
  });

  test('what is missing can be left out; what was done since goes on top', async () => {
    const { server, window } = await putBack(true);
    const { plan, settle, storage } = window;
    plan.do({ kind: 'set-machine', changes: { device: 'sdb' } });
    plan.leaveOut();
    await settle();
    expect(plan.getState()).toMatchObject({ sync: 'saved', wentBack: null });
    expect(server.plan.machine).toMatchObject({ ramBytes: 2 * GIB, device: 'sdb' });
    const next = await opened(server, storage);
    await next.settle();
    expect(next.plan.getState()).toMatchObject({ sync: 'saved', wentBack: null });
  });

  test('that has gone on otherwise to the same number is not the same', async () => {
    const { server, window } = await putBack(false);
    const other = await opened(server);
    other.plan.do(ram(64));
    await other.settle();
    expect(server.revision).toBe(3);
    window.plan.do({ kind: 'set-machine', changes: { device: 'sdb' } });
    await window.settle();
    expect(window.plan.getState()).toMatchObject({ sync: 'waiting', wentBack: { edits: 1 } });
    expect(server.plan.machine).toMatchObject({ ramBytes: 64 * GIB });
  });

  test('with nothing missing from here is told too, and stands when that was read', async () => {
    const server = new ServerInMemory();
    const copy = server.copied();
    const other = await opened(server);
    other.plan.do(ram(1));
    await other.settle();
    const one = await opened(server);
    one.leave();
    server.put(copy);
    const again = await opened(server, one.storage);
    await again.settle();
    expect(again.plan.getState()).toMatchObject({ sync: 'waiting', wentBack: { edits: 0 } });
    again.plan.leaveOut();
    await again.settle();
    expect(again.plan.getState()).toMatchObject({ sync: 'saved', wentBack: null });
  });

  test('a reading that is missing with an edit on it is sent again', async () => {
    const server = new ServerInMemory();
    const empty = server.copied();
    const one = await opened(server);
    const outcome = surveyFromHand(
      { diskBytes: 500e9, sectorBytes: 512, style: 'gpt', text: '100GiB ext4' },
      { id: 'lost', takenAt: '2026-01-01T00:00:00.000Z' },
    );
    if (!outcome.ok) throw new Error('no survey');
    one.plan.adoptSurvey(outcome.survey, beginEdit({ plan: EMPTY_PLAN, survey: outcome.survey }));
    await one.settle();
    one.leave();
    server.put(empty);
    server.surveys = [];
    const again = await opened(server, one.storage);
    again.plan.makeAgain();
    await again.settle();
    expect(again.plan.getState()).toMatchObject({ sync: 'saved', plan: { surveyId: 'lost' } });
    expect(server.surveys).toHaveLength(1);
  });
});

describe('one thing set on two screens', () => {
  /** Another screen sets the memory, and something else, while this one is about to. */
  async function both() {
    const server = new ServerInMemory();
    const one = await opened(server);
    const other = await opened(server);
    other.plan.do(ram(8));
    other.plan.do({ kind: 'set-target', changes: { mode: 'bios' } });
    await other.settle();
    one.plan.do(ram(16));
    await one.settle();
    return { server, one };
  }

  test('the later one counts, and the other is offered; what was set beside it merges', async () => {
    const { one } = await both();
    expect(one.plan.getState()).toMatchObject({
      sync: 'saved',
      plan: { machine: { ramBytes: 16 * GIB }, target: { mode: 'bios' } },
      overruled: [ram(8)],
    });
  });

  test('theirs can be taken, and undone, or let go', async () => {
    const { server, one } = await both();
    const [theirs] = one.plan.getState().overruled;
    one.plan.takeTheirs(theirs!);
    await one.settle();
    expect(one.plan.getState().overruled).toEqual([]);
    expect(server.plan.machine.ramBytes).toBe(8 * GIB);
    one.plan.undo();
    await one.settle();
    expect(server.plan.machine.ramBytes).toBe(16 * GIB);
    const again = await both();
    again.one.plan.letGo(again.one.plan.getState().overruled[0]!);
    expect(again.one.plan.getState()).toMatchObject({
      overruled: [],
      plan: { machine: { ramBytes: 16 * GIB } },
    });
  });
});

describe('a plan opened as this browser kept it', () => {
  /** Opened without the server, as it was kept after so many edits. */
  async function without(server: ServerInMemory, at: number, storage = storageInMemory()) {
    const kept: OpenedMachine[] = [];
    const first = await opened(server, storage, windowsInMemory(), (machine) => kept.push(machine));
    await first.settle();
    for (const gibibytes of [8, 16, 32]) {
      first.plan.do(ram(gibibytes));
      await first.settle();
    }
    first.leave();
    const machine = kept.find(({ revision }) => revision === at)!;
    server.down = true;
    return opened(server, storage, windowsInMemory(), () => undefined, { opened: machine, at: 1234 });
  }

  test('has what the server took after it was kept, says since when it is alone, and is made once', async () => {
    const server = new ServerInMemory();
    const { plan, settle, live } = await without(server, 1);
    expect(plan.getState()).toMatchObject({
      plan: { machine: { ramBytes: 32 * GIB } },
      aloneSince: 1234,
      wentBack: null,
    });
    live.goSilent(5678);
    expect(plan.getState().aloneSince).toBe(1234);
    plan.do(ram(64));
    await settle();
    expect(plan.getState()).toMatchObject({ sync: 'waiting', plan: { machine: { ramBytes: 64 * GIB } } });
    server.down = false;
    live.goSilent(null);
    await settle();
    expect(plan.getState()).toMatchObject({ sync: 'saved', unsent: 0, aloneSince: null, wentBack: null });
    expect(server.history.map(({ edit }) => edit)).toEqual([ram(8), ram(16), ram(32), ram(64)]);
  });

  test('is not alone any more once anything is heard', async () => {
    const server = new ServerInMemory();
    const { plan, settle, live } = await without(server, 3);
    server.down = false;
    live.say({ name: 'point', data: { revision: 3, digest: server.digestAt(3) } });
    await settle();
    expect(plan.getState()).toMatchObject({ sync: 'saved', aloneSince: null });
  });

  test('does not make anybody believe that the server went back, nor forget that it did', async () => {
    const server = new ServerInMemory();
    const yesterday = server.copied();
    const { plan, settle, live } = await without(server, 3);
    server.down = false;
    server.put(yesterday);
    live.say({ name: 'point', data: { revision: 0, digest: server.digestAt(0) } });
    await settle();
    expect(plan.getState().wentBack).toEqual({ edits: 3 });
  });
});
