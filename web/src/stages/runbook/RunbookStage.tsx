import { Button, Checkbox } from '@mantine/core';
import {
  daySays,
  formatBinary,
  formatBoth,
  message,
  objectsOf,
  titleOf,
  runbookHtml,
  timeSays,
  type Runbook,
  type RunbookPhase,
  type RunbookStep,
} from '@rhizotome/core';
import { useEffect, useState } from 'react';
import { catalogue, say } from '../../words/say.js';
import { words } from '../../words/words.js';
import { Link } from 'react-router';
import { useDerived, useEdit, useOpenMachine, useOpenState, useSelection } from '../../open/context.js';
import { download, fileName } from '../../parts/download.js';
import { Afterwards } from './Afterwards.js';
import { Cover } from './Cover.js';
import { AtMoment } from './AtMoment.js';
import { Listed } from './Listed.js';
import { MountTables } from './MountTables.js';
import { OnPhone } from './OnPhone.js';
import { PracticeDisks } from './PracticeDisks.js';
import { SaveAll } from './SaveAll.js';
import { Sheet } from './Sheet.js';
import { Standing } from './Standing.js';
import { tickEdit } from './tick-edit.js';
import { Timeline } from './Timeline.js';
import { StepNote } from './StepNote.js';
import { Starting, WayBack } from './WayBack.js';
import classes from './RunbookStage.module.css';

/** The procedure to carry out elsewhere: on the screen, on paper, or as one file. */
export function RunbookStage() {
  const { id, name } = useOpenMachine();
  const { plan, survey } = useOpenState();
  const { runbook, findings } = useDerived();
  const [at, setAt] = useState<number | null>(null);
  const next =
    runbook && runbook.done > 0 ? runbook.phases.flatMap((p) => p.steps)[runbook.done]?.id : undefined;
  useEffect(() => {
    // Whoever comes back in the middle of the day goes on at the step that is next.
    if (next !== undefined)
      document.querySelector(`[data-step="${CSS.escape(next)}"]`)?.scrollIntoView({ block: 'center' });
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only as the stage is opened
  }, []);
  if (!survey || !runbook)
    return (
      <div className="page">
        <h1>{words['runbook.runbook']()}</h1>
        <p className="soft">{words['runbook.read-disk-first-runbook']()}</p>
        <Link to={`/machines/${id}/as-found`}>{words['common.read-disk']()}</Link>
      </div>
    );
  const blockers = findings.filter((f) => f.level === 'blocker').map((f) => say(f.says).title);
  const hazards = findings.filter((f) => f.level === 'hazard').map((f) => say(f.says).title);
  const title = () => titleOf(catalogue, { plan, survey }, name, new Date().toISOString());
  const saveRunbook = () => {
    const html = runbookHtml(catalogue, runbook, title());
    download(`${fileName(name)}-runbook.html`, new Blob([html], { type: 'text/html' }));
  };
  const steps = runbook.phases.reduce((sum, phase) => sum + phase.steps.length, 0);
  const moment = Math.min(at ?? runbook.done, steps);
  const day = daySays(runbook);
  return (
    <div className={`page ${classes.page}`}>
      <div className={classes.head}>
        <div>
          <p className={`eyebrow ${classes.brand}`}>{say(message('page.brand'))}</p>
          <h1>{name}</h1>
          <p className="soft">{summary(runbook)}</p>
          {day && <p className="soft">{say(day)}</p>}
        </div>
        <div className={`${classes.buttons} no-print`}>
          <Button variant="default" onClick={() => window.print()}>
            {words['runbook.print']()}
          </Button>
          <OnPhone />
          <SaveAll survey={survey} />
          <Button onClick={saveRunbook}>{words['runbook.save-as-one-file']()}</Button>
        </div>
      </div>
      {steps > 0 && <Cover runbook={runbook} />}
      <Warnings
        title={say(message('page.blocked'))}
        sign="blocker"
        items={blockers}
        to={`/machines/${id}/findings`}
      />
      <Warnings
        title={say(message('page.at-risk'))}
        sign="hazard"
        items={hazards}
        to={`/machines/${id}/findings`}
      />
      {runbook.refusal && (
        <p role="alert" className={classes.warning} data-sign="blocker">
          {say(runbook.refusal)}
        </p>
      )}
      {runbook.phases.length === 0 && !runbook.refusal && <p>{words['runbook.plan-changes-nothing-so']()}</p>}
      {steps > 0 && (
        <Standing
          survey={survey}
          steps={runbook.phases.flatMap((phase) => phase.steps.map((step) => step.id))}
          show={setAt}
        />
      )}
      {steps > 0 && <Timeline runbook={runbook} at={moment} go={setAt} />}
      <div className={steps > 0 ? classes.procedure : undefined}>
        <div>
          {runbook.phases.map((phase, i) => (
            <Phase key={i} phase={phase} at={moment} show={setAt} />
          ))}
        </div>
        {steps > 0 && <AtMoment runbook={runbook} survey={survey} at={moment} go={setAt} />}
      </div>
      <Sheet rows={runbook.sheet} />
      {runbook.phases.length > 0 && <Starting starts={runbook.starts} />}
      <MountTables mounts={runbook.mounts} survey={survey} />
      <Afterwards plan={plan} />
      <WayBack runbook={runbook} />
      <PracticeDisks at={moment} of={steps} />
    </div>
  );
}

function summary({ device, diskBytes, restarts, moved, seconds }: Runbook): string {
  const parts = [words['runbook.disk'](device, formatBoth(diskBytes)), words['runbook.restarts'](restarts)];
  if (moved.most > 0)
    parts.push(words['runbook.up-data-moved'](formatBinary(moved.most), say(timeSays(seconds))));
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
        {words['runbook.show-findings']()}
      </Link>
    </div>
  );
}

interface PhaseProps {
  readonly phase: RunbookPhase;
  /** How many steps are done at the moment that is shown beside. */
  readonly at: number;
  readonly show: (at: number) => void;
}

function Phase({ phase, at, show }: PhaseProps) {
  return (
    <section className={classes.phase}>
      <header>
        <h2>
          {say(phase.title)}
          {phase.restart && <span className={classes.restart}>{say(message('page.restart'))}</span>}
        </h2>
        <p className="soft">{say(phase.note)}</p>
      </header>
      {phase.sheet && <Listed sheet={phase.sheet} />}
      <ol className={classes.steps}>
        {phase.steps.map((step) => (
          <StepItem key={step.id} step={step} shown={at === step.number - 1} show={show} />
        ))}
      </ol>
    </section>
  );
}

interface StepItemProps {
  readonly step: RunbookStep;
  /** Whether the disk before it is shown beside. */
  readonly shown: boolean;
  readonly show: (at: number) => void;
}

function StepItem({ step, shown, show }: StepItemProps) {
  const { attempt } = useEdit();
  const { selected, select } = useSelection();
  const { partition, found } = objectsOf(step.step);
  const part = partition ?? found;
  const { title, actions, checks, warning } = say(step.says);
  return (
    <li
      className={classes.step}
      data-done={step.done}
      data-shown={shown || undefined}
      data-step={step.id}
      data-selected={(part !== null && part === selected) || undefined}
    >
      <Checkbox
        checked={step.done}
        label={
          <span className={classes.title}>
            <span className={classes.number}>{step.number}</span> {title}
            {step.time && <span className={classes.time}>{say(step.time)}</span>}
          </span>
        }
        onChange={(e) => attempt(tickEdit(step, e.currentTarget.checked))}
      />
      <button
        type="button"
        className={`${classes.show} no-print`}
        aria-label={words['moment.show'](step.number)}
        title={words['moment.show'](step.number)}
        aria-pressed={shown}
        onClick={() => show(step.number - 1)}
      >
        ◧
      </button>
      <div className={classes.detail} onClick={() => part !== null && select(part)}>
        <ul>
          {actions.map((action) => (
            <li key={action}>{action}</li>
          ))}
        </ul>
        {step.commands.length > 0 && <pre className={classes.commands}>{step.commands.join('\n')}</pre>}
        <div className={classes.checks}>
          <b>{say(message('page.continue'))}</b>
          <ul>
            {checks.map((check) => (
              <li key={check}>{check}</li>
            ))}
          </ul>
        </div>
        {warning && (
          <p className={classes.beware}>
            <b>{say(message('page.watch-out'))}.</b> {warning}
          </p>
        )}
        {step.exposure && (
          <p className={classes.beware}>
            <b>{say(message('page.exposed'))}.</b> {say(step.exposure)}
          </p>
        )}
      </div>
      <StepNote step={step} />
    </li>
  );
}
