import { lazy, Suspense, useSyncExternalStore, type ReactNode } from 'react';
import { token } from '../api/token.js';

const AskToken = lazy(() => import('./AskToken.js').then((m) => ({ default: m.AskToken })));

/** Shows the app, or asks for the token where the server wants one. */
export function TokenGate({ children }: { children: ReactNode }) {
  const needed = useSyncExternalStore(token.subscribe, token.isNeeded);
  if (!needed) return children;
  return (
    <Suspense>
      <AskToken />
    </Suspense>
  );
}
