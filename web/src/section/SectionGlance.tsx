import { useElementSize } from '@mantine/hooks';
import type { Plan, Survey } from '@rhizotome/core';
import { useMemo } from 'react';
import { placeSection, type LabelSides } from './layout.js';
import { sectionModel } from './model.js';
import { PAD } from './pads.js';
import { SectionDrawing } from './SectionDrawing.js';

interface Props {
  readonly plan: Plan;
  readonly survey: Survey;
  readonly labels: LabelSides;
  readonly tentative?: boolean;
  /** Over the planned core, where it shows another moment. */
  readonly heading?: string;
  /** Plans drawn beside it, on the same reading: all have one scale. */
  readonly beside?: readonly Plan[];
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
  beside,
  selected = null,
  onSelect,
}: Props) {
  const { ref, width, height } = useElementSize();
  const placed = useMemo(() => {
    if (width === 0) return undefined;
    const frame = { width: Math.floor(width), height: Math.floor(height) - PAD.top - PAD.bottom };
    const also = beside?.flatMap((other) => sectionModel({ plan: other, survey }).planned) ?? [];
    return placeSection(sectionModel({ plan, survey }), survey.disk, frame, {
      kind: 'readable',
      labels,
      also,
    });
  }, [plan, survey, width, height, labels, beside]);
  return (
    <div ref={ref} style={{ height: '100%', minHeight: 0, overflow: 'hidden auto' }}>
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
