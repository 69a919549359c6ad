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
  readonly selected?: string | null;
  readonly onSelect?: (id: string) => void;
}

/** A section to be looked at, as large as its place. */
export function SectionGlance({ plan, survey, labels, selected = null, onSelect }: Props) {
  const { ref, width, height } = useElementSize();
  const placed = useMemo(() => {
    if (width === 0) return undefined;
    const frame = { width: Math.floor(width), height: Math.floor(height) - PAD.top - PAD.bottom };
    return placeSection(sectionModel(plan, survey), survey.disk, frame, { kind: 'readable', labels });
  }, [plan, survey, width, height, labels]);
  return (
    <div ref={ref} style={{ height: '100%', minHeight: 0, overflow: 'hidden auto' }}>
      {placed && (
        <SectionDrawing systems={plan.systems} placed={placed} selected={selected} onSelect={onSelect} />
      )}
    </div>
  );
}
