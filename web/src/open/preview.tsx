import { apply, momentsOf, type Edit, type Plan } from '@rhizotome/core';
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

/** What is shown in the section for the time being. */
interface Shown {
  readonly plan: Plan;
  /** What an edit would make of the plan; or the disk at a moment of the procedure, by how many steps are done. */
  readonly of: 'edit' | { readonly after: number };
}

interface Preview {
  /** `null` where the plan as it is. */
  readonly shown: Shown | null;
  readonly plan: Plan | null;
  readonly show: (plan: Plan | null, of?: Shown['of']) => void;
}

const PreviewContext = createContext<Preview>({ shown: null, plan: null, show: () => undefined });

/** Lets one place show, in the section, what an edit would make of the plan. */
export function PreviewProvider({ children }: { children: ReactNode }) {
  const [shown, setShown] = useState<Shown | null>(null);
  const show = useCallback<Preview['show']>((plan, of = 'edit') => setShown(plan && { plan, of }), []);
  const value = useMemo(() => ({ shown, plan: shown?.plan ?? null, show }), [shown, show]);
  return <PreviewContext value={value}>{children}</PreviewContext>;
}

export function usePreview(): Preview {
  return use(PreviewContext);
}

/** Handlers for a button: while it is pointed at or focused, what its edit would do is shown. */
export function useEditPreview(edit: Edit | null) {
  const { plan, survey } = useOpenState();
  const { show } = usePreview();
  return usePointedAt(
    useCallback(() => {
      const result = edit && survey && apply(plan, edit, () => survey);
      show(result?.ok ? result.plan : null);
    }, [plan, survey, edit, show]),
  );
}

/** Handlers for what speaks of a step: while it is pointed at or focused, the disk as that step leaves it is shown. */
export function useMomentPreview(after: number | null) {
  const { plan, survey } = useOpenState();
  const { show } = usePreview();
  return usePointedAt(
    useCallback(() => {
      const moment = after !== null && survey ? momentsOf({ plan, survey })[after] : undefined;
      show(moment?.planned.plan ?? null, { after: after ?? 0 });
    }, [plan, survey, after, show]),
  );
}

function usePointedAt(preview: () => void) {
  const { plan } = useOpenState();
  const { show } = usePreview();
  const shown = useRef(false);
  const begin = useCallback(() => {
    if (shown.current) return;
    shown.current = true;
    preview();
  }, [preview]);
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
