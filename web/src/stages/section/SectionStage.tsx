import { SegmentedControl } from '@mantine/core';
import { useElementSize } from '@mantine/hooks';
import { formatBoth, type Plan } from '@rhizotome/core';
import { useCallback, useMemo, useState } from 'react';
import { Link } from 'react-router';
import { useEdit, useOpenMachine, useOpenState, useSelection } from '../../open/context.js';
import { placeSection, type ScaleKind } from '../../section/layout.js';
import { Grips } from '../../section/Grips.js';
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

const frameIn = (width: number, height: number) => ({
  width: Math.max(560, Math.floor(width)),
  height: Math.max(360, Math.floor(height) - MARGIN.caption - MARGIN.bottom),
});

function Cores({ beside, setBeside }: { beside: Beside; setBeside: (beside: Beside) => void }) {
  const { plan, survey } = useOpenState();
  const { selected, select } = useSelection();
  const [kind, setKind] = useState<ScaleKind>('readable');
  const { ref, width, height } = useElementSize();
  const { attempt } = useEdit();
  const [preview, setPreview] = useState<Plan | null>(null);
  const model = useMemo(() => (survey ? sectionModel(plan, survey) : undefined), [plan, survey]);
  const settled = useMemo(() => {
    if (!model || !survey || width === 0) return undefined;
    return placeSection(model, survey.disk.sizeSectors, frameIn(width, height), kind);
  }, [model, survey, width, height, kind]);
  const placed = useMemo(() => {
    if (!preview || !settled || !survey) return settled;
    const { sizeSectors } = survey.disk;
    return placeSection(
      sectionModel(preview, survey),
      sizeSectors,
      frameIn(width, height),
      kind,
      settled.scale,
    );
  }, [preview, settled, survey, width, height, kind]);
  const onSelect = useCallback((part: string) => select(part), [select]);
  if (!survey) return null;
  return (
    <section className={classes.cores} aria-label="Section of the disk">
      <div className={classes.scroll}>
        <div ref={ref} className={classes.measured}>
          {placed && (
            <SectionDrawing
              plan={preview ?? plan}
              placed={placed}
              sectorBytes={survey.disk.sectorBytes}
              selected={selected}
              onSelect={onSelect}
            >
              <Grips
                plan={plan}
                survey={survey}
                placed={placed}
                selected={selected}
                preview={setPreview}
                take={({ edit }) => edit && attempt(edit)}
              />
            </SectionDrawing>
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
