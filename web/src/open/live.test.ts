import { liveEventText, type LiveEvent } from '@rhizotome/core';
import type { WindowPresence } from '../api/client.js';
import { liveOf } from './live.js';

/** What of a window is needed here, and nothing of a page. */
const page = new EventTarget();
beforeAll(() => {
  Object.assign(globalThis, {
    addEventListener: page.addEventListener.bind(page),
    removeEventListener: page.removeEventListener.bind(page),
  });
});

const others: LiveEvent = { name: 'others', data: [{ stage: 'boot', step: null }] };

/** A server whose connections are opened one after the other; each can be said something on, and broken. */
function connections() {
  const opened: { who: WindowPresence; say: (text: string) => void; end: () => void; signal: AbortSignal }[] =
    [];
  const server = {
    down: false,
    opened,
    told: [] as WindowPresence[],
    events: (_: string, who: WindowPresence, signal: AbortSignal) => {
      if (server.down) return Promise.reject(new Error('gone'));
      return Promise.resolve(
        new ReadableStream<Uint8Array>({
          start: (controller) => {
            opened.push({
              who,
              signal,
              say: (text) => controller.enqueue(new TextEncoder().encode(text)),
              end: () => controller.close(),
            });
            signal.addEventListener('abort', () => controller.error(new Error('aborted')));
          },
        }),
      );
    },
    present: (_: string, who: WindowPresence) => {
      server.told.push(who);
      return Promise.resolve(undefined);
    },
  };
  return server;
}

const soon = async (met: () => boolean): Promise<void> => {
  for (let n = 0; n < 400 && !met(); n++) await new Promise((done) => setTimeout(done, 20));
  expect(met()).toBe(true);
};

test('events are heard as they come, in pieces or several at once; others are passed over', async () => {
  const server = connections();
  const heard: LiveEvent[] = [];
  const end = liveOf(server, 'm', 'window-1').listen(
    (event) => heard.push(event),
    () => undefined,
  );
  await soon(() => server.opened.length === 1);
  const [first] = server.opened;
  const text = liveEventText(others);
  first!.say(`: \n\nevent: later\ndata: {}\n\n${text.slice(0, 20)}`);
  first!.say(`${text.slice(20)}${text}`);
  await soon(() => heard.length === 2);
  expect(heard).toEqual([others, others]);
  end();
  expect(first!.signal.aborted).toBe(true);
});

test('a connection that breaks is made again, and says what this window is at by now', async () => {
  const server = connections();
  const live = liveOf(server, 'm', 'window-1');
  const end = live.listen(
    () => undefined,
    () => undefined,
  );
  await soon(() => server.opened.length === 1);
  live.at({ stage: 'runbook', step: 4 });
  // Nobody knows this window before it was first said something.
  expect(server.told).toEqual([]);
  server.opened[0]!.say(liveEventText(others));
  await soon(() => server.told.length === 1);
  live.at({ stage: 'runbook', step: 4 });
  expect(server.told).toEqual([{ window: 'window-1', stage: 'runbook', step: 4 }]);
  server.opened[0]!.end();
  await soon(() => server.opened.length === 2);
  expect(server.opened[1]!.who).toEqual({ window: 'window-1', stage: 'runbook', step: 4 });
  end();
});

test('where the server is gone it is told since when, and that it is there again', async () => {
  const server = connections();
  const said: (number | null)[] = [];
  const begun = Date.now();
  server.down = true;
  const end = liveOf(server, 'm', 'window-1').listen(
    () => undefined,
    (since) => said.push(since),
  );
  await soon(() => said.length === 1);
  expect(said[0]! - begun).toBeLessThan(1000);
  server.down = false;
  await soon(() => server.opened.length === 1);
  server.opened[0]!.say(liveEventText(others));
  await soon(() => said.length === 2);
  expect(said[1]).toBeNull();
  end();
});

test('a page that is left listens to nothing, and again when it is come back to', async () => {
  const server = connections();
  const end = liveOf(server, 'm', 'window-1').listen(
    () => undefined,
    () => undefined,
  );
  await soon(() => server.opened.length === 1);
  page.dispatchEvent(new Event('pagehide'));
  expect(server.opened[0]!.signal.aborted).toBe(true);
  page.dispatchEvent(Object.assign(new Event('pageshow'), { persisted: true }));
  await soon(() => server.opened.length === 2);
  end();
  page.dispatchEvent(Object.assign(new Event('pageshow'), { persisted: true }));
  expect([server.opened.length, server.opened[1]!.signal.aborted]).toEqual([2, true]);
});
