import { MIB, viewAround, zoomedView, type Survey, type View } from '@rhizotome/core';
import { useCallback, useState } from 'react';

const CLOSEST = 16 * MIB;

/** Which stretch of the disk is shown. */
export interface Zoom {
  /** Absent where all of it is. */
  readonly view: View | undefined;
  readonly show: (view: View) => void;
  readonly around: (span: View) => void;
  /** Goes nearer (below 1) or further about a sector. */
  readonly by: (factor: number, sector: number) => void;
  readonly all: () => void;
}

export function useZoom(survey: Survey): Zoom {
  const { sizeSectors, sectorBytes } = survey.disk;
  const [view, setView] = useState<View | undefined>(undefined);
  const least = Math.min(sizeSectors, CLOSEST / sectorBytes);
  const show = useCallback(
    (next: View) => setView(next.length >= sizeSectors ? undefined : next),
    [sizeSectors],
  );
  const around = useCallback(
    (span: View) => show(viewAround(span, sizeSectors, least)),
    [show, sizeSectors, least],
  );
  const by = useCallback(
    (factor: number, sector: number) =>
      setView((now) => {
        const next = zoomedView(now ?? { start: 0, length: sizeSectors }, sizeSectors, factor, sector, least);
        return next.length >= sizeSectors ? undefined : next;
      }),
    [sizeSectors, least],
  );
  const all = useCallback(() => setView(undefined), []);
  return { view, show, around, by, all };
}
