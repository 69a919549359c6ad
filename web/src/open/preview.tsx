import { apply, type Edit, type Plan } from '@rhizotome/core';
import {
  createContext,
  use,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  type FocusEvent,
  type MouseEvent,
  type ReactNode,
} from 'react';
import { useOpenState } from './context.js';

interface Preview {
  /** A plan that is shown for the time being; `null` where the plan as it is. */
  readonly plan: Plan | null;
  readonly show: (plan: Plan | null) => void;
}

const PreviewContext = createContext<Preview>({ plan: null, show: () => undefined });

/** Lets one place show, in the section, what an edit would make of the plan. */
export function PreviewProvider({ children }: { children: ReactNode }) {
  const [plan, show] = useState<Plan | null>(null);
  const value = useMemo(() => ({ plan, show }), [plan]);
  return <PreviewContext value={value}>{children}</PreviewContext>;
}

export function usePreview(): Preview {
  return use(PreviewContext);
}

/** Handlers for a button: while it is pointed at or focused, what its edit would do is shown. */
export function useEditPreview(edit: Edit | null) {
  const { plan, survey } = useOpenState();
  const { show } = usePreview();
  const shown = useRef(false);
  const begin = useCallback(() => {
    if (shown.current) return;
    shown.current = true;
    const result = edit && survey && apply(plan, edit, () => survey);
    show(result?.ok ? result.plan : null);
  }, [plan, survey, edit, show]);
  const end = useCallback(() => {
    if (shown.current) show(null);
    shown.current = false;
  }, [show]);
  // Once the plan has changed, what was shown is of the past.
  useEffect(() => end, [end, plan]);
  return {
    // Not on entering: a button that comes to lie under a resting pointer was not pointed at.
    onMouseMove: (event: MouseEvent) => (event.movementX !== 0 || event.movementY !== 0) && begin(),
    onFocus: (event: FocusEvent) => event.currentTarget.matches(':focus-visible') && begin(),
    onMouseLeave: end,
    onBlur: end,
  };
}
