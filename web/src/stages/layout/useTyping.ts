import { useCallback, useEffect, useState } from 'react';

/** Digits, signs, and the first letters of the words that sizes are made of. */
const BEGINS_A_SIZE = /^[0-9+\-=dfhmnru]$/;

/** A size can be typed at any moment while a part is selected: its first sign opens the field. */
export function useTyping(part: string | undefined) {
  const [typed, setTyped] = useState<{ readonly part: string; readonly begun: string } | null>(null);
  const begin = useCallback(
    (begun: string) => {
      if (part !== undefined) setTyped({ part, begun });
    },
    [part],
  );
  const end = useCallback(() => setTyped(null), []);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || !BEGINS_A_SIZE.test(event.key)) return;
      const target = event.target as HTMLElement;
      if (target.closest('input, textarea, select, [role=menu], [role=dialog]')) return;
      event.preventDefault();
      begin(event.key === '=' ? '' : event.key);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [begin]);
  return { begun: typed && typed.part === part ? typed.begun : null, begin, end };
}
