import {
  derived,
  findAll,
  overviewOf,
  refusalSays,
  runbookFor,
  type Edit,
  type Finding,
  type Overview,
  type Plan,
  type Runbook,
  type Survey,
} from '@rhizotome/core';
import { createContext, use, useCallback, useMemo, useSyncExternalStore } from 'react';
import { useSearchParams } from 'react-router';
import { words } from '../words/words.js';
import type { OpenPlan, OpenState } from './open-plan.js';
import { say } from '../words/say.js';
import { whyOf } from '../parts/why-of.js';

export interface OpenMachineValue {
  readonly id: string;
  readonly name: string;
  readonly story: string;
  readonly open: OpenPlan;
  /** Shows a refusal at the foot of the window; `null` takes it away. */
  readonly showRefusal: (words: string | null) => void;
}

export const OpenMachineContext = createContext<OpenMachineValue | null>(null);

export function useOpenMachine(): OpenMachineValue {
  const value = use(OpenMachineContext);
  if (!value) throw new Error('Used outside an open machine');
  return value;
}

export function useOpenState(): OpenState {
  const { open } = useOpenMachine();
  return useSyncExternalStore(open.subscribe, open.getState);
}

/** Makes edits. Returns the words of a refusal; `attempt` also shows them at the foot of the window. */
export function useEdit(): { tryEdit: (edit: Edit) => string | null; attempt: (edit: Edit) => boolean } {
  const { open, showRefusal } = useOpenMachine();
  const tryEdit = useCallback(
    (edit: Edit) => {
      try {
        const refusal = open.do(edit);
        return refusal ? say(refusalSays(refusal, open.getState().survey?.disk.sectorBytes ?? 512)) : null;
      } catch (error) {
        return words['refused.failed'](whyOf(error));
      }
    },
    [open],
  );
  const attempt = useCallback(
    (edit: Edit) => {
      const words = tryEdit(edit);
      showRefusal(words);
      return words === null;
    },
    [tryEdit, showRefusal],
  );
  return { tryEdit, attempt };
}

export interface Derived {
  readonly findings: readonly Finding[];
  readonly runbook: Runbook | undefined;
  readonly overview: Overview;
}

/** Everything derived from a plan on its reading, worked out once and shared by all views. */
const derivedOn = derived((planned): Derived => ({
  findings: findAll(planned),
  runbook: runbookFor(planned),
  overview: overviewOf(planned.plan, planned.survey),
}));

function deriveFor(plan: Plan, survey: Survey | undefined): Derived {
  return survey
    ? derivedOn({ plan, survey })
    : { findings: [], runbook: undefined, overview: overviewOf(plan, survey) };
}

export function useDerived(): Derived {
  const { plan, survey } = useOpenState();
  return useMemo(() => deriveFor(plan, survey), [plan, survey]);
}

/** The selected part, kept in the address, so that it can be bookmarked and Back works. */
export function useSelection(): { selected: string | null; select: (id: string | null) => void } {
  const [params, setParams] = useSearchParams();
  const select = useCallback(
    (id: string | null) => setParams(id === null ? {} : { sel: id }, { replace: true }),
    [setParams],
  );
  return { selected: params.get('sel'), select };
}
