import { Button, Checkbox } from '@mantine/core';
import {
  fileLine,
  message,
  objectsOf,
  phaseSection,
  sectionSvg,
  type PhaseScript,
  type RunbookPhase,
  type RunbookStep,
  type StepText,
} from '@rhizotome/core';
import { memo } from 'react';
import { useEdit, useOpenMachine, useSelection } from '../../open/context.js';
import { catalogue, say } from '../../words/say.js';
import { download, fileName } from '../../parts/download.js';
import { words } from '../../words/words.js';
import { Listed } from './Listed.js';
import { StepNote } from './StepNote.js';
import { tickEdit } from './tick-edit.js';
import { Typed } from './Typed.js';
import classes from './RunbookStage.module.css';
import { Explained } from '../../parts/Explained.js';

interface PhasesProps {
  readonly phases: readonly RunbookPhase[];
  /** Of those that are done in a live session. */
  readonly scripts: readonly PhaseScript[];
  /** How many steps are done at the moment that is shown beside. */
  readonly at: number;
  readonly show: (at: number) => void;
}

/** The steps in their order, by the places where they are done. Going along them draws only what changes. */
export function Phases({ phases, scripts, at, show }: PhasesProps) {
  return (
    <div>
      {phases.map((phase, i) => {
        const shown = phase.steps.some(({ number }) => number === at + 1) ? at + 1 : null;
        const script = scripts.find((s) => s.phase === i + 1);
        return <Phase key={i} phase={phase} script={script} shown={shown} show={show} />;
      })}
    </div>
  );
}

interface PhaseProps {
  readonly phase: RunbookPhase;
  readonly script: PhaseScript | undefined;
  /** Number of the step of which the disk before it is shown; `null` where it is not one of these. */
  readonly shown: number | null;
  readonly show: (at: number) => void;
}

const Phase = memo(function Phase({ phase, script, shown, show }: PhaseProps) {
  return (
    <section className={classes.phase}>
      <header>
        <h2>
          {say(phase.title)}
          {phase.restart && <span className={classes.restart}>{say(message('page.restart'))}</span>}
        </h2>
        <p className="soft">
          <Explained>{say(phase.note)}</Explained>
        </p>
      </header>
      {script && <AsScript script={script} steps={phase.steps} />}
      {phase.drawnAgain && <DiskThen phase={phase} />}
      {phase.find && <Find find={phase.find} />}
      {phase.sheet && <Listed sheet={phase.sheet} />}
      <ol className={classes.steps}>
        {phase.steps.map((step) => (
          <StepItem key={step.id} step={step} shown={shown === step.number} show={show} />
        ))}
      </ol>
    </section>
  );
});

/** The phase as one script, for whoever would rather not type it. */
function AsScript({ script, steps }: { script: PhaseScript; steps: readonly RunbookStep[] }) {
  const { name } = useOpenMachine();
  const byHand = steps.filter(({ id }) => script.byHand.includes(id)).map(({ number }) => number);
  const save = () =>
    download(`${fileName(name)}-${script.name}`, new Blob([script.text], { type: 'text/x-shellscript' }));
  return (
    <p className={`${classes.script} no-print`}>
      <Button size="compact-sm" variant="default" onClick={save}>
        {words['runbook.save-script']()}
      </Button>{' '}
      <span className="soft">{words['runbook.script-about'](byHand)}</span>
    </p>
  );
}

interface StepItemProps {
  readonly step: RunbookStep;
  /** Whether the disk before it is shown beside. */
  readonly shown: boolean;
  readonly show: (at: number) => void;
}

const StepItem = memo(function StepItem({ step, shown, show }: StepItemProps) {
  const { attempt } = useEdit();
  const { open } = useOpenMachine();
  const { selected, select } = useSelection();
  const { partition, found } = objectsOf(step.step);
  const part = partition ?? found;
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
            <span className={classes.number}>{step.number}</span> {say(step.says).title}
            {step.time && <span className={classes.time}>{say(step.time)}</span>}
          </span>
        }
        onChange={(e) => {
          attempt(tickEdit(step, e.currentTarget.checked));
          open.at({ stage: 'runbook', step: step.number });
        }}
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
        <StepDetail step={step} />
      </div>
      <StepNote step={step} />
    </li>
  );
});

/** On paper, beside the phase: the disk when it is entered. On the screen it stands beside the steps. */
function DiskThen({ phase: { disk, steps } }: { phase: RunbookPhase }) {
  return (
    <figure
      className={classes.then}
      dangerouslySetInnerHTML={{ __html: sectionSvg(catalogue, disk, phaseSection(steps[0]!.number)) }}
    />
  );
}

/** How the disk is found, before anything is done to it. */
function Find({ find }: { find: NonNullable<RunbookPhase['find']> }) {
  const said = say(find.says);
  return (
    <div className={classes.find}>
      <h3>{said.title}</h3>
      <Doing said={said} typed={find.lines} guard={null} />
    </div>
  );
}

/** What to do, what to type, what to check, and what to beware of. */
function StepDetail({ step }: { step: RunbookStep }) {
  return (
    <>
      <Doing said={say(step.says)} typed={step.lines} guard={step.guard && say(step.guard)} />
      {step.exposure && (
        <p className={classes.beware}>
          <b>{say(message('page.exposed'))}.</b> <Explained>{say(step.exposure)}</Explained>
        </p>
      )}
    </>
  );
}

interface DoingProps {
  readonly said: StepText;
  readonly typed: readonly string[];
  readonly guard: string | null;
}

function Doing({ said: { actions, lines, checks, warning }, typed, guard }: DoingProps) {
  return (
    <>
      <ul>
        {actions.map((action) => (
          <li key={action}>
            <Explained>{action}</Explained>
          </li>
        ))}
      </ul>
      <Typed lines={lines.flatMap(fileLine)} />
      {guard && <p className={classes.guard}>{guard}</p>}
      <Typed lines={typed} />
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
          <b>{say(message('page.watch-out'))}.</b> <Explained>{warning}</Explained>
        </p>
      )}
    </>
  );
}
