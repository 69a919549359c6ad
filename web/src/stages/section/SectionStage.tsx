import { SegmentedControl } from '@mantine/core';
import { useElementSize } from '@mantine/hooks';
import { formatBoth } from '@rhizotome/core';
import { useCallback, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useOpenMachine, useOpenState, useSelection } from '../../open/context.js';
import { placeSection, type ScaleKind } from '../../section/layout.js';
import { sectionModel } from '../../section/model.js';
import { SectionDrawing } from '../../section/SectionDrawing.js';
import { Inspector } from './Inspector.js';
import { TextPane } from './TextPane.js';
import classes from './SectionStage.module.css';

const MARGIN = { caption: 28, bottom: 14 } as const;

/** The workbench: the disk as found and as planned, and what is selected. */
export function SectionStage() {
  const { id } = useOpenMachine();
  const { survey } = useOpenState();
  const [beside, setBeside] = useState<Beside>('part');
  if (!survey)
    return (
      <div className="page">
        <h1>Section</h1>
        <p className="soft">There is nothing to cut yet.</p>
        <p>
          <Link to={`/machines/${id}/as-found`}>Read the disk first, under As found.</Link>
        </p>
      </div>
    );
  return (
    <div className={classes.stage} data-beside={beside}>
      <Cores beside={beside} setBeside={setBeside} />
      {beside === 'text' ? <TextPane survey={survey} /> : <Inspector survey={survey} />}
    </div>
  );
}

/** What stands beside the drawing: the selected part, or the whole as text. */
type Beside = 'part' | 'text';

function Cores({ beside, setBeside }: { beside: Beside; setBeside: (beside: Beside) => void }) {
  const { plan, survey } = useOpenState();
  const { selected, select } = useSelection();
  const [kind, setKind] = useState<ScaleKind>('readable');
  const { ref, width, height } = useElementSize();
  const model = useMemo(() => (survey ? sectionModel(plan, survey) : undefined), [plan, survey]);
  const placed = useMemo(() => {
    if (!model || !survey || width === 0) return undefined;
    const frame = {
      width: Math.max(560, Math.floor(width)),
      height: Math.max(360, Math.floor(height) - MARGIN.caption - MARGIN.bottom),
    };
    return placeSection(model, survey.disk.sizeSectors, frame, kind);
  }, [model, survey, width, height, kind]);
  const onSelect = useCallback((part: string) => select(part), [select]);
  if (!survey) return null;
  return (
    <section className={classes.cores} aria-label="Section of the disk">
      <div className={classes.scroll}>
        <div ref={ref} className={classes.measured}>
          {placed && (
            <SectionDrawing
              plan={plan}
              placed={placed}
              sectorBytes={survey.disk.sectorBytes}
              selected={selected}
              onSelect={onSelect}
            />
          )}
        </div>
      </div>
      <footer className={classes.foot}>
        <span className="soft small">
          {formatBoth(survey.disk.sizeSectors * survey.disk.sectorBytes)} · {plan.target.style.toUpperCase()}
          {plan.target.table === 'new' && ', a new table'}
          {plan.target.table === 'convert' && ', converted in place'}
        </span>
        <SegmentedControl
          size="xs"
          aria-label="Beside the drawing"
          value={beside}
          data={[
            { value: 'part', label: 'part' },
            { value: 'text', label: 'text' },
          ]}
          onChange={(value) => setBeside(value)}
        />
        <SegmentedControl
          size="xs"
          aria-label="Scale of the drawing"
          value={kind}
          data={[
            { value: 'readable', label: 'readable scale' },
            { value: 'true', label: 'true scale' },
          ]}
          onChange={(value) => setKind(value)}
        />
      </footer>
    </section>
  );
}
