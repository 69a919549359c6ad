import { readLiveEvent, type LiveEvent, type Presence } from '@rhizotome/core';
import { EventSourceParserStream } from 'eventsource-parser/stream';
import type { Api } from '../api/client.js';

/** What the server tells of a machine while it is open, and what it is told of this window. */
export interface Live {
  /**
   * Calls back with every event, and where the server is not heard of: with the time since when, `null` when it is again.
   * Returns what ends that.
   */
  listen(heard: (event: LiveEvent) => void, alone: (since: number | null) => void): () => void;
  /** This window is at something else. */
  at(presence: Presence): void;
}

/** The server says something every 15 seconds; where nothing came for so long, the connection is dead. */
const DEAD_MILLISECONDS = 40_000;
const AGAIN_MILLISECONDS = [500, 1000, 2000, 4000];
/** A connection that is made again at once is not worth a word. */
const ALONE_MILLISECONDS = 3000;

export function liveOf(api: Pick<Api, 'events' | 'present'>, machineId: string, window: string): Live {
  let presence: Presence = { stage: 'layout', step: null };
  /** What the server was told, and whether it knows this window by now. */
  let told = presence;
  let known = false;
  const tell = () => {
    if (!known || (told.stage === presence.stage && told.step === presence.step)) return;
    told = presence;
    // Where the server is gone it learns of it when it is asked for events again.
    void api.present(machineId, { window, ...presence }).catch(() => undefined);
  };
  return {
    at(next) {
      presence = next;
      tell();
    },
    listen(heard, alone) {
      let ended = new AbortController();
      const begin = () => {
        ended = new AbortController();
        const hear = (event: LiveEvent) => {
          known = true;
          tell();
          heard(event);
        };
        void follow(ended.signal, hear, alone, (signal) => {
          known = false;
          told = presence;
          return api.events(machineId, { window, ...presence }, signal);
        });
      };
      const end = () => ended.abort();
      begin();
      const leaves = leaving(end, begin);
      return () => {
        leaves();
        end();
      };
    },
  };
}

/** A page that is left may be kept by the browser for the way back: it listens to nothing meanwhile. */
function leaving(left: () => void, back: () => void): () => void {
  const shown = ({ persisted }: PageTransitionEvent) => persisted && back();
  globalThis.addEventListener('pagehide', left);
  globalThis.addEventListener('pageshow', shown);
  return () => {
    globalThis.removeEventListener('pagehide', left);
    globalThis.removeEventListener('pageshow', shown);
  };
}

/** Listens until it is ended; a connection that breaks is made again. */
async function follow(
  ended: AbortSignal,
  heard: (event: LiveEvent) => void,
  alone: (since: number | null) => void,
  connect: (signal: AbortSignal) => Promise<ReadableStream<Uint8Array>>,
): Promise<void> {
  const state = { failures: 0, lastHeard: Date.now(), told: false };
  while (!ended.aborted) {
    try {
      for await (const event of eventsOf(connect, ended, () => (state.lastHeard = Date.now()))) {
        state.failures = 0;
        if (state.told) alone(null);
        state.told = false;
        heard(event);
      }
    } catch {
      // It is tried again below, whatever it was.
    }
    // eslint-disable-next-line @typescript-eslint/no-unnecessary-condition -- it may have been ended while it was waited for
    if (ended.aborted) return;
    if (!state.told && Date.now() - state.lastHeard > ALONE_MILLISECONDS) {
      state.told = true;
      alone(state.lastHeard);
    }
    await pause(AGAIN_MILLISECONDS[Math.min(state.failures, AGAIN_MILLISECONDS.length - 1)]!, ended);
    state.failures += 1;
  }
}

/** The events of one connection, until it ends or nothing comes any more. */
async function* eventsOf(
  connect: (signal: AbortSignal) => Promise<ReadableStream<Uint8Array>>,
  ended: AbortSignal,
  beat: () => void,
): AsyncGenerator<LiveEvent> {
  const dead = new AbortController();
  let watch = setTimeout(() => dead.abort(), DEAD_MILLISECONDS);
  const alive = new TransformStream<Uint8Array, Uint8Array>({
    transform(piece, controller) {
      clearTimeout(watch);
      watch = setTimeout(() => dead.abort(), DEAD_MILLISECONDS);
      beat();
      controller.enqueue(piece);
    },
  });
  try {
    const stream = await connect(AbortSignal.any([ended, dead.signal]));
    const reader = stream
      .pipeThrough(alive)
      .pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>)
      .pipeThrough(new EventSourceParserStream())
      .getReader();
    for (let next = await reader.read(); !next.done; next = await reader.read()) {
      const event = readLiveEvent(next.value.event, next.value.data);
      if (event) yield event;
    }
  } finally {
    clearTimeout(watch);
    dead.abort();
  }
}

function pause(milliseconds: number, ended: AbortSignal): Promise<void> {
  return new Promise((done) => {
    const timer = setTimeout(done, milliseconds);
    ended.addEventListener('abort', () => (clearTimeout(timer), done()), { once: true });
  });
}
