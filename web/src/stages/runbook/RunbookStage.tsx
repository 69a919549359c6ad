import { Button, Checkbox } from '@mantine/core';
import {
  formatBinary,
  runbookHtml,
  timeInWords,
  type Runbook,
  type RunbookPhase,
  type RunbookStep,
} from '@rhizotome/core';
import { Link } from 'react-router';
import { useDerived, useEdit, useOpenMachine, useOpenState, useSelection } from '../../open/context.js';
import { download, fileName } from '../../parts/download.js';
import { PracticeDisks } from './PracticeDisks.js';
import { Sheet } from './Sheet.js';
import { Starting, WayBack } from './WayBack.js';
import classes from './RunbookStage.module.css';

/** The procedure to carry out elsewhere: on the screen, on paper, or as one file. */
export function RunbookStage() {
  const { id, name } = useOpenMachine();
  const { survey } = useOpenState();
  const { runbook, findings } = useDerived();
  if (!survey || !runbook)
    return (
      <div className="page">
        <h1>Runbook</h1>
        <p className="soft">There is no procedure before the disk is read.</p>
        <Link to={`/machines/${id}/as-found`}>Read the disk, under As found</Link>
      </div>
    );
  const blockers = findings.filter((f) => f.level === 'blocker').map((f) => f.title);
  const hazards = findings.filter((f) => f.level === 'hazard').map((f) => f.title);
  const saveRunbook = () => {
    const html = runbookHtml(runbook, { machine: name, madeAt: new Date().toISOString(), blockers, hazards });
    download(`${fileName(name)}-runbook.html`, new Blob([html], { type: 'text/html' }));
  };
  return (
    <div className={`page ${classes.page}`}>
      <div className={classes.head}>
        <div>
          <p className={`eyebrow ${classes.brand}`}>Rhizotome runbook</p>
          <h1>{name}</h1>
          <p className="soft">{summary(runbook)}</p>
        </div>
        <div className={`${classes.buttons} no-print`}>
          <Button variant="default" onClick={() => window.print()}>
            Print
          </Button>
          <Button onClick={saveRunbook}>Download as one file</Button>
        </div>
      </div>
      <Warnings
        title="This plan cannot work yet"
        sign="blocker"
        items={blockers}
        to={`/machines/${id}/findings`}
      />
      <Warnings title="Data is at risk here" sign="hazard" items={hazards} to={`/machines/${id}/findings`} />
      {runbook.refusal && (
        <p role="alert" className={classes.warning} data-sign="blocker">
          {runbook.refusal}
        </p>
      )}
      {runbook.phases.length === 0 && !runbook.refusal && (
        <p>
          The plan changes nothing, so there is nothing to do. Add a system, or change a part in the section.
        </p>
      )}
      {runbook.phases.map((phase, i) => (
        <Phase key={i} phase={phase} />
      ))}
      <Sheet rows={runbook.sheet} />
      {runbook.phases.length > 0 && <Starting starts={runbook.starts} />}
      <WayBack runbook={runbook} />
      <PracticeDisks />
    </div>
  );
}

function summary({ device, disk, restarts, moved, seconds }: Runbook): string {
  const parts = [`Disk ${device}, ${disk}`, `${restarts} restart${restarts === 1 ? '' : 's'}`];
  if (moved.most > 0) parts.push(`up to ${formatBinary(moved.most)} of data moves, ${timeInWords(seconds)}`);
  return `${parts.join(' · ')}.`;
}

function Warnings({
  title,
  sign,
  items,
  to,
}: {
  title: string;
  sign: string;
  items: readonly string[];
  to: string;
}) {
  if (items.length === 0) return null;
  return (
    <div className={classes.warning} data-sign={sign} role="note">
      <strong>{title}</strong>
      <ul>
        {items.map((item) => (
          <li key={item}>{item}</li>
        ))}
      </ul>
      <Link to={to} className="small no-print">
        See the findings
      </Link>
    </div>
  );
}

function Phase({ phase }: { phase: RunbookPhase }) {
  return (
    <section className={classes.phase}>
      <header>
        <h2>
          {phase.title}
          {phase.restart && <span className={classes.restart}>restart</span>}
        </h2>
        <p className="soft">{phase.note}</p>
      </header>
      <ol className={classes.steps}>
        {phase.steps.map((step) => (
          <StepItem key={step.id} step={step} />
        ))}
      </ol>
    </section>
  );
}

function StepItem({ step }: { step: RunbookStep }) {
  const { attempt } = useEdit();
  const { selected, select } = useSelection();
  const part = step.step.partition ?? step.step.found;
  return (
    <li
      className={classes.step}
      data-done={step.done}
      data-step={step.id}
      data-selected={(part !== null && part === selected) || undefined}
    >
      <Checkbox
        checked={step.done}
        label={
          <span className={classes.title}>
            <span className={classes.number}>{step.number}</span> {step.title}
            {step.time && <span className={classes.time}>{step.time}</span>}
          </span>
        }
        onChange={(e) => attempt({ kind: 'tick', step: step.id, done: e.currentTarget.checked })}
      />
      <div className={classes.detail} onClick={() => part !== null && select(part)}>
        <ul>
          {step.actions.map((action) => (
            <li key={action}>{action}</li>
          ))}
        </ul>
        <div className={classes.checks}>
          <b>Go on when</b>
          <ul>
            {step.checks.map((check) => (
              <li key={check}>{check}</li>
            ))}
          </ul>
        </div>
        {step.beware && (
          <p className={classes.beware}>
            <b>Beware.</b> {step.beware}
          </p>
        )}
        {step.exposure && (
          <p className={classes.beware}>
            <b>Exposed.</b> {step.exposure}
          </p>
        )}
      </div>
    </li>
  );
}
