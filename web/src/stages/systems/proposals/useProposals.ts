import type { Plan, Proposals, Survey } from '@rhizotome/core';
import { useEffect, useState } from 'react';
import { searchProposals } from '../../../workers/propose.js';

export type Searched =
  | { readonly state: 'waiting' }
  | { readonly state: 'searching'; readonly stop: () => void }
  | { readonly state: 'stopped' }
  | { readonly state: 'failed'; readonly why: string }
  | { readonly state: 'found'; readonly of: Plan; readonly proposals: Proposals };

/** Proposals for the plan as it is, searched anew whenever it changes; those of before stay until then. */
export function useProposals(plan: Plan, survey: Survey): Searched {
  const [searched, setSearched] = useState<Searched>({ state: 'waiting' });
  useEffect(() => {
    const { result, cancel } = searchProposals({ plan, survey });
    let ended = false;
    const end = (next: Searched) => {
      if (!ended) setSearched(next);
      ended = true;
    };
    const stop = () => {
      end({ state: 'stopped' });
      cancel();
    };
    const slow = setTimeout(() => !ended && setSearched({ state: 'searching', stop }), SHOWN_AFTER_MS);
    result.then(
      ({ proposals }) => end(proposals ? { state: 'found', of: plan, proposals } : { state: 'waiting' }),
      (error: unknown) =>
        end({ state: 'failed', why: error instanceof Error ? error.message : String(error) }),
    );
    return () => {
      ended = true;
      clearTimeout(slow);
      cancel();
    };
  }, [plan, survey]);
  return searched;
}

/** Most searches are done before anybody would read that they run. */
const SHOWN_AFTER_MS = 250;
