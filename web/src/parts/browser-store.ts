type BrowserStorage = Pick<Storage, 'getItem' | 'setItem' | 'removeItem' | 'key' | 'length'>;

/** Texts kept by the browser. Where it bars that or is full, they are held by this window alone. */
export interface BrowserStore {
  get(key: string): string | null;
  /** Whether it outlives this window. */
  set(key: string, text: string): boolean;
  remove(key: string): void;
  keysWith(prefix: string): string[];
}

export function browserStore(storage: () => BrowserStorage): BrowserStore {
  const inWindow = new Map<string, string>();
  const attempt = <T>(work: (storage: BrowserStorage) => T, otherwise: T): T => {
    try {
      return work(storage());
    } catch {
      return otherwise;
    }
  };
  return {
    get: (key) => inWindow.get(key) ?? attempt((s) => s.getItem(key), null),
    set(key, text) {
      const stored = attempt((s) => (s.setItem(key, text), true), false);
      if (stored) inWindow.delete(key);
      else inWindow.set(key, text);
      return stored;
    },
    remove(key) {
      inWindow.delete(key);
      attempt((s) => s.removeItem(key), undefined);
    },
    keysWith(prefix) {
      const stored = attempt((s) => Array.from({ length: s.length }, (_, i) => s.key(i)), []);
      const keys = new Set([...stored, ...inWindow.keys()].filter((key) => key !== null));
      return [...keys].filter((key) => key.startsWith(prefix));
    },
  };
}

/** Outlives the window. */
export const local = browserStore(() => window.localStorage);

/** Ends with the window. */
export const session = browserStore(() => window.sessionStorage);
