import { readingsNamed, type HistoryPoint, type OpenedMachine } from '@rhizotome/core';
import type { BrowserStore } from '../parts/browser-store.js';
import { idOf, itemIn, valueIn, type Unsent } from './unsent.js';

/** What this browser knows the server to have had: how far it was, and what of it was done here. */
export interface Seen {
  readonly point: HistoryPoint | undefined;
  /** The latest, in order, each with a revision before which it was not made. */
  readonly made: readonly { readonly revision: number; readonly item: Unsent }[];
}

/** Outlives the window, so that data which was put back on the server is noticed, and what is missing in it offered again. */
export interface SeenStore {
  load(machineId: string): Seen;
  /** The server is at that point, and has these: each was not made before the revision beside it. */
  confirmed(machineId: string, point: HistoryPoint, made: Seen['made']): void;
  /** That point counts from now on, whatever was seen before. */
  standAt(machineId: string, point: HistoryPoint): void;
  forget(machineId: string, items: readonly Unsent[]): void;
}

const POINT = 'rhizotome:seen:';
const MADE = 'rhizotome:made:';

/** Of each machine so much is kept: data is put back to yesterday's, not to last year's. */
const MOST_MADE = 50;

export function seenIn(store: BrowserStore): SeenStore {
  const entries = (machineId: string) => store.keysWith(`${MADE}${machineId}:`).sort();
  const keyOf = (machineId: string, place: number, item: Unsent) =>
    `${MADE}${machineId}:${String(place).padStart(12, '0')}:${idOf(item)}`;
  const placeOf = (key: string | undefined): number => Number(key?.split(':').at(-2)) || 0;
  const standAt = (machineId: string, { revision, digest }: HistoryPoint) =>
    void store.set(POINT + machineId, JSON.stringify({ revision, digest }));
  return {
    standAt,
    load(machineId) {
      const point = valueIn(store.get(POINT + machineId) ?? '') as Partial<HistoryPoint> | undefined;
      const made = entries(machineId).flatMap((key) => {
        const value = valueIn(store.get(key) ?? '') as { revision?: unknown; item?: unknown } | undefined;
        const item = itemIn(value?.item);
        return item && typeof value?.revision === 'number' ? [{ revision: value.revision, item }] : [];
      });
      const known = typeof point?.revision === 'number' && typeof point.digest === 'string';
      return { point: known ? (point as HistoryPoint) : undefined, made };
    },
    confirmed(machineId, point, made) {
      let place = placeOf(entries(machineId).at(-1));
      for (const one of made) store.set(keyOf(machineId, ++place, one.item), JSON.stringify(one));
      for (const key of entries(machineId).slice(0, -MOST_MADE)) store.remove(key);
      standAt(machineId, point);
    },
    forget(machineId, items) {
      const ids = new Set(items.map(idOf));
      for (const key of entries(machineId)) if (ids.has(key.split(':').at(-1)!)) store.remove(key);
    },
  };
}

/** What was seen on the server and is not in a history that it gives now, with the readings that it rests on. */
export function lostIn({ made }: Seen, { revision, history }: OpenedMachine): Unsent[] {
  const there = new Set(history.map((entry) => entry.key));
  // What was there before the first edit that is sent is taken to be there still.
  const from = history[0]?.revision ?? revision + 1;
  const edits = made.filter(
    (one) => one.item.kind === 'edit' && one.revision >= from && !there.has(one.item.key),
  );
  const named = new Set(edits.flatMap(({ item }) => (item.kind === 'edit' ? readingsNamed(item.edit) : [])));
  return made
    .filter((one) => edits.includes(one) || (one.item.kind === 'survey' && named.has(one.item.survey.id)))
    .map(({ item }) => item);
}
