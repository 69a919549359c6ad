import { EDIT_DOCUMENT, readDocumentOf, SURVEY_DOCUMENT, type SentEdit, type Survey } from '@rhizotome/core';

/** What has been done here and the server has not confirmed, in order. A survey goes before the edit that rests on it. */
export type Unsent =
  { readonly kind: 'survey'; readonly survey: Survey } | ({ readonly kind: 'edit' } & SentEdit);

export interface UnsentStore {
  load(machineId: string): Unsent[];
  save(machineId: string, items: readonly Unsent[]): void;
}

type BrowserStorage = Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>;

const keyOf = (machineId: string) => `rhizotome:unsent:${machineId}`;
/** What was not understood is kept under this key, and never read again by itself. */
const asideKeyOf = (machineId: string) => `rhizotome:not-understood:${machineId}`;

/** Keeps what is unsent in the browser, so that it outlives a reload. Storage that is full or barred loses only that. */
export function browserStore(storage: BrowserStorage): UnsentStore {
  return {
    load(machineId) {
      try {
        const text = storage.getItem(keyOf(machineId));
        if (text === null) return [];
        const items = listIn(text).map(unsentIn);
        if (items.includes(undefined)) storage.setItem(asideKeyOf(machineId), text);
        return items.filter((item) => item !== undefined);
      } catch {
        return [];
      }
    },
    save(machineId, items) {
      try {
        if (items.length === 0) storage.removeItem(keyOf(machineId));
        else storage.setItem(keyOf(machineId), JSON.stringify(items));
      } catch {
        // The items are still held in memory and will be sent from there.
      }
    },
  };
}

/** The stored list; what is no list counts as one thing that is not understood. */
function listIn(text: string): readonly unknown[] {
  try {
    const value: unknown = JSON.parse(text);
    return Array.isArray(value) ? value : [value];
  } catch {
    return [text];
  }
}

const INTENTS = ['do', 'undo', 'redo'] as const;

/** An entry of any version; `undefined` where it is not understood. */
function unsentIn(entry: unknown): Unsent | undefined {
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
