import type { Plan, Proposals, Survey } from '@rhizotome/core';
import { useEffect, useState } from 'react';
import { searchProposals } from '../../../workers/propose.js';
import { whyOf } from '../../../parts/why-of.js';

/** A search, and what it found: of the plan that it was for. */
export interface Searched {
  readonly state: 'waiting' | 'searching' | 'stopped' | 'failed' | 'found';
  readonly stop: () => void;
  readonly why: string;
  readonly found: { readonly of: Plan; readonly proposals: Proposals } | null;
}

const NONE: Searched = { state: 'waiting', stop: () => undefined, why: '', found: null };

/** Proposals for the plan as it is, searched anew whenever it changes; those of before stay until the first are found. */
export function useProposals(plan: Plan, survey: Survey): Searched {
  const [searched, setSearched] = useState(NONE);
  useEffect(() => {
    let ended = false;
    const say = (changes: Partial<Searched>) => {
      if (!ended) setSearched((was) => ({ ...was, ...changes }));
    };
    const end = (changes: Partial<Searched>) => {
      say(changes);
      ended = true;
    };
    const { result, cancel } = searchProposals({ plan, survey }, (proposals) =>
      say({ found: { of: plan, proposals } }),
    );
    const stop = () => {
      end({ state: 'stopped' });
      cancel();
    };
    const slow = setTimeout(() => say({ state: 'searching', stop }), SHOWN_AFTER_MS);
    result.then(
      (proposals) => end(proposals ? { state: 'found', found: { of: plan, proposals } } : NONE),
      (error: unknown) => end({ state: 'failed', why: whyOf(error) }),
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
