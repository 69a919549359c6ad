import { useElementSize } from '@mantine/hooks';
import {
  foundStretches,
  inSight,
  PAD,
  placeSection,
  plannedStretches,
  rulerFor,
  sectionModel,
  type LabelSides,
  type Look,
  type Plan,
  type Survey,
} from '@rhizotome/core';
import { useMemo, useState, type UIEvent } from 'react';
import { catalogue } from '../words/say.js';
import { SectionDrawing } from './SectionDrawing.js';

interface Props {
  readonly plan: Plan;
  readonly survey: Survey;
  readonly labels: LabelSides;
  readonly tentative?: boolean;
  /** Over the planned core, where it shows another moment. */
  readonly heading?: string;
  /** Plans that are compared, this one among them, on the same reading: all are drawn to one scale. */
  readonly among?: readonly Plan[];
  readonly selected?: string | null;
  readonly onSelect?: (id: string) => void;
}

/** A section to be looked at, as large as its place. */
export function SectionGlance({
  plan,
  survey,
  labels,
  tentative = false,
  heading,
  among,
  selected = null,
  onSelect,
}: Props) {
  const { ref, width, height } = useElementSize();
  const frame = useMemo(
    () => ({ width: Math.floor(width), height: Math.floor(height) - PAD.top - PAD.bottom }),
    [width, height],
  );
  const look = useMemo((): Look => {
    const kind = 'readable';
    if (!among || width === 0) return { kind, labels };
    const cores = among.map((one) => plannedStretches({ plan: one, survey }));
    return {
      kind,
      labels,
      ruler: rulerFor(foundStretches(survey), cores, survey.disk, frame, { kind, labels }),
    };
  }, [among, survey, frame, width, labels]);
  const whole = useMemo(
    () =>
      width > 0
        ? placeSection(sectionModel({ plan, survey }, catalogue), survey.disk, frame, look)
        : undefined,
    [plan, survey, width, frame, look],
  );
  const { sight, follow } = useSight(height);
  const placed = useMemo(() => whole && inSight(whole, sight, selected), [whole, sight, selected]);
  return (
    <div ref={ref} onScroll={follow} style={{ height: '100%', minHeight: 0, overflow: 'hidden auto' }}>
      {placed && (
        <SectionDrawing
          systems={plan.systems}
          placed={placed}
          tentative={tentative}
          heading={heading}
          selected={selected}
          onSelect={onSelect}
        />
      )}
    </div>
  );
}

/** Somewhat more than what is seen is drawn above and below; while one scrolls by less, nothing is drawn again. */
const BEYOND = 400;

/** What is in sight of something that scrolls within a place of this height. */
function useSight(height: number) {
  const [passed, setPassed] = useState(0);
  const sight = useMemo(
    () => ({ top: (passed - 1) * BEYOND, bottom: (passed + 2) * BEYOND + height }),
    [passed, height],
  );
  const follow = (event: UIEvent<HTMLElement>) =>
    setPassed(Math.floor(event.currentTarget.scrollTop / BEYOND));
  return { sight, follow };
}
