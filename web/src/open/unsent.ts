import {
  EDIT_DOCUMENT,
  parseJson,
  readDocumentOf,
  SURVEY_DOCUMENT,
  type SentEdit,
  type Survey,
} from '@rhizotome/core';
import type { BrowserStore } from '../parts/browser-store.js';

/** What has been done here and the server has not confirmed. A survey goes before the edit that rests on it. */
export type Unsent =
  { readonly kind: 'survey'; readonly survey: Survey } | ({ readonly kind: 'edit' } & SentEdit);

/** Something done here that the plan, as others have changed it, or the server does not take. */
export interface SetAside {
  readonly item: Unsent;
  /** In words. */
  readonly reason: string;
}

/** Each thing is kept by itself, under its own key: windows on one machine never write over each other's. */
export interface UnsentStore {
  /** In the order in which they were done, whatever window did them. */
  load(machineId: string): Unsent[];
  /** Whether it outlives this window. */
  add(machineId: string, item: Unsent): boolean;
  remove(machineId: string, item: Unsent): void;
  setAside(machineId: string, aside: SetAside): void;
  loadAside(machineId: string): SetAside[];
  forgetAside(machineId: string): void;
}

const UNSENT = 'rhizotome:unsent:';
const ASIDE = 'rhizotome:set-aside:';
/** What was not understood is kept under this name, and never read again by itself. */
const NOT_UNDERSTOOD = 'rhizotome:not-understood:';

export const idOf = (item: Unsent): string => (item.kind === 'edit' ? item.key : item.survey.id);

/** Where an entry stands in the order of its machine, as its key tells it. */
const placeIn = (key: string, machineId: string): number =>
  Number(key.slice(`${UNSENT}${machineId}:`.length).split(':')[0]) || 0;

/**
 * Entries stand behind what is there when they come, whatever window made that. No clock orders them: one that is set back would
 * make the older of two edits the later one.
 */
export function unsentIn(store: BrowserStore): UnsentStore {
  let last = 0;
  const entries = (machineId: string) => store.keysWith(`${UNSENT}${machineId}:`);
  const takeOut = (key: string, text: string) => {
    store.set(key.replace(UNSENT, NOT_UNDERSTOOD), text);
    store.remove(key);
  };
  const add = (machineId: string, item: Unsent): boolean => {
    const present = entries(machineId).find((key) => key.endsWith(`:${idOf(item)}`));
    last = Math.max(last, ...entries(machineId).map((entry) => placeIn(entry, machineId))) + 1;
    const key = present ?? `${UNSENT}${machineId}:${String(last).padStart(15, '0')}:${idOf(item)}`;
    const text = JSON.stringify(item);
    return store.set(key, text) || (makeRoom(store) && store.set(key, text));
  };
  return {
    add,
    load(machineId) {
      splitList(store, machineId, (item) => void add(machineId, item), takeOut);
      return entries(machineId)
        .sort()
        .flatMap((key) => {
          const text = store.get(key) ?? '';
          const item = itemIn(valueIn(text));
          if (!item) takeOut(key, text);
          return item ?? [];
        });
    },
    remove(machineId, item) {
      for (const key of entries(machineId)) if (key.endsWith(`:${idOf(item)}`)) store.remove(key);
    },
    setAside(machineId, aside) {
      store.set(`${ASIDE}${machineId}:${idOf(aside.item)}`, JSON.stringify(aside));
    },
    loadAside(machineId) {
      return store.keysWith(`${ASIDE}${machineId}:`).flatMap((key) => {
        const value = valueIn(store.get(key) ?? '') as Partial<SetAside> | null | undefined;
        const item = itemIn(value?.item);
        return item && typeof value?.reason === 'string' ? { item, reason: value.reason } : [];
      });
    },
    forgetAside(machineId) {
      for (const key of store.keysWith(`${ASIDE}${machineId}:`)) store.remove(key);
    },
  };
}

/** What the server has is let go for what it has not. Returns whether there was any. */
function makeRoom(store: BrowserStore): boolean {
  const keys = store.keysWith('rhizotome:made:');
  for (const key of keys) store.remove(key);
  return keys.length > 0;
}

/** The version before kept all of a machine as one list under one key. */
function splitList(
  store: BrowserStore,
  machineId: string,
  take: (item: Unsent) => void,
  takeOut: (key: string, text: string) => void,
): void {
  const key = UNSENT + machineId;
  const text = store.get(key);
  if (text === null) return;
  const value = valueIn(text);
  const items = (Array.isArray(value) ? (value as unknown[]) : [value]).map(itemIn);
  for (const item of items) if (item) take(item);
  if (items.includes(undefined)) takeOut(key, text);
  else store.remove(key);
}

/** The value of a text of JSON; `undefined` where it is none. */
export function valueIn(text: string): unknown {
  try {
    return parseJson(text);
  } catch {
    return undefined;
  }
}

const INTENTS = ['do', 'undo', 'redo'] as const;

/** An entry of any version; `undefined` where it is not understood. */
export function itemIn(entry: unknown): Unsent | undefined {
  if (typeof entry !== 'object' || entry === null) return undefined;
  const { kind, survey, key, intent, edit } = entry as Readonly<Record<string, unknown>>;
  if (kind === 'survey') {
    const read = readDocumentOf(SURVEY_DOCUMENT, survey);
    return read.ok ? { kind, survey: read.value } : undefined;
  }
  const read = readDocumentOf(EDIT_DOCUMENT, edit);
  const meant = INTENTS.find((i) => i === intent);
  if (kind !== 'edit' || typeof key !== 'string' || !meant || !read.ok) return undefined;
  return { kind, key, intent: meant, edit: read.value };
}
