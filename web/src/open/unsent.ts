import type { Survey } from '@rhizotome/core';
import type { SentEdit } from '@rhizotome/core';

/** What has been done here and the server has not confirmed, in order. A survey goes before the edit that rests on it. */
export type Unsent =
  { readonly kind: 'survey'; readonly survey: Survey } | ({ readonly kind: 'edit' } & SentEdit);

export interface UnsentStore {
  load(machineId: string): Unsent[];
  save(machineId: string, items: readonly Unsent[]): void;
}

const keyOf = (machineId: string) => `rhizotome:unsent:${machineId}`;

/** Keeps what is unsent in the browser, so that it outlives a reload. Storage that is full or barred loses only that. */
export function browserStore(storage: Pick<Storage, 'getItem' | 'setItem' | 'removeItem'>): UnsentStore {
  return {
    load(machineId) {
      try {
        return JSON.parse(storage.getItem(keyOf(machineId)) ?? '[]') as Unsent[];
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
