import { phaseScripts, type Plan, type Runbook, type Survey } from '@rhizotome/core';
import { memo, useDeferredValue, useEffect, useMemo, useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { useDerived, useOpenMachine, useOpenState } from '../../open/context.js';
import { catalogue } from '../../words/say.js';
import { words } from '../../words/words.js';
import { Afterwards } from './Afterwards.js';
import { AtMoment } from './AtMoment.js';
import { Cover } from './Cover.js';
import { Head, Risks } from './Head.js';
import { MountTables } from './MountTables.js';
import { PaperCheck } from './PaperCheck.js';
import { Phases } from './Phases.js';
import { PracticeDisks } from './PracticeDisks.js';
import { Sheet } from './Sheet.js';
import { Standing } from './Standing.js';
import { Terms } from './Terms.js';
import { Timeline } from './Timeline.js';
import { Starting, WayBack } from './WayBack.js';
import classes from './RunbookStage.module.css';

/** The procedure to carry out elsewhere: on the screen, on paper, or as one file. */
export function RunbookStage() {
  const { id } = useOpenMachine();
  const { plan, survey } = useOpenState();
  const { runbook } = useDerived();
  useStepThatIsNext(runbook);
  if (survey && runbook) return <Procedure plan={plan} survey={survey} runbook={runbook} />;
  return (
    <div className="page">
      <h1>{words['runbook.runbook']()}</h1>
      <p className="soft">{words['runbook.read-disk-first-runbook']()}</p>
      <Link to={`/machines/${id}/as-found`}>{words['common.read-disk']()}</Link>
    </div>
  );
}

/** Whoever was sent to a step sees that one, and whoever comes back in the middle of the day the one that is next. */
function useStepThatIsNext(runbook: Runbook | undefined) {
  const asked = Number(useSearchParams()[0].get('step'));
  const at = asked > 0 ? asked - 1 : (runbook?.done ?? 0);
  const next = at > 0 ? runbook?.phases.flatMap((p) => p.steps)[at]?.id : undefined;
  useEffect(() => {
    if (next !== undefined)
      document.querySelector(`[data-step="${CSS.escape(next)}"]`)?.scrollIntoView({ block: 'center' });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only as the stage is opened
  }, []);
}

interface ProcedureProps {
  readonly plan: Plan;
  readonly survey: Survey;
  readonly runbook: Runbook;
}

function Procedure({ plan, survey, runbook }: ProcedureProps) {
  const asked = useSearchParams()[0].get('step');
  const [at, setAt] = useState<number | null>(asked === null ? null : Number(asked) || null);
  const steps = useMemo(
    () => runbook.phases.flatMap((phase) => phase.steps.map((step) => step.id)),
    [runbook],
  );
  const scripts = useMemo(() => phaseScripts(catalogue, runbook), [runbook]);
  const moment = Math.min(at ?? runbook.done, steps.length);
  // The slider follows the hand at once; what is drawn of the moment comes when there is time.
  const drawn = useDeferredValue(moment);
  return (
    <div className={`page ${classes.page}`}>
      <Head runbook={runbook} survey={survey} />
      {steps.length > 0 && <Cover runbook={runbook} />}
      <Risks refusal={runbook.refusal} />
      {steps.length === 0 && !runbook.refusal && <p>{words['runbook.plan-changes-nothing-so']()}</p>}
      {steps.length > 0 && <Standing survey={survey} steps={steps} show={setAt} />}
      {steps.length > 0 && <Timeline runbook={runbook} at={moment} go={setAt} />}
      <div className={steps.length > 0 ? classes.procedure : undefined}>
        <Phases phases={runbook.phases} scripts={scripts} at={drawn} show={setAt} />
        {steps.length > 0 && (
          <AtMoment runbook={runbook} survey={survey} at={moment} drawn={drawn} go={setAt} />
        )}
      </div>
      <Behind plan={plan} survey={survey} runbook={runbook} />
      <PracticeDisks at={drawn} of={steps.length} />
      {steps.length > 0 && <PaperCheck />}
    </div>
  );
}

/** What belongs to the procedure as a whole. */
const Behind = memo(function Behind({ plan, survey, runbook }: ProcedureProps) {
  return (
    <>
      <Sheet rows={runbook.sheet} />
      {runbook.phases.length > 0 && <Starting starts={runbook.starts} />}
      <MountTables mounts={runbook.mounts} survey={survey} />
      <Afterwards plan={plan} />
      <WayBack runbook={runbook} />
      <Terms runbook={runbook} />
    </>
  );
});
