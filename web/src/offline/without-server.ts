import { useEffect, useState } from 'react';

/** Whether what is open here opens again without the server: `never` where the browser allows that for safe addresses alone. */
export type WithoutServer = 'opens' | 'not-yet' | 'never';

/** Has the browser keep the app itself, once somebody has something open that is needed away from the desk. */
export function useWithoutServer(): WithoutServer {
  const [state, setState] = useState<WithoutServer>(canKeep() ? 'not-yet' : 'never');
  useEffect(() => {
    if (!canKeep()) return undefined;
    let here = true;
    const kept = async () => {
      await navigator.serviceWorker.register('/service-worker.js', {
        type: 'module',
        updateViaCache: 'none',
      });
      await navigator.serviceWorker.ready;
      if (here) setState('opens');
    };
    // Where it is barred, or the server is gone already, nothing is promised.
    void kept().catch(() => undefined);
    return () => {
      here = false;
    };
  }, []);
  return state;
}

const canKeep = (): boolean => window.isSecureContext && 'serviceWorker' in navigator;
