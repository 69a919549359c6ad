import type { OpenedMachine } from '@rhizotome/core';
import { createStore, del, entries, get, set } from 'idb-keyval';

/** A machine as the server had it when this browser heard it last. */
export interface KeptMachine {
  readonly opened: OpenedMachine;
  /** In milliseconds of the epoch. */
  readonly at: number;
}

/** Outlives the window: a plan that was open here can be looked at, and gone on with, while the server is not there. */
export interface KeptStore {
  load(machineId: string): Promise<KeptMachine | undefined>;
  keep(opened: OpenedMachine): void;
  forget(machineId: string): void;
}

/** The machines of a day. */
const MOST_MACHINES = 20;

/** In the browser's database. Where that is barred or full, nothing is kept. */
export function keptHere(): KeptStore {
  const store = () => createStore('rhizotome', 'machines');
  const quietly = <T>(work: () => Promise<T>): Promise<T | undefined> =>
    Promise.resolve()
      .then(work)
      .catch(() => undefined);
  return {
    load: (machineId) => quietly(() => get<KeptMachine>(machineId, store())),
    forget: (machineId) => void quietly(() => del(machineId, store())),
    keep: (opened) =>
      void quietly(async () => {
        await set(opened.id, { opened, at: Date.now() } satisfies KeptMachine, store());
        const all = await entries<string, KeptMachine>(store());
        const old = all.sort(([, a], [, b]) => b.at - a.at).slice(MOST_MACHINES);
        for (const [machineId] of old) await del(machineId, store());
      }),
  };
}
