import { lazy, Suspense, useState } from 'react';
import { Link } from 'react-router';
import { useOpenMachine, useOpenState } from '../../open/context.js';
import { Caught } from '../../shell/Caught.js';
import { Cores, type Beside } from './Cores.js';
import { Inspector } from './Inspector.js';
import { TextPane } from './TextPane.js';
import classes from './LayoutStage.module.css';
import { words } from '../../words/words.js';

/** With its charts, it comes when it is first asked for. */
const SizingBench = lazy(() => import('./sizing/SizingBench.js').then((m) => ({ default: m.SizingBench })));

/** The workbench: the disk as found and as planned, and what is selected. */
export function LayoutStage() {
  const { id } = useOpenMachine();
  const { survey } = useOpenState();
  const [beside, setBeside] = useState<Beside>('part');
  if (!survey)
    return (
      <div className="page">
        <h1>{words['layout.layout']()}</h1>
        <p className="soft">{words['layout.there-no-disk-draw']()}</p>
        <p>
          <Link to={`/machines/${id}/as-found`}>{words['common.read-disk']()}</Link>
        </p>
      </div>
    );
  return (
    <div className={classes.stage} data-beside={beside}>
      <Cores survey={survey} beside={beside} setBeside={setBeside} />
      {beside === 'part' && <Inspector survey={survey} />}
      {beside === 'text' && <TextPane survey={survey} />}
      {beside === 'sizing' && (
        <Caught>
          <Suspense fallback={<aside className={classes.inspector}>{words['layout.opening']()}</aside>}>
            <SizingBench survey={survey} />
          </Suspense>
        </Caught>
      )}
    </div>
  );
}
