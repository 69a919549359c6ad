import { session } from '../parts/browser-store.js';

/**
 * The token a server asks for that listens beyond its own machine. Kept for this tab alone; `needed` becomes
 * true when the server has refused a request for want of it.
 */
const KEY = 'rhizotome:token';
const listeners = new Set<() => void>();
let needed = false;

export const token = {
  get: (): string | null => session.get(KEY),
  set(value: string): void {
    session.set(KEY, value);
    tell(false);
  },
  isNeeded: (): boolean => needed,
  askFor: (): void => tell(true),
  subscribe: (listener: () => void): (() => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  },
};

function tell(value: boolean): void {
  needed = value;
  for (const listener of listeners) listener();
}
